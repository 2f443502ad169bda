'use client';
import Link from 'next/link';
import { useMemo } from 'react';
import { Bar, BarChart, ResponsiveContainer, XAxis } from 'recharts';
import { ChartAway, numbersColumn, textsColumn } from '@/ui/kit/chart-away';
import { split } from '@/core/names';
import type { NetworkUse } from '@/server/networks/uses';
import { NumberField, counted, grouped } from '@/ui/kit';
import { Former } from './former';
import type { NamesState } from './use-names';

/** Bars of the chart: values with 1, 2 … and with this many records or more. */
const bars = 12;
const mostChips = 24;

/** How many of the counts fall on each bar. */
export function histogram(counts: readonly number[]): number[] {
  const found = new Array<number>(bars).fill(0);
  for (const count of counts) if (count > 0) found[Math.min(bars, count) - 1]++;
  return found;
}

/** What joining does to the counts, beside a threshold; what was dropped; which networks read the list. */
export function Changes({
  study,
  names,
  threshold,
  onThreshold,
  uses,
  onBack,
}: {
  study: string;
  names: NamesState;
  threshold: number;
  onThreshold: (threshold: number) => void;
  uses: readonly NetworkUse[];
  /** A former version was brought back; absent for who may not. */
  onBack?: () => void;
}) {
  const { list, view, change } = names;
  const after = useMemo(() => view.forms.map(({ count }) => count), [view.forms]);
  const data = useMemo(() => {
    const now = histogram(after);
    const line = Math.min(bars, threshold);
    return histogram(view.before).map((before, i) => ({
      records: i + 1 === bars ? `${bars}+` : String(i + 1),
      before,
      after: now[i],
      // The bar at the threshold has a colour of its own.
      others: i + 1 === line ? 0 : now[i],
      atLine: i + 1 === line ? now[i] : 0,
    }));
  }, [after, view.before, threshold]);
  if (!list) return null;
  const passing = (counts: readonly number[]): number => counts.filter((count) => count >= threshold).length;
  const lifted = view.forms.filter(({ form, count, variants }) => {
    if (count < threshold || !variants.length) return false;
    const own = Math.max(
      count - variants.reduce((sum, one) => sum + one.count, 0),
      ...variants.map((one) => one.count),
    );
    return own < threshold && form !== '';
  });
  const reading = uses.filter(({ columns }) =>
    columns.some((ref) => list.columns.some((one) => one.table === ref.table && one.column === ref.column)),
  );
  return (
    <aside aria-label="What it changes" className="w-[262px] shrink-0 overflow-y-auto bg-panel p-3.5">
      <h2 className="font-serif text-lg font-semibold">What it changes</h2>
      <p className="text-sm text-quiet">Values with at least</p>
      <p className="mt-1.5 flex items-center gap-2">
        <NumberField
          compact
          whole
          label="Threshold of records"
          value={threshold}
          min={1}
          max={100000}
          className="!w-14 text-center font-semibold"
          onCommit={onThreshold}
        />
        {threshold === 1 ? 'record' : 'records'}
      </p>
      <ChartAway
        above
        name={`${list.name} by records`}
        numbers={() => [
          textsColumn(
            'records',
            data.map(({ records }) => records),
          ),
          numbersColumn(
            'values before',
            data.map(({ before }) => before),
          ),
          numbersColumn(
            'values',
            data.map((one) => one.after),
          ),
        ]}
      >
        <div
          className="mt-3 h-[124px]"
          role="img"
          aria-label={`Values by records: ${data.map(({ records, before, after: now }) => `${records} records, ${now} values, ${before} before`).join('; ')}`}
        >
          <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 234, height: 124 }}>
            <BarChart
              data={data}
              barGap={0}
              barCategoryGap="14%"
              margin={{ top: 2, right: 0, bottom: 0, left: 0 }}
              accessibilityLayer={false}
            >
              <XAxis
                dataKey="records"
                tickLine={false}
                axisLine={false}
                interval={bars - 2}
                tick={{ fontSize: 11, fill: 'var(--quiet)' }}
                height={18}
              />
              <Bar dataKey="before" stackId="before" fill="var(--line)" isAnimationActive={false} />
              <Bar dataKey="others" stackId="after" fill="var(--bar)" isAnimationActive={false} />
              <Bar dataKey="atLine" stackId="after" fill="var(--accent)" isAnimationActive={false} />
            </BarChart>
          </ResponsiveContainer>
        </div>
      </ChartAway>
      <p className="mt-2">
        <b className="font-semibold">
          {counted(passing(after), 'value')} {passing(after) === 1 ? 'passes' : 'pass'}
        </b>
        , {grouped(passing(view.before))} before joining.
      </p>
      <p className="text-sm text-quiet">
        {counted(view.before.length, 'spelling')} count as {grouped(view.forms.length)}.
      </p>
      {lifted.length > 0 && (
        <>
          <h3 className="mt-4 text-sm font-semibold">Newly over the line</h3>
          <ul className="mt-1 flex flex-wrap gap-1.5">
            {lifted.slice(0, mostChips).map(({ form, count }) => (
              <li key={form} className="rounded-full border border-line bg-tint px-2.5 py-0.5 text-sm">
                {form} {grouped(count)}
              </li>
            ))}
            {lifted.length > mostChips && (
              <li className="text-sm text-quiet">and {grouped(lifted.length - mostChips)} more</li>
            )}
          </ul>
        </>
      )}
      {view.dropped.length > 0 && (
        <>
          <h3 className="mt-4 text-sm font-semibold">Dropped</h3>
          <ul className="mt-1 flex flex-wrap gap-1.5">
            {view.dropped.slice(0, mostChips).map(({ value, count }) => (
              <li key={value}>
                <button
                  type="button"
                  title={`${counted(count, 'record')}; click to take it back`}
                  aria-label={`Take ${value} back`}
                  onClick={() => change({ entries: split(list.entries, [value]) }, `took ${value} back`)}
                  className="rounded-full border border-amber-line bg-amber px-2.5 py-0.5 text-sm"
                >
                  {value}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <h3 className="mt-4 text-sm font-semibold">Used by</h3>
      {reading.length ? (
        <ul className="mt-0.5">
          {reading.map(({ id, name }) => (
            <li key={id}>
              <Link href={`/studies/${study}/networks/${id}`} className="text-quiet hover:text-ink hover:underline">
                {name}
              </Link>
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-sm text-quiet">No network reads these columns yet.</p>
      )}
      <Former study={study} list={list.id} version={list.version} onBack={onBack} />
    </aside>
  );
}
