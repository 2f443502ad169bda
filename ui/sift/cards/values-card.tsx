'use client';
import { clsx } from 'clsx';
import type { SiftOf } from '@/core/sift';
import { Choose, counted, grouped, shortNumber } from '@/ui/kit';
import type { CardProps } from './card';
import { MeasureField } from './measure-field';

/** How many values are listed at first, and how many more at a time. */
const few = 8;
const more = 24;

/** Values with how many are in view, of how many in all; several can be chosen. */
export function ValuesCard({ sift, tally, set }: CardProps<SiftOf<'values'>, 'values'>) {
  const chosen = new Set(sift.values);
  const most = Math.max(1, ...(tally?.values ?? []).map(({ all }) => all));
  const toggle = (value: string): void =>
    set({ values: chosen.has(value) ? sift.values.filter((one) => one !== value) : [...sift.values, value] });
  return (
    <>
      <div className="mt-1.5 grid grid-cols-2 items-center gap-1.5">
        <Choose
          compact
          label={`Order of ${sift.column}`}
          value={sift.order}
          choices={(['most in view', 'most in all', 'by name'] as const).map((value) => ({ value, label: value }))}
          onChange={(order) => set({ order: order as typeof sift.order })}
        />
        <MeasureField sift={sift} onChange={(measure) => set({ measure })} />
        <label className="flex items-center gap-1 text-sm">
          <input
            type="checkbox"
            checked={sift.none}
            onChange={(event) => set({ none: event.target.checked })}
            className="accent-[var(--sifted)]"
          />
          none of
        </label>
      </div>
      {((tally?.distinct ?? 0) > 12 || sift.search !== '') && (
        <input
          aria-label={`Search the values of ${sift.column}`}
          placeholder={`Search ${counted(tally?.distinct ?? 0, 'value')}`}
          value={sift.search}
          onChange={(event) => set({ search: event.target.value })}
          className="mt-1.5 h-7 w-full rounded-md border border-line bg-panel px-2"
        />
      )}
      <ul className="mt-1.5">
        {tally?.values.map(({ value, inView, all }) => (
          <li key={value} className="flex items-center gap-2 py-[1px]">
            <label className="flex min-w-0 grow items-center gap-2">
              <input
                type="checkbox"
                checked={chosen.has(value)}
                onChange={() => toggle(value)}
                className="shrink-0 accent-[var(--sifted)]"
              />
              <span
                className={clsx('truncate', chosen.has(value) && 'font-semibold', value === '' && 'text-quiet')}
                title={value}
              >
                {value === '' ? 'nothing given' : value}
              </span>
            </label>
            <span className="relative h-1.5 w-10 shrink-0 overflow-hidden rounded bg-ground" aria-hidden>
              <span
                className="absolute inset-y-0 left-0 bg-amber-line/60"
                style={{ width: `${(100 * all) / most}%` }}
              />
              <span className="absolute inset-y-0 left-0 bg-sifted" style={{ width: `${(100 * inView) / most}%` }} />
            </span>
            <span className="min-w-[76px] shrink-0 text-right text-sm whitespace-nowrap text-quiet">
              {shortNumber(inView)} of {shortNumber(all)}
            </span>
          </li>
        ))}
      </ul>
      {tally && tally.values.length === 0 && <p className="text-sm text-quiet">No value has these letters.</p>}
      {tally && tally.shown > tally.values.length && (
        <button
          type="button"
          className="mt-1 text-sm font-semibold text-accent"
          onClick={() => set({ most: sift.most + more })}
        >
          and {grouped(tally.shown - tally.values.length)} more
        </button>
      )}
      {tally && sift.most > few && (
        <button type="button" className="mt-1 ml-2 text-sm text-quiet" onClick={() => set({ most: few })}>
          fewer
        </button>
      )}
    </>
  );
}
