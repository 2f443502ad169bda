'use client';
/** Each row of a sift of dates as a bar over the same time as the bars above it. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { useMemo, useRef } from 'react';
import { type Bar, type LastingRows as Rows, type SiftOf, windowWords } from '@/core/sift';
import { grouped } from '@/ui/kit';
import { useWorkbenchStore } from '@/ui/state/context';

const tall = 17;
/** Narrower bars are points, in shares of the whole width. */
const point = 0.012;

export function LastingRows({ sift, rows, bars }: { sift: SiftOf<'dates'>; rows: Rows; bars: readonly Bar[] }) {
  const box = useRef<HTMLDivElement>(null);
  const store = useWorkbenchStore();
  // A line for each heading, then for each row under it.
  const lines = useMemo(
    () =>
      Array.from(rows.row.keys()).flatMap((i): ({ at: number } | { head: string })[] =>
        rows.groups && rows.groups[i] !== rows.groups[i - 1]
          ? [{ head: rows.groups[i] || 'without a value' }, { at: i }]
          : [{ at: i }],
      ),
    [rows],
  );
  const list = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: () => tall,
    overscan: 8,
  });
  if (!bars.length) return null;
  const [low, high] = [bars[0].from, bars[bars.length - 1].to];
  const share = (day: number): number => Math.max(0, Math.min(1, (day - low) / (high - low)));
  const words = (i: number): string => {
    const [from, until] = [rows.from[i], rows.until[i]];
    const time = windowWords(Number.isFinite(from) ? from : undefined, Number.isFinite(until) ? until : undefined);
    return [rows.labels[i], time, rows.groups?.[i], rows.light[i] ? 'not certain' : ''].filter(Boolean).join(', ');
  };
  const take = (i: number): void => {
    const { net, select } = store.getState();
    const row = rows.row[i];
    if (sift.of === 'nodes' && net) select({ nodes: [net.ids[row]] });
    if (sift.of === 'records' && sift.table) select({ nodes: [], records: [{ table: sift.table, row }] });
  };
  return (
    <>
      <div ref={box} tabIndex={-1} className="relative mt-1 max-h-[221px] overflow-y-auto rounded border border-rule">
        <ul aria-label={`${sift.column} row by row`} className="relative" style={{ height: list.getTotalSize() }}>
          {list.getVirtualItems().map(({ index, key, start }) => {
            const line = lines[index];
            const style = { transform: `translateY(${start}px)`, height: tall };
            if ('head' in line)
              return (
                <li key={key} style={style} className="absolute inset-x-0 top-0 truncate pl-1 text-xs font-semibold">
                  {line.head}
                </li>
              );
            const { at } = line;
            const left = share(rows.from[at]);
            const right = share(rows.until[at]);
            const short = right - left < point;
            const inside = rows.inside[at] === 1;
            return (
              <li key={key} style={style} className="absolute inset-x-0 top-0 border-b border-rule">
                <button
                  type="button"
                  title={words(at)}
                  aria-label={words(at)}
                  onClick={() => take(at)}
                  className="relative block size-full text-left hover:bg-ground"
                >
                  <span
                    className={clsx(
                      'absolute top-[10px] h-[5px]',
                      short ? 'size-[6px] -translate-x-1/2 rounded-full' : 'rounded-[2px]',
                      !inside ? 'bg-line' : rows.light[at] ? 'bg-amber-line' : 'bg-sifted',
                      !Number.isFinite(rows.until[at]) && 'rounded-r-none border-r-2 border-dotted border-ink',
                      !Number.isFinite(rows.from[at]) && 'rounded-l-none border-l-2 border-dotted border-ink',
                    )}
                    style={{ left: `${100 * left}%`, ...(short ? {} : { width: `${100 * (right - left)}%` }) }}
                  />
                  <span
                    className={clsx(
                      'absolute top-0 max-w-full truncate text-[10px] leading-[10px]',
                      !inside && 'text-quiet',
                    )}
                    style={left < 0.6 ? { left: `${100 * left}%` } : { right: `${100 * (1 - Math.max(right, left))}%` }}
                  >
                    {rows.labels[at]}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
      </div>
      {rows.all > rows.row.length && (
        <p className="text-xs text-quiet">
          the first {grouped(rows.row.length)} of {grouped(rows.all)}; sift further to see the rest
        </p>
      )}
    </>
  );
}
