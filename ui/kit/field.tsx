'use client';
import type { ReactNode } from 'react';

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
