'use client';
/** Where the looks of the selected nodes, or of one edge, come from, and setting them by hand. */
import { useMemo, useState } from 'react';
import { type Network, edgeIdOf } from '@/core/graph';
import { type ChannelName, edgeKey, settingWords, sourceOf } from '@/core/style';
import { own } from '@/core/own';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { forms } from '@/ui/trail/editors/style-forms';
import { LookForm, firstLook } from '@/ui/trail/editors/style-look';

type Chosen = { nodes: readonly number[] } | { edge: number };

export function LooksReading({ net, chosen }: { net: Network; chosen: Chosen }) {
  const style = useWorkbench(({ trail }) => trail.steps.findLast(({ kind, on }) => kind === 'style' && on));
  const store = useWorkbenchStore();
  const [open, setOpen] = useState<ChannelName | undefined>();
  const of = 'edge' in chosen ? 'edges' : 'nodes';
  const names = useMemo(
    () => ('edge' in chosen ? [edgeKey(edgeIdOf(net, chosen.edge))] : chosen.nodes.map((v) => net.ids[v])),
    [chosen, net],
  );
  const place = 'edge' in chosen ? chosen.edge : chosen.nodes[0];
  const lines = useMemo(
    () =>
      style?.kind === 'style'
        ? forms
            .filter(({ look }) => look?.of === of)
            .map((form) => {
              const source = sourceOf(net, form.key, style, place, names[0]);
              const words =
                source.from === 'hand'
                  ? 'by hand'
                  : source.from === 'rule'
                    ? `rule ${source.number}`
                    : settingWords(form.key, { ...style, rules: {} });
              return { form, words };
            })
        : [],
    [names, net, of, place, style],
  );
  if (style?.kind !== 'style') return null;
  const write = (key: ChannelName, held: Record<string, unknown>, merge?: string): void => {
    const { [key]: _before, ...others } = style.byHand;
    const byHand = Object.keys(held).length ? { ...others, [key]: held } : others;
    store.getState().setStep(style.id, { byHand }, merge);
  };
  return (
    <details className="mt-4 border-t border-line pt-2">
      <summary className="cursor-pointer font-semibold">How it looks</summary>
      <ul>
        {lines.map(({ form: { key, title: short, look, whose }, words }) => {
          const title = whose === 'labels' ? `Label: ${short.toLowerCase()}` : short;
          const held = style.byHand[key] ?? {};
          const byHand = names.some((name) => own(held, name) !== undefined);
          const without = (): Record<string, unknown> =>
            Object.fromEntries(Object.entries(held).filter(([name]) => !names.includes(name)));
          const give = (value: unknown, merge?: string): void =>
            write(
              key,
              { ...held, ...Object.fromEntries(names.map((name) => [name, value])) },
              merge && `${key} ${merge}`,
            );
          return (
            <li key={key} className="border-b border-rule py-1">
              <div className="flex items-baseline justify-between gap-2">
                <span>{title}</span>
                <span className="min-w-0 truncate text-right text-quiet">{words}</span>
              </div>
              <div className="flex gap-3 text-sm font-semibold text-accent">
                <button
                  type="button"
                  aria-expanded={open === key}
                  aria-label={`Set ${title} by hand`}
                  onClick={() => {
                    if (open !== key && !byHand && look) give(firstLook(look));
                    setOpen(open === key ? undefined : key);
                  }}
                >
                  {open === key ? 'Close' : 'Set by hand'}
                </button>
                {byHand && (
                  <button
                    type="button"
                    aria-label={`${title}: back to the rule`}
                    onClick={() => {
                      write(key, without());
                      setOpen(undefined);
                    }}
                  >
                    Back to the rule
                  </button>
                )}
              </div>
              {open === key && look && (
                <LookForm look={look} value={own(held, names[0]) ?? firstLook(look)} onChange={give} />
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
}
