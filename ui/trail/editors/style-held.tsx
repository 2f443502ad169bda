'use client';
/** The distribution of a column with two handles, between which its range is used. */
import { Slider } from 'radix-ui';
import { useState } from 'react';
import { worthHolding } from '@/core/amounts';
import { datePrecision, readDate, writeDate } from '@/core/tables';
import { TextField, counted, shortNumber } from '@/ui/kit';
import type { Change } from '@/ui/kit/settings-form';
import type { ColumnHoldings } from '@/worker/client';

const [wide, high] = [270, 46];
const steps = 200;

export function Held({
  column,
  values,
  onChange,
}: {
  column: ColumnHoldings;
  values: Readonly<Record<string, unknown>>;
  onChange: Change;
}) {
  const { bars, low = 0, high: top = 0 } = column.distribution;
  if (!(low < top)) return null;
  const from = typeof values.from === 'number' ? values.from : low;
  const to = typeof values.to === 'number' ? values.to : top;
  const worth = worthHolding(column.distribution);
  const most = Math.max(...bars);
  const place = (value: number): number => Math.round(((value - low) / (top - low)) * steps);
  const dates = column.type === 'date';
  // Days are whole; four digits are as fine as the handles are.
  const value = (at: number): number => {
    const found = low + ((top - low) * at) / steps;
    return dates ? Math.round(found) : Number(found.toPrecision(4));
  };
  const said = (one: number): string =>
    dates ? writeDate(Math.round(one), datePrecision.day, false) : shortNumber(one);
  const [under, over] = dates ? ['before', 'after'] : ['under', 'over'];
  const bar = wide / bars.length;
  return (
    <div className="mt-3">
      <svg
        viewBox={`0 0 ${wide} ${high}`}
        className="block w-full"
        role="img"
        aria-label={`Distribution of ${column.name}`}
      >
        {bars.map((count, i) => (
          <rect
            key={i}
            x={i * bar}
            width={bar - 1}
            // A band with anything in it can be seen.
            y={high - (count ? Math.max(1.5, (count / most) * high) : 0)}
            height={count ? Math.max(1.5, (count / most) * high) : 0}
            className="fill-rise"
          />
        ))}
      </svg>
      <Slider.Root
        className="relative flex h-4 touch-none items-center select-none"
        min={0}
        max={steps}
        step={1}
        minStepsBetweenThumbs={1}
        value={[place(from), place(to)]}
        onValueChange={([a, b]) =>
          onChange({ from: a === 0 ? undefined : value(a), to: b === steps ? undefined : value(b) }, 'held')
        }
      >
        <Slider.Track className="relative h-[3px] grow rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-accent" />
        </Slider.Track>
        <Slider.Thumb aria-label="Held from" className="block size-3.5 rounded-full border-2 border-accent bg-panel" />
        <Slider.Thumb aria-label="Held to" className="block size-3.5 rounded-full border-2 border-accent bg-panel" />
      </Slider.Root>
      <p className="flex justify-between text-sm text-quiet">
        <span>{from > low ? `${said(from)} and ${under}` : said(low)}</span>
        <span>{to < top ? `${said(to)} and ${over}` : said(top)}</span>
      </p>
      {values.classes === 'hand' && (
        <Begins begins={(values.begins ?? []) as number[]} dates={dates} onChange={onChange} />
      )}
      {worth && (
        <p className="mt-2 rounded-md border border-line bg-tint px-2.5 py-1.5 text-sm" role="note">
          {counted(worth.above, 'value takes', 'values take')} more than half of the range
          {values.to === undefined
            ? '; the others look almost alike. '
            : `; held at ${said(to)} the rest can be told apart. `}
          <button
            type="button"
            className="font-semibold text-accent"
            onClick={() => onChange(values.to === undefined ? { to: worth.to } : { from: undefined, to: undefined })}
          >
            {values.to === undefined ? `Hold at ${said(worth.to)}` : 'Undo'}
          </button>
        </p>
      )}
    </div>
  );
}

const mostClasses = 30;

/** Where each class but the lowest begins, in one line. */
function Begins({ begins, dates, onChange }: { begins: readonly number[]; dates: boolean; onChange: Change }) {
  const [odd, setOdd] = useState<string | undefined>();
  const said = (value: number): string => (dates ? writeDate(value, datePrecision.day, false) : String(value));
  return (
    <>
      <TextField
        label="Classes begin at"
        value={begins.map(said).join('; ')}
        placeholder={dates ? '1900; 1914-08; 1931' : '5; 20; 100'}
        onCommit={(text) => {
          const parts = text.split(/[;\s]+/).filter((part) => part !== '');
          const found = parts.map((part) => (dates ? dayOf(part) : Number(part.replace(',', '.'))));
          const wrong = parts.find((_, i) => !Number.isFinite(found[i]));
          setOdd(wrong ?? (parts.length > mostClasses ? parts[mostClasses] : undefined));
          if (wrong === undefined && parts.length <= mostClasses)
            onChange({ begins: [...new Set(found)].sort((a, b) => a - b) });
        }}
      />
      {odd !== undefined && (
        <p role="alert" className="mt-1 text-sm text-danger">
          “{odd}” is no {dates ? 'date' : 'number'}, or one of more than {mostClasses}. Part the bounds by semicolons,
          as in {dates ? '1900; 1914-08' : '5; 20; 100'}.
        </p>
      )}
    </>
  );
}

const dayOf = (text: string): number => readDate(text)?.day ?? NaN;
