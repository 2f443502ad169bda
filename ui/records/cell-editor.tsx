'use client';
import { useCallback, useId, useLayoutEffect, useRef, useState } from 'react';
import { toast } from '@/ui/kit/toast';
import type { ColumnSpec } from '@/core/tables';
import type { Desk } from './use-desk';
import { pictureOf } from '@/ui/kit/pictures';
import { useAsked } from '@/ui/kit/use-asked';

const none: string[] = [];

/** Where the cursor goes when a cell is left: down on Enter, on to the next on Tab. */
export type Leaving = 'down' | 'next' | 'stay';

/** A cell being written. Texts and references offer values that stand in the column already; pictures can be chosen from a file. */
export function CellEditor({
  spec,
  column,
  text: start,
  desk,
  onWrite,
  onLeave,
}: {
  spec: ColumnSpec;
  column: number;
  text: string;
  desk: Desk;
  onWrite: (text: string, leaving: Leaving) => void;
  onLeave: () => void;
}) {
  const list = useId();
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState(start);
  const done = useRef(false);
  const offered = spec.type === 'text' || spec.type === 'reference';
  // Before anything else is typed: what comes next belongs here.
  useLayoutEffect(() => {
    field.current?.focus();
    const end = field.current?.value.length ?? 0;
    field.current?.setSelectionRange(end, end);
  }, []);
  const ask = useCallback(
    () => (offered && text.trim() !== '' ? desk().valuesLike(column, text) : undefined),
    [desk, column, text, offered],
  );
  const { answer: values = none } = useAsked(ask);
  const write = (leaving: Leaving): void => {
    if (done.current) return;
    done.current = true;
    onWrite(text, leaving);
  };
  return (
    <span className="flex h-full items-center bg-panel">
      <input
        ref={field}
        aria-label={spec.name}
        value={text}
        list={offered ? list : undefined}
        placeholder={placeholders[spec.type]}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => write('stay')}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') write('down');
          if (event.key === 'Tab') {
            event.preventDefault();
            write('next');
          }
          if (event.key === 'Escape') {
            done.current = true;
            onLeave();
          }
        }}
        className="h-full w-full min-w-0 bg-panel px-2 outline-2 -outline-offset-2 outline-accent"
      />
      {offered && (
        <datalist id={list}>
          {values.map((value) => (
            <option key={value} value={value} />
          ))}
        </datalist>
      )}
      {spec.type === 'picture' && (
        <label
          className="cursor-pointer px-1.5 text-xs text-accent underline"
          onMouseDown={(event) => event.preventDefault()}
        >
          file
          <input
            type="file"
            accept="image/png,image/jpeg,image/webp,image/gif"
            className="sr-only"
            aria-label={`Picture file for ${spec.name}`}
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (!file) return;
              done.current = true;
              pictureOf(file).then(
                (address) => onWrite(address, 'stay'),
                () => {
                  toast.error(`“${file.name}” is no picture that can be read. Choose a PNG, JPEG or WebP file.`);
                  onLeave();
                },
              );
            }}
          />
        </label>
      )}
    </span>
  );
}

const placeholders: Partial<Record<ColumnSpec['type'], string>> = {
  yesno: 'yes or no',
  date: '1911-03-02',
  list: 'one; another',
  place: '48.6, -31.4',
  link: 'https://…',
};
