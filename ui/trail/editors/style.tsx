'use client';
/** How nodes and edges look: a line for each channel that says its setting in words, opened one at a time. */
import { clsx } from 'clsx';
import { ChevronDown } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { type ChannelName, settingWords } from '@/core/style';
import type { EditorProps } from '../editor';
import { ChannelForm } from './style-channel';
import { forms } from './style-forms';
import { Looks } from './style-looks';
import { Swatch } from './style-swatch';

const sections = [
  { whose: 'nodes', title: 'Nodes' },
  { whose: 'labels', title: 'Labels' },
  { whose: 'edges', title: 'Edges' },
  { whose: 'page', title: 'Page' },
] as const;

export function StyleEditor({ step, before, set }: EditorProps<'style'>) {
  const [open, setOpen] = useState<ChannelName | undefined>();
  const opened = useRef<HTMLDivElement>(null);
  // What was opened near the end of the list comes into view.
  useEffect(() => {
    // Newer browsers return a promise, which is none of the effect's affair.
    opened.current?.scrollIntoView?.({ block: 'nearest' });
  }, [open]);
  const lines = sections.map(({ whose, title }) => (
    <section key={whose} className="mt-4">
      <h3 className="border-b border-line pb-0.5 text-sm text-quiet uppercase">{title}</h3>
      {forms
        .filter((form) => form.whose === whose && !(form.single?.directed && before?.directed === false))
        .map((form) => (
          <div key={form.key} ref={open === form.key ? opened : undefined} className="border-b border-rule">
            <button
              type="button"
              aria-expanded={open === form.key}
              onClick={() => setOpen(open === form.key ? undefined : form.key)}
              className="flex min-h-8 w-full items-center gap-2 py-1 text-left hover:bg-ground"
            >
              <span className="w-[86px] shrink-0 font-semibold">{form.title}</span>
              <span className="min-w-0 grow truncate text-quiet">{settingWords(form.key, step)}</span>
              <Swatch channel={form.key} style={step} />
              <ChevronDown
                size={14}
                aria-hidden
                className={clsx('shrink-0 text-quiet', open === form.key && 'rotate-180')}
              />
            </button>
            {open === form.key && (
              <div className="pb-3">
                <ChannelForm form={form} style={step} before={before} set={set} />
              </div>
            )}
          </div>
        ))}
    </section>
  ));
  return (
    <>
      <Looks style={step} before={before} set={set} />
      {lines}
    </>
  );
}
