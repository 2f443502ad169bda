'use client';
/** Records as cards: what they are called by, their picture, and the columns that are shown. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { useRef } from 'react';
import { useWidth } from '@/ui/kit/use-width';
import { Picture } from '@/ui/reading/parts';
import type { ShownColumn } from './columns';
import { useRecordCells } from './use-records';

const widest = 230;
const gap = 8;
/** Columns beside the first on a card. */
const most = 5;

export function RecordCards({
  table,
  rows,
  columns,
  chosen,
  onChoose,
}: {
  table: string;
  rows: Uint32Array;
  /** Without the number of the row. */
  columns: readonly ShownColumn[];
  chosen: ReadonlySet<number>;
  onChoose: (row: number) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const wide = useWidth(scroller, widest);
  const across = Math.max(1, Math.floor((wide - 24 + gap) / (widest + gap)));
  const picture = columns.find(({ col }) => col.type === 'picture')?.col.name;
  const [title, ...others] = columns.filter(({ col }) => col.type !== 'picture').map(({ col }) => col.name);
  const said = others.slice(0, most);
  const tall = 18 + 20 + 17 * said.length + gap;
  const virtual = useVirtualizer({
    count: Math.ceil(rows.length / across),
    getScrollElement: () => scroller.current,
    estimateSize: () => tall,
    getItemKey: (i) => `${across} ${said.length} ${i}`,
    overscan: 4,
  });
  const lines = virtual.getVirtualItems();
  const first = (lines[0]?.index ?? 0) * across;
  const last = ((lines.at(-1)?.index ?? -1) + 1) * across - 1;
  const { cell } = useRecordCells(table, rows, first, last);
  return (
    <div ref={scroller} className="min-h-0 grow overflow-y-auto px-3 py-2">
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {lines.map(({ index, key, start }) => (
          <div
            key={key}
            className="absolute inset-x-0 top-0 grid"
            style={{
              transform: `translateY(${start}px)`,
              gap,
              gridTemplateColumns: `repeat(${across}, minmax(0, 1fr))`,
            }}
          >
            {Array.from(rows.subarray(index * across, (index + 1) * across), (row) => (
              <button
                key={row}
                type="button"
                aria-pressed={chosen.has(row)}
                aria-label={`Row ${row + 1}: ${cell(row, title ?? '')}`}
                onClick={() => onChoose(row)}
                style={{ height: tall - gap }}
                className={clsx(
                  'flex gap-2.5 overflow-hidden rounded-lg border bg-panel p-2 text-left hover:border-quiet',
                  chosen.has(row) ? 'border-ink ring-2 ring-ink' : 'border-line',
                )}
              >
                {picture !== undefined && <Picture small text={cell(row, picture)} />}
                <span className="min-w-0 grow">
                  <span className="flex items-baseline gap-2">
                    <b className="min-w-0 grow truncate font-semibold">{cell(row, title ?? '') || '–'}</b>
                    <span className="shrink-0 text-xs text-quiet">{row + 1}</span>
                  </span>
                  {said.map((name) => (
                    <span key={name} className="block truncate text-sm text-quiet">
                      {name}: {cell(row, name) || '–'}
                    </span>
                  ))}
                </span>
              </button>
            ))}
          </div>
        ))}
      </div>
    </div>
  );
}
