'use client';
import { clsx } from 'clsx';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type PointerEvent as ReactPointerEvent, useCallback, useEffect, useRef, useState } from 'react';
import type { ColumnType, Distribution } from '@/core/tables';
import { writeDate } from '@/core/tables';
import { counted, shortNumber } from '@/ui/kit';
import type { GridCell, GridView } from '@/worker/client';
import type { Laid, Records } from './use-records';

const rowHeight = 28;
const headerHeight = 64;
const page = 100;
const typeNames: Record<ColumnType, string> = {
  text: 'text',
  number: 'number',
  yesno: 'yes/no',
  date: 'date',
  list: 'list',
};

interface GridRow {
  row: number;
  cells: GridCell[];
}

/** Rows of the table on the desk: only those in view are fetched and drawn, so that 100,000 scroll like 100. */
export function Grid({ laid, desk, search }: { laid: Laid; desk: Records['desk']; search: string }) {
  const scroller = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<GridView>({});
  const [shown, setShown] = useState({ count: laid.rows, turn: 0 });
  const [widths, setWidths] = useState<Record<string, number>>({});
  const { pages, need } = usePages(desk, shown.turn);

  // Sorts and searches in the worker; what was asked last is what is shown.
  const turn = useRef(0);
  useEffect(() => {
    const mine = ++turn.current;
    const timer = setTimeout(
      () =>
        void desk()
          .view({ ...view, search })
          .then((count) => mine === turn.current && setShown(({ turn: last }) => ({ count, turn: last + 1 }))),
      search ? 120 : 0,
    );
    return () => clearTimeout(timer);
  }, [desk, view, search]);

  const widthOf = useCallback(
    (c: number): number => widths[laid.columns[c].name] ?? firstWidth(laid.columns[c]),
    [widths, laid.columns],
  );
  const rows = useVirtualizer({
    count: shown.count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 16,
  });
  const columns = useVirtualizer({
    count: laid.columns.length,
    getScrollElement: () => scroller.current,
    horizontal: true,
    estimateSize: widthOf,
    overscan: 3,
  });
  useEffect(() => columns.measure(), [columns, widths]);
  const items = rows.getVirtualItems();
  const inView = columns.getVirtualItems();
  const firstRow = items[0]?.index ?? 0;
  const lastRow = items.at(-1)?.index ?? 0;
  useEffect(() => need(firstRow, lastRow), [need, firstRow, lastRow]);

  const width = columns.getTotalSize();
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Records"
      aria-rowcount={shown.count + 1}
      aria-colcount={laid.columns.length}
      tabIndex={0}
      className="min-h-0 grow overflow-auto bg-paper"
    >
      <div
        role="row"
        className="sticky top-0 z-10 border-b border-line bg-panel"
        style={{ width, minWidth: '100%', height: headerHeight }}
      >
        {inView.map((item) => (
          <HeaderCell
            key={item.key}
            column={laid.columns[item.index]}
            distribution={laid.distributions[item.index]}
            left={item.start}
            width={item.size}
            view={view}
            onSort={setView}
            onWidth={(next) => setWidths((all) => ({ ...all, [laid.columns[item.index].name]: next }))}
          />
        ))}
      </div>
      <div className="relative" style={{ height: rows.getTotalSize(), width }}>
        {items.map((item) => {
          const held = pages.get(Math.floor(item.index / page))?.[item.index % page];
          return (
            <div
              key={item.key}
              role="row"
              aria-rowindex={item.index + 2}
              className="absolute left-0 border-b border-rule"
              style={{ top: item.start, height: rowHeight, width }}
            >
              {inView.map((col) => {
                const cell = held?.cells[col.index];
                return (
                  <div
                    key={col.key}
                    role="gridcell"
                    aria-colindex={col.index + 1}
                    title={
                      cell && !cell.fits
                        ? `“${cell.text}” is no ${typeNames[laid.columns[col.index].type]}`
                        : cell?.text
                    }
                    className={clsx(
                      'absolute top-0 h-full truncate px-2.5 leading-[27px]',
                      laid.columns[col.index].type === 'number' && 'text-right',
                      cell && !cell.fits && 'bg-danger-tint',
                    )}
                    style={{ left: col.start, width: col.size }}
                  >
                    {cell?.text}
                  </div>
                );
              })}
            </div>
          );
        })}
      </div>
      {shown.count === 0 && (
        <p className="sticky left-0 p-4 text-quiet">{search ? `No row has “${search}”.` : 'No rows.'}</p>
      )}
    </div>
  );
}

/** Wide for texts, narrow for numbers. */
function firstWidth({ name, type }: { name: string; type: ColumnType }): number {
  const least = type === 'number' || type === 'yesno' ? 112 : type === 'date' ? 124 : 132;
  return Math.min(240, Math.max(least, 24 + name.length * 7.5));
}

/** Pages of rows, fetched when they come into view; `turn` empties them. */
function usePages(
  desk: Records['desk'],
  turn: number,
): { pages: Map<number, GridRow[]>; need: (from: number, to: number) => void } {
  const held = useRef<{ turn: number; pages: Map<number, GridRow[]>; asked: Set<number> }>({
    turn,
    pages: new Map(),
    asked: new Set(),
  });
  const [, setArrived] = useState(0);
  if (held.current.turn !== turn) held.current = { turn, pages: new Map(), asked: new Set() };
  const need = useCallback(
    (from: number, to: number) => {
      const mine = held.current;
      for (let p = Math.floor(from / page); p <= Math.floor(to / page); p++) {
        if (mine.asked.has(p)) continue;
        mine.asked.add(p);
        void desk()
          .read(p * page, (p + 1) * page)
          .then((rows) => {
            mine.pages.set(p, rows);
            setArrived((count) => count + 1);
          });
      }
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a new turn asks anew
    [desk, turn],
  );
  return { pages: held.current.pages, need };
}

function HeaderCell({
  column,
  distribution,
  left,
  width,
  view,
  onSort,
  onWidth,
}: {
  column: { name: string; type: ColumnType };
  distribution: Distribution | undefined;
  left: number;
  width: number;
  view: GridView;
  onSort: (view: GridView) => void;
  onWidth: (width: number) => void;
}) {
  const sorted = view.sort === column.name;
  const next = !sorted
    ? { sort: column.name, descending: false }
    : view.descending
      ? {}
      : { sort: column.name, descending: true };
  return (
    <div
      role="columnheader"
      aria-sort={sorted ? (view.descending ? 'descending' : 'ascending') : 'none'}
      className="absolute top-0 h-full"
      style={{ left, width }}
    >
      <button
        type="button"
        onClick={() => onSort(next)}
        className="block h-full w-full px-2.5 pt-1.5 text-left align-top hover:bg-ground"
      >
        <span className="flex items-center gap-1 text-sm font-semibold">
          <span className="truncate">{column.name}</span>
          {sorted && (view.descending ? <ArrowDown size={12} aria-hidden /> : <ArrowUp size={12} aria-hidden />)}
        </span>
        <span className="block truncate text-xs text-quiet">
          {distribution ? inWords(column.type, distribution) : ''}
        </span>
        {distribution && <Skyline bars={distribution.bars} width={Math.min(84, width - 20)} />}
      </button>
      <div
        role="separator"
        aria-orientation="vertical"
        aria-label={`Width of ${column.name}`}
        aria-valuenow={width}
        tabIndex={0}
        className="absolute top-0 right-0 h-full w-1.5 cursor-col-resize hover:bg-rise"
        onKeyDown={(event) => {
          if (event.key === 'ArrowLeft') onWidth(Math.max(48, width - 16));
          if (event.key === 'ArrowRight') onWidth(Math.min(900, width + 16));
        }}
        onPointerDown={(event) => dragWidth(event, width, onWidth)}
      />
    </div>
  );
}

function dragWidth(event: ReactPointerEvent<HTMLDivElement>, width: number, onWidth: (width: number) => void): void {
  event.preventDefault();
  const handle = event.currentTarget;
  const start = event.clientX;
  handle.setPointerCapture(event.pointerId);
  const move = (moved: PointerEvent): void => onWidth(Math.min(900, Math.max(48, width + moved.clientX - start)));
  const end = (): void => {
    handle.removeEventListener('pointermove', move);
    handle.removeEventListener('pointerup', end);
  };
  handle.addEventListener('pointermove', move);
  handle.addEventListener('pointerup', end);
}

function inWords(type: ColumnType, { distinct, low, high }: Distribution): string {
  if (low !== undefined && high !== undefined) {
    if (type === 'date') return `date · ${writeDate(low, 1, false)}–${writeDate(high, 1, false)}`;
    return `number · ${shortNumber(low)}–${shortNumber(high)}`;
  }
  return `${typeNames[type]} · ${counted(distinct, 'value')}`;
}

function Skyline({ bars, width }: { bars: readonly number[]; width: number }) {
  const step = width / 16;
  const most = Math.max(1, ...bars);
  return (
    <svg width={width} height="18" aria-hidden className="mt-0.5">
      {bars.map((count, i) => {
        const tall = count ? Math.max(1.5, (count / most) * 17) : 0;
        return <rect key={i} x={i * step} y={18 - tall} width={step * 0.85} height={tall} fill="var(--bar)" />;
      })}
    </svg>
  );
}

export { typeNames };
