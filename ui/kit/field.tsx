'use client';
import { clsx } from 'clsx';
import { Check, ChevronDown } from 'lucide-react';
import { Select, Slider, Switch } from 'radix-ui';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';

/** A label over a control, with a line of help under it where there is one. */
export function Field({
  label,
  help,
  htmlFor,
  children,
}: {
  label: ReactNode;
  help?: ReactNode;
  htmlFor?: string;
  children: ReactNode;
}) {
  return (
    <div className="mt-3.5">
      <label htmlFor={htmlFor} className="mb-1 block text-sm font-semibold">
        {label}
      </label>
      {children}
      {help && <p className="mt-1 text-sm text-quiet">{help}</p>}
    </div>
  );
}

export interface Choice {
  value: string;
  label: string;
}

// Radix keeps the empty string for “nothing chosen”.
const none = '\u0000';

/** One of several. */
export function Choose({
  label,
  value,
  choices,
  onChange,
  help,
  compact,
  disabled,
}: {
  label: string;
  value: string;
  choices: readonly Choice[];
  onChange: (value: string) => void;
  help?: ReactNode;
  /** Without its label in view. */
  compact?: boolean;
  disabled?: boolean;
}) {
  const id = useId();
  const select = (
    <Select.Root
      value={value || none}
      onValueChange={(next) => onChange(next === none ? '' : next)}
      disabled={disabled}
    >
      <Select.Trigger
        id={id}
        aria-label={label}
        className={clsx(
          'flex w-full items-center justify-between gap-2 rounded-md border border-line bg-panel px-2.5 text-left disabled:opacity-50',
          compact ? 'h-7' : 'h-8',
        )}
      >
        <span className="truncate">
          <Select.Value placeholder="Choose …" />
        </span>
        <Select.Icon>
          <ChevronDown size={15} aria-hidden />
        </Select.Icon>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          className="z-50 max-h-[min(24rem,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-lg border border-line bg-panel shadow-lg"
        >
          <Select.Viewport className="p-1">
            {choices.map((choice) => (
              <Select.Item
                key={choice.value}
                value={choice.value || none}
                className="flex h-7 items-center justify-between gap-3 rounded-md px-2 outline-none data-[highlighted]:bg-tint"
              >
                <Select.ItemText>{choice.label}</Select.ItemText>
                <Select.ItemIndicator>
                  <Check size={14} aria-hidden />
                </Select.ItemIndicator>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
  return compact ? (
    select
  ) : (
    <Field label={label} help={help} htmlFor={id}>
      {select}
    </Field>
  );
}

/** A number on a track. Moves live; `exact` shows a field beside it. */
export function Slide({
  label,
  value,
  min,
  max,
  step,
  onChange,
  help,
  show,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  onChange: (value: number) => void;
  help?: ReactNode;
  show?: (value: number) => string;
}) {
  return (
    <div className="mt-3.5">
      <div className="mb-1 flex items-baseline justify-between text-sm">
        <span className="font-semibold">{label}</span>
        <span className="text-quiet">{show ? show(value) : value}</span>
      </div>
      <Slider.Root
        className="relative flex h-5 touch-none items-center select-none"
        value={[Math.min(max, Math.max(min, value))]}
        min={min}
        max={max}
        step={step}
        onValueChange={([next]) => onChange(next)}
      >
        <Slider.Track className="relative h-[3px] grow rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-accent" />
        </Slider.Track>
        <Slider.Thumb aria-label={label} className="block size-3.5 rounded-full border-2 border-accent bg-panel" />
      </Slider.Root>
      {help && <p className="mt-0.5 text-sm text-quiet">{help}</p>}
    </div>
  );
}

/** Yes or no. */
export function Toggle({
  label,
  checked,
  onChange,
  help,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  help?: ReactNode;
}) {
  const id = useId();
  return (
    <div className="mt-3">
      <div className="flex items-center justify-between gap-3">
        <label htmlFor={id} className="font-medium">
          {label}
        </label>
        <Switch.Root
          id={id}
          checked={checked}
          onCheckedChange={onChange}
          className="h-[18px] w-8 shrink-0 rounded-full bg-bar p-[2px] data-[state=checked]:bg-accent"
        >
          <Switch.Thumb className="block size-[14px] rounded-full bg-panel transition-transform data-[state=checked]:translate-x-[14px]" />
        </Switch.Root>
      </div>
      {help && <p className="mt-0.5 text-sm text-quiet">{help}</p>}
    </div>
  );
}

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
