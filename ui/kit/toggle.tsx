'use client';
import { Switch } from 'radix-ui';
import { type ReactNode, useId } from 'react';

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
