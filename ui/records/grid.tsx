'use client';
import { clsx } from 'clsx';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useId, useRef, useState } from 'react';
import type { ColumnSpec, Distribution } from '@/core/tables';
import type { MenuEntry } from '@/ui/kit';
import type { GridCell, GridView } from '@/worker/client';
import { CellEditor } from './cell-editor';
import { HeaderCell } from './grid-header';
import { useRows } from './grid-pages';
import { type Range, useCells } from './use-cells';
import type { Desk } from './use-desk';
import { typeNames } from './words';
import { own } from '@/core/own';

const rowHeight = 28;
const headerHeight = 64;

/** What lies on the desk: changes when other rows are laid there. */
export interface Laid {
  id: number;
  columns: ColumnSpec[];
  distributions: Distribution[];
  rows: number;
}

/** How cells are changed, where they can be. Rows are places in the present view. */
export interface GridEditing {
  /** Counts up when cells were written, so that rows are fetched anew. */
  turn: number;
  write: (from: { row: number; column: number }, texts: string[][], what: string) => void;
  paste: (from: { row: number; column: number }, texts: string[][]) => void;
  clear: (range: Range) => void;
  fillDown: (range: Range) => void;
  columnEntries: (column: number) => readonly (MenuEntry | null)[];
  onRange: (range: Range | undefined) => void;
}

/** Rows of the table on the desk: only those in view are fetched and drawn, so that 100,000 scroll like 100. */
export function Grid({
  laid,
  desk,
  search,
  label,
  notes,
  tableName,
  editing,
}: {
  laid: Laid;
  desk: Desk;
  search: string;
  label: string;
  /** By column name, what is said of it in its header. */
  notes: Readonly<Record<string, string>>;
  tableName: (key: string) => string;
  editing?: GridEditing;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<GridView>({});
  const [shown, setShown] = useState({ count: laid.rows, turn: 0 });
  const [widths, setWidths] = useState<Record<string, number>>({});
  const ids = useId();
  const { rowAt, need } = useRows(desk, shown.turn);

  // Sorts and searches in the worker; what was asked last is what is shown.
  const turn = useRef(0);
  const written = editing?.turn ?? 0;
  const asked = useRef<{ view: GridView; search: string } | undefined>(undefined);
  useEffect(() => {
    const mine = ++turn.current;
    // What is written changes no order: rows stand where they are until another order is asked for.
    const stands = editing && asked.current?.view === view && asked.current.search === search;
    const timer = setTimeout(
      () => {
        asked.current = { view, search };
        void (stands ? desk().shown() : desk().view({ ...view, search })).then(
          (count) => mine === turn.current && setShown(({ turn: last }) => ({ count, turn: last + 1 })),
        );
      },
      search && !stands ? 120 : 0,
    );
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- whether cells can be changed does not change
  }, [desk, view, search, laid.id, written]);

  const widthOf = useCallback(
    (c: number): number => own(widths, laid.columns[c].name) ?? firstWidth(laid.columns[c]),
    [widths, laid.columns],
  );
  const rows = useVirtualizer({
    count: shown.count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 16,
    scrollPaddingStart: headerHeight,
  });
  const columns = useVirtualizer({
    count: laid.columns.length,
    getScrollElement: () => scroller.current,
    horizontal: true,
    estimateSize: widthOf,
    overscan: 3,
  });
  useEffect(() => columns.measure(), [columns, widths, laid.columns]);
  const items = rows.getVirtualItems();
  const inView = columns.getVirtualItems();
  const firstRow = items[0]?.index ?? 0;
  const lastRow = items.at(-1)?.index ?? 0;
  useEffect(() => need(firstRow, lastRow), [need, firstRow, lastRow]);

  const goTo = useCallback(
    (row: number, column: number) => {
      rows.scrollToIndex(row);
      columns.scrollToIndex(column);
    },
    [rows, columns],
  );
  const cells = useCells({ rows: shown.count, columns: laid.columns.length, desk, goTo, editing });
  const { active, range, draft } = cells;
  const idOf = (row: number, column: number): string => `${ids}-${row}-${column}`;
  const drawn =
    active && items.some(({ index }) => index === active.row) && inView.some(({ index }) => index === active.column);

  const width = columns.getTotalSize();
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={label}
      aria-rowcount={shown.count + 1}
      aria-colcount={laid.columns.length}
      aria-activedescendant={drawn ? idOf(active.row, active.column) : undefined}
      aria-multiselectable={editing ? true : undefined}
      tabIndex={0}
      onKeyDown={cells.onKeyDown}
      onCopy={cells.onCopy}
      onPaste={cells.onPaste}
      className="min-h-0 grow overflow-auto bg-paper outline-none focus-visible:outline-2 focus-visible:-outline-offset-2 focus-visible:outline-rise"
    >
      <div
        role="row"
        className="sticky top-0 z-10 border-b border-line bg-panel"
        style={{ width, minWidth: '100%', height: headerHeight }}
      >
        {inView.map((item) => (
          <HeaderCell
            key={item.key}
            spec={laid.columns[item.index]}
            distribution={laid.distributions[item.index]}
            note={own(notes, laid.columns[item.index].name)}
            left={item.start}
            width={item.size}
            view={view}
            tableName={tableName}
            entries={editing?.columnEntries(item.index)}
            onSort={setView}
            onWidth={(next) => setWidths((all) => ({ ...all, [laid.columns[item.index].name]: next }))}
          />
        ))}
      </div>
      <div className="relative" style={{ height: rows.getTotalSize(), width }}>
        {items.map((item) => {
          const held = rowAt(item.index);
          return (
            <div
              key={item.key}
              role="row"
              aria-rowindex={item.index + 2}
              className="absolute left-0 border-b border-rule"
              style={{ top: item.start, height: rowHeight, width }}
            >
              {inView.map((col) => {
                const spec = laid.columns[col.index];
                const cell = held?.cells[col.index];
                const isActive = active?.row === item.index && active.column === col.index;
                const inRange =
                  editing &&
                  range &&
                  item.index >= range.top &&
                  item.index <= range.bottom &&
                  col.index >= range.left &&
                  col.index <= range.right;
                return (
                  <div
                    key={col.key}
                    id={idOf(item.index, col.index)}
                    role="gridcell"
                    aria-colindex={col.index + 1}
                    aria-selected={editing ? Boolean(inRange) : undefined}
                    title={cell && titleOf(cell, spec)}
                    onPointerDown={(event) => cells.onPointerDown(event, item.index, col.index)}
                    onPointerEnter={(event) => cells.onPointerEnter(event, item.index, col.index)}
                    onDoubleClick={() => void cells.edit(item.index, col.index)}
                    className={clsx(
                      'absolute top-0 h-full truncate px-2.5 leading-[27px]',
                      spec.type === 'number' && 'text-right',
                      cell?.tone === 'bad' && 'bg-danger-tint',
                      cell?.tone === 'odd' && 'bg-amber',
                      inRange && !isActive && 'bg-tint',
                      isActive && 'outline-2 -outline-offset-2 outline-accent',
                    )}
                    style={{
                      left: col.start,
                      width: col.size,
                      ...(isActive && draft !== undefined ? { padding: 0 } : {}),
                    }}
                  >
                    {isActive && draft !== undefined ? (
                      <CellEditor
                        spec={spec}
                        column={col.index}
                        text={draft}
                        desk={desk}
                        onWrite={cells.write}
                        onLeave={() => {
                          cells.leave();
                          scroller.current?.focus();
                        }}
                      />
                    ) : (
                      cell && <Content cell={cell} spec={spec} />
                    )}
                  </div>
                );
              })}
            </div>
          );
        })}
      </div>
      {shown.count === 0 && (
        <p className="sticky left-0 p-4 text-quiet">
          {search ? `No row has “${search}”.` : editing ? 'No rows yet. “Add row” adds the first.' : 'No rows.'}
        </p>
      )}
    </div>
  );
}

const titleOf = ({ text, tone }: GridCell, spec: ColumnSpec): string =>
  tone === 'bad' ? `“${text.slice(0, 80)}” is no ${typeNames[spec.type]}` : text.startsWith('data:') ? spec.name : text;

/** A cell as it is read: pictures whose bytes are in the cell are shown; nothing is fetched. */
function Content({ cell, spec }: { cell: GridCell; spec: ColumnSpec }) {
  if (spec.type === 'picture' && /^data:image\//.test(cell.text)) {
    return <img src={cell.text} alt="" className="inline-block h-[22px] max-w-full rounded" />;
  }
  return cell.text;
}

/** Wide for texts, narrow for numbers. */
function firstWidth({ name, type }: ColumnSpec): number {
  const least =
    type === 'number' || type === 'yesno'
      ? 112
      : type === 'picture'
        ? 104
        : type === 'reference'
          ? 158
          : type === 'date'
            ? 124
            : 132;
  return Math.min(240, Math.max(least, 40 + name.length * 7.5));
}
