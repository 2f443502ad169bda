'use client';
import { clsx } from 'clsx';
import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { type ReactNode, useId } from 'react';
import { Field } from './field';

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
