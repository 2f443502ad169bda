/** What the editors of nodes' and edges' looks share. */
import { columnTitle } from '@/core/measure';
import { type Scale, scales } from '@/core/style';
import { Choose } from '@/ui/kit';
import type { ColumnHoldings } from '@/worker/client';
import type { EditorProps } from '../step-editor';

export type StyleProps = EditorProps<'style'>;

const scaleNames: Record<Scale, string> = { linear: 'linear', sqrt: 'square root', log: 'logarithm', rank: 'rank' };
export const scaleChoices = scales.map((value) => ({ value, label: scaleNames[value] }));
export const isAmount = ({ type }: ColumnHoldings): boolean => type === 'number' || type === 'date';
export const choicesOf = (columns: readonly ColumnHoldings[]) =>
  columns.map(({ name }) => ({ value: name, label: columnTitle(name) }));

export function ColourField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (colour: string) => void;
}) {
  return (
    <label className="mt-2 flex items-center gap-2">
      <input
        type="color"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="size-6 cursor-pointer rounded border border-line bg-panel"
      />
      {label}
    </label>
  );
}

/** Which value looks how: a list of values, each with a choice. */
export function ByValue({
  name,
  values,
  current,
  choices,
  onChange,
}: {
  name: string;
  values: readonly { value: string }[];
  current: (value: string, place: number) => string;
  choices: readonly string[];
  onChange: (value: string, look: string) => void;
}) {
  return (
    <ul aria-label={name} className="mt-2 space-y-1">
      {values.map(({ value }, i) => (
        <li key={value} className="grid grid-cols-[1fr_8rem] items-center gap-2">
          <span className="truncate">{value}</span>
          <Choose
            compact
            label={`${name} of ${value}`}
            value={current(value, i)}
            choices={choices.map((look) => ({ value: look, label: look }))}
            onChange={(look) => onChange(value, look)}
          />
        </li>
      ))}
    </ul>
  );
}
