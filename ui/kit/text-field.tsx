'use client';
import { clsx } from 'clsx';
import { useEffect, useId, useRef, useState } from 'react';
import { Field } from './field';

/** A text or number that is taken over when the field is left or Enter is pressed; Escape brings the old one back. */
export function TextField({
  label,
  value,
  onCommit,
  compact,
  inputMode,
  className,
  placeholder,
}: {
  label: string;
  value: string;
  onCommit: (value: string) => void;
  compact?: boolean;
  inputMode?: 'text' | 'numeric' | 'decimal';
  className?: string;
  placeholder?: string;
}) {
  const id = useId();
  const [text, setText] = useState(value);
  const leaving = useRef(false);
  useEffect(() => setText(value), [value]);
  const field = (
    <input
      id={id}
      aria-label={compact ? label : undefined}
      value={text}
      inputMode={inputMode}
      placeholder={placeholder}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => {
        if (!leaving.current && text !== value) onCommit(text);
        leaving.current = false;
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          event.stopPropagation();
          leaving.current = true;
          setText(value);
          event.currentTarget.blur();
        }
      }}
      className={clsx('h-8 w-full rounded-md border border-line bg-panel px-2.5', className)}
    />
  );
  return compact ? (
    field
  ) : (
    <Field label={label} htmlFor={id}>
      {field}
    </Field>
  );
}

/** A number field; what is no number, or out of bounds, is put back within them. */
export function NumberField({
  label,
  value,
  min = -Infinity,
  max = Infinity,
  whole,
  onCommit,
  compact,
  className,
}: {
  label: string;
  value: number;
  min?: number;
  max?: number;
  whole?: boolean;
  onCommit: (value: number) => void;
  compact?: boolean;
  className?: string;
}) {
  return (
    <TextField
      label={label}
      value={String(value)}
      compact={compact}
      className={className}
      inputMode={whole ? 'numeric' : 'decimal'}
      onCommit={(text) => {
        const number = Number(text.replace(',', '.'));
        if (text.trim() === '' || !Number.isFinite(number)) return;
        onCommit(Math.min(max, Math.max(min, whole ? Math.round(number) : number)));
      }}
    />
  );
}
