'use client';
import type { ReactNode } from 'react';
import { Button } from './button';

/** A thin line of progress with a stop beside it. */
export function Progress({ share, name, onStop }: { share: number; name: string; onStop: () => void }) {
  return (
    <div className="mt-3 flex items-center gap-2">
      <div
        role="progressbar"
        aria-label={name}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * share)}
        className="h-[3px] grow overflow-hidden rounded-full bg-rule"
      >
        <div className="h-full bg-accent" style={{ width: `${Math.round(100 * share)}%` }} />
      </div>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

/** A sentence that says what is wrong. */
export function Trouble({ children }: { children: ReactNode }) {
  return (
    <p role="alert" className="mt-3 w-fit rounded-md bg-danger-tint px-2.5 py-2 text-danger">
      {children}
    </p>
  );
}

/** One of a few, all in view. */
export function Tabs<T extends string>({
  name,
  value,
  choices,
  onChange,
}: {
  name: string;
  value: T;
  choices: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <div role="group" aria-label={name} className="flex w-fit rounded-lg bg-ground p-[3px]">
      {choices.map((choice) => (
        <button
          key={choice.value}
          type="button"
          aria-pressed={choice.value === value}
          onClick={() => onChange(choice.value)}
          className={`rounded-md px-2.5 py-[2px] font-medium ${choice.value === value ? 'bg-panel font-semibold' : 'text-quiet'}`}
        >
          {choice.label}
        </button>
      ))}
    </div>
  );
}

export interface Bar {
  from: number;
  to: number;
  count: number;
}

/** Counts over equal ranges; over equal ratios where `log`, values of 0 or less left out. */
export function bars(values: ArrayLike<number>, most: number, log = false): Bar[] {
  let [low, high] = [Infinity, -Infinity];
  const usable = (value: number): boolean => !Number.isNaN(value) && (!log || value > 0);
  for (let i = 0; i < values.length; i++) {
    if (!usable(values[i])) continue;
    low = Math.min(low, values[i]);
    high = Math.max(high, values[i]);
  }
  if (low > high) return [];
  if (low === high) return [{ from: low, to: high, count: Array.from(values).filter(usable).length }];
  const at = log ? Math.log : (value: number): number => value;
  const back = log ? Math.exp : (value: number): number => value;
  const found = Array.from({ length: most }, (_, i) => ({
    from: back(at(low) + ((at(high) - at(low)) * i) / most),
    to: back(at(low) + ((at(high) - at(low)) * (i + 1)) / most),
    count: 0,
  }));
  for (let i = 0; i < values.length; i++) {
    if (!usable(values[i])) continue;
    const place = Math.floor(((at(values[i]) - at(low)) / (at(high) - at(low))) * most);
    found[Math.min(most - 1, place)].count++;
  }
  return found;
}
