'use client';
import { Slider } from 'radix-ui';
import type { ReactNode } from 'react';

/** Where a track from `low` to `high` stops: at whole numbers up to `each`, then in steps of a twentieth, so that the end is not far. */
export function stopsTo(low: number, high: number, each = 60): number[] {
  const stops: number[] = [];
  for (let next = low; next < high; next += next < each ? 1 : Math.ceil(next / 20)) stops.push(next);
  return [...stops, Math.max(low, high)];
}

/**
 * A number on a track, from `min` to `max` or at given `stops`, which rise. Moves live. `onNear` hears of the values beside the one it stands at, the higher
 * first, when it is moved or about to be.
 */
export function Slide({
  label,
  value,
  onChange,
  onNear,
  help,
  show,
  ...track
}: {
  label: string;
  value: number;
  onChange: (value: number) => void;
  onNear?: (values: number[]) => void;
  help?: ReactNode;
  show?: (value: number) => string;
} & ({ min: number; max: number; step: number; stops?: undefined } | { stops: readonly number[] })) {
  const text = show ? show(value) : String(value);
  const { stops } = track;
  const held = stops
    ? Math.max(
        0,
        stops.findLastIndex((stop) => stop <= value),
      )
    : value;
  const { min, max, step } = stops ? { min: 0, max: stops.length - 1, step: 1 } : track;
  const valueAt = (place: number): number => (stops ? stops[place] : place);
  const near = (place: number): void => {
    const beside = [place + step, place - step].filter((one) => one >= min && one <= max);
    // Tenths are not exact.
    onNear?.(beside.map((one) => valueAt(Number(one.toFixed(10)))));
  };
  return (
    <div className="mt-3.5">
      <div className="mb-1 flex items-baseline justify-between text-sm">
        <span className="font-semibold">{label}</span>
        <span className="text-quiet">{text}</span>
      </div>
      <Slider.Root
        className="relative flex h-5 touch-none items-center select-none"
        value={[Math.min(max, Math.max(min, held))]}
        min={min}
        max={max}
        step={step}
        onFocus={() => near(held)}
        onPointerEnter={() => near(held)}
        onValueChange={([next]) => {
          onChange(valueAt(next));
          near(next);
        }}
      >
        <Slider.Track className="relative h-[3px] grow rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-accent" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          {...(stops && { 'aria-valuetext': text })}
          className="block size-3.5 rounded-full border-2 border-accent bg-panel"
        />
      </Slider.Root>
      {help && <p className="mt-0.5 text-sm text-quiet">{help}</p>}
    </div>
  );
}
