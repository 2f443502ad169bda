'use client';
import { Bar as Column, BarChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { NumberColumn } from '@/core/tables';
import { ChartAway, numbersColumn } from '@/ui/kit/chart-away';
import { type Bar, counted, shortNumber } from '@/ui/kit';
import { useWorkbenchStore } from '@/ui/state/context';

/** How many nodes have which values; a click on a bar selects them. */
export function Histogram({
  bars,
  log,
  column,
  here,
}: {
  bars: readonly Bar[];
  log: boolean;
  column: NumberColumn;
  /** 1 for each node in view; absent: all. */
  here: Uint8Array | undefined;
}) {
  const store = useWorkbenchStore();
  const rows = bars.map((bar, i) => ({ ...bar, name: shortNumber(bar.from), last: i === bars.length - 1 }));
  const select = ({ from, to, last }: { from: number; to: number; last: boolean }): void => {
    const { net } = store.getState();
    if (!net) return;
    const inside = (value: number): boolean =>
      value >= from && (last ? value <= to * (1 + 1e-12) + 1e-300 : value < to);
    store.getState().select({ nodes: net.ids.filter((_, v) => (!here || here[v] === 1) && inside(column.values[v])) });
  };
  const numbers = () => [
    numbersColumn(
      'from',
      bars.map(({ from }) => from),
    ),
    numbersColumn(
      'to',
      bars.map(({ to }) => to),
    ),
    numbersColumn(
      'nodes',
      bars.map(({ count }) => count),
    ),
  ];
  return (
    <ChartAway name={`Spread of ${column.name}`} numbers={numbers}>
      <div className="mt-2 h-64" role="img" aria-label={`Spread of ${column.name}: ${counted(bars.length, 'bar')}`}>
        <ResponsiveContainer width="100%" height="100%" minWidth={200} initialDimension={{ width: 640, height: 256 }}>
          <BarChart data={rows} margin={{ top: 6, right: 6, bottom: 4, left: -14 }} barCategoryGap={1}>
            <XAxis
              dataKey="name"
              tick={{ fontSize: 11, fill: 'var(--quiet)' }}
              interval="preserveStartEnd"
              minTickGap={24}
              stroke="var(--line)"
            />
            <YAxis
              tick={{ fontSize: 11, fill: 'var(--quiet)' }}
              stroke="var(--line)"
              allowDecimals={false}
              {...(log
                ? { scale: 'log' as const, domain: [0.8, 'auto'] as [number, 'auto'], allowDataOverflow: true }
                : {})}
            />
            <Tooltip
              isAnimationActive={false}
              cursor={{ fill: 'var(--trail-ground)' }}
              content={({ payload }) => {
                const row = payload[0]?.payload as (typeof rows)[number] | undefined;
                return row ? (
                  <div className="rounded-md border border-line bg-panel px-2 py-1">
                    {counted(row.count, 'node')} from {shortNumber(row.from)} to {shortNumber(row.to)}
                  </div>
                ) : null;
              }}
            />
            <Column
              dataKey="count"
              fill="var(--bar)"
              isAnimationActive={false}
              onClick={(_data, i) => select(rows[i])}
              className="cursor-pointer"
            />
          </BarChart>
        </ResponsiveContainer>
      </div>
    </ChartAway>
  );
}
