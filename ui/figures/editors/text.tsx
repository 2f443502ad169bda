'use client';
import { useEffect, useId, useState } from 'react';
import type { PartOf } from '@/core/figure/plan';
import { Field } from '@/ui/kit';
import { useFigureStore } from '../context';
import { PointsField } from './points';

/** A text of several lines that is taken over when the field is left; Escape brings the old one back. */
export function TextArea({
  label,
  value,
  rows = 3,
  onCommit,
}: {
  label: string;
  value: string;
  rows?: number;
  onCommit: (text: string) => void;
}) {
  const id = useId();
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  return (
    <Field label={label} htmlFor={id}>
      <textarea
        id={id}
        rows={rows}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== value && onCommit(text)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setText(value);
        }}
        className="w-full rounded-md border border-line bg-panel px-2.5 py-1.5"
      />
    </Field>
  );
}

export function TextEditor({ part }: { part: PartOf<'title' | 'subtitle' | 'caption' | 'credit'> }) {
  const store = useFigureStore();
  return (
    <>
      <TextArea
        label="Text"
        value={part.text}
        rows={part.kind === 'caption' ? 5 : 2}
        onCommit={(text) => store.getState().part(part.id, { text: text.slice(0, 20_000) })}
      />
      <PointsField label="Letters" value={part.size} onChange={(size) => store.getState().part(part.id, { size })} />
    </>
  );
}
