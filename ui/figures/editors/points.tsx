'use client';
import { TextField } from '@/ui/kit';

/** A size in points; empty leaves it to the page. */
export function PointsField({
  label,
  value,
  least = 3,
  most = 400,
  onChange,
}: {
  label: string;
  value: number | undefined;
  least?: number;
  most?: number;
  onChange: (points: number | undefined) => void;
}) {
  return (
    <TextField
      label={`${label}, in points`}
      value={value === undefined ? '' : String(value)}
      placeholder="as the page suggests"
      inputMode="decimal"
      onCommit={(text) => {
        const points = Number(text.replace(',', '.'));
        if (text.trim() === '') onChange(undefined);
        else if (Number.isFinite(points)) onChange(Math.min(most, Math.max(least, points)));
      }}
    />
  );
}
