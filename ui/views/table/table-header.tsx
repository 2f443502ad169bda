'use client';
/** The header of a table: what rows are ordered by, how wide columns are, and what they say of all rows shown. */
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type PointerEvent, useRef } from 'react';
import { columnTitle } from '@/core/measure';
import { type TableState, sortedBy } from '@/ui/state/table';
import { type ShownColumn, narrowest } from './columns';

export function TableHeader({
  columns,
  width,
  state,
  onChange,
  summaries,
  titled = columnTitle,
}: {
  columns: readonly ShownColumn[];
  width: number;
  state: TableState;
  onChange: (change: Partial<TableState>) => void;
  summaries: readonly { short: string; long: string }[];
  titled?: (name: string) => string;
}) {
  const begun = useRef<{ x: number; width: number } | undefined>(undefined);
  const { sort } = state;
  const widen = (name: string, to: number): void =>
    onChange({ widths: new Map(state.widths).set(name, Math.max(narrowest, Math.round(to))) });
  const drag = (name: string, event: PointerEvent<HTMLElement>): void => {
    if (begun.current) widen(name, begun.current.width + event.clientX - begun.current.x);
  };
  return (
    <div role="row" className="sticky top-0 z-10 flex border-b border-line bg-paper" style={{ width }}>
      {columns.map(({ col, width: wide, left }, c) => {
        const place = sort.findIndex(({ name }) => name === col.name);
        const sorted = sort[place];
        return (
          <div
            key={col.name}
            role="columnheader"
            aria-sort={sorted ? (sorted.descending ? 'descending' : 'ascending') : 'none'}
            className={clsx('relative shrink-0 border-r border-rule', left !== undefined && 'sticky z-10 bg-paper')}
            style={{ width: wide, left }}
          >
            <button
              type="button"
              className="block w-full px-2.5 pt-1 pb-0.5 text-left hover:bg-ground"
              title="Shift and a click order by this as well"
              onClick={(event) => onChange({ sort: sortedBy(sort, col, event.shiftKey) })}
            >
              <span className="flex items-center gap-1 font-semibold">
                <span className="truncate">{titled(col.name)}</span>
                {sorted &&
                  (sorted.descending ? <ArrowDown size={13} aria-hidden /> : <ArrowUp size={13} aria-hidden />)}
                {sorted && sort.length > 1 && <sup className="text-xs">{place + 1}</sup>}
              </span>
              <span aria-hidden className="block h-4 truncate text-xs text-quiet" title={summaries[c].long}>
                {summaries[c].short}
              </span>
            </button>
            <span
              data-widen={col.name}
              className="absolute inset-y-0 -right-1 z-20 w-2 cursor-col-resize touch-none"
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                begun.current = { x: event.clientX, width: wide };
              }}
              onPointerMove={(event) => drag(col.name, event)}
              onPointerUp={() => (begun.current = undefined)}
              onDoubleClick={() => {
                const widths = new Map(state.widths);
                widths.delete(col.name);
                onChange({ widths });
              }}
            />
          </div>
        );
      })}
    </div>
  );
}
