'use client';
import { Slider } from 'radix-ui';
import type { ReactNode } from 'react';

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
