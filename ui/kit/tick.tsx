import { clsx } from 'clsx';
import type { ReactNode } from 'react';

/** Yes or no, as a box to tick with its words behind it. */
export function Tick({
  checked,
  onChange,
  children,
  className,
  accent = 'accent-accent',
}: {
  checked: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
  className?: string;
  /** Class of the box's colour. */
  accent?: string;
}) {
  return (
    <label className={clsx('flex items-center gap-1.5', className)}>
      <input
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        className={accent}
      />
      {children}
    </label>
  );
}
