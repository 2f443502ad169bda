'use client';
import { clsx } from 'clsx';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { type Network, edgeIdOf } from '@/core/graph';
import { readingTable, summaryOf } from '@/core/read';
import { type Column, cellText } from '@/core/tables';
import { cellNumber, counted, shortNumber } from '@/ui/kit';
import { useQuestion } from '@/ui/science/use-question';
import { Picture } from '@/ui/reading/parts';
import { type Shown, useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { TableState } from '@/ui/state/table';
import { shownColumns } from './columns';
import { RecordsTable } from './records-table';
import { TableColumnsMenu } from './table-columns-menu';
import { TableHeader } from './table-header';
import { edgesAlone } from '@/ui/state/selection';

const titles = { nodes: 'Nodes', edges: 'Edges', records: 'Records' };
const rowHeight = 28;

/** Nodes or edges as rows: sorted by a click on a column, searched, with the selection shared with the graph. */
export function TableView() {
  const { net, inView } = useShown();
  const [of, setOf] = useState<'nodes' | 'edges' | 'records'>('nodes');
  const [search, setSearch] = useState('');
  const { columns, rows: count } = useMemo(
    () => (net && of !== 'records' ? readingTable(net, of) : { columns: [], rows: 0 }),
    [net, of],
  );
  return (
    <div className="flex min-h-0 grow flex-col bg-paper pt-12">
      <div className="flex items-center gap-3 border-b border-line px-3 pb-2">
        <div role="group" aria-label="Rows" className="flex rounded-lg bg-ground p-[3px]">
          {(['nodes', 'edges', 'records'] as const).map((key) => (
            <button
              key={key}
              type="button"
              aria-pressed={of === key}
              onClick={() => setOf(key)}
              className={clsx(
                'rounded-md px-3 py-[2px] font-medium',
                of === key ? 'bg-panel font-semibold' : 'text-quiet',
              )}
            >
              {titles[key]}
            </button>
          ))}
        </div>
        <input
          aria-label={`Search the ${of}`}
          placeholder={
            of === 'records'
              ? 'Search the records'
              : `Search ${counted(inView ? inView.counts[of].inView : count, of.slice(0, -1))}`
          }
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="h-7 w-56 rounded-md border border-line bg-panel px-2.5"
        />
        {of !== 'records' && <Columns of={of} columns={columns.slice(1)} />}
      </div>
      {of === 'records' ? (
        <RecordsTable search={search} />
      ) : (
        <Rows key={of} of={of} columns={columns} count={count} search={search} />
      )}
    </div>
  );
}

function Columns({ of, columns }: { of: 'nodes' | 'edges'; columns: Column[] }) {
  const state = useWorkbench(({ tableView }) => tableView[of]);
  const store = useWorkbenchStore();
  return (
    <TableColumnsMenu
      columns={columns}
      state={state}
      onChange={(next) =>
        store.setState(({ tableView }) => ({ tableView: { ...tableView, [of]: { ...tableView[of], ...next } } }))
      }
    />
  );
}

/** The rows in view in their order: as they are, or as the worker searched and sorted them. Until it has, the rows before stay. */
function useRows(
  net: Network | undefined,
  view: Shown['inView'],
  of: 'nodes' | 'edges',
  count: number,
  search: string,
  sort: TableState['sort'],
): Uint32Array {
  const { ask } = useQuestion('rows');
  const [found, setFound] = useState<Uint32Array>();
  const plain = search.trim() === '' && sort.length === 0;
  useEffect(() => {
    if (plain) setFound(undefined);
    else {
      const [first, ...then] = sort;
      void ask('end', {
        of,
        search,
        ...(first ? { sort: first.name, descending: first.descending } : {}),
        ...(then.length ? { then: then.map(({ name, descending }) => ({ sort: name, descending })) } : {}),
      }).then((rows) => rows && setFound(rows));
    }
  }, [net, of, search, sort, plain, ask]);
  return useMemo(() => {
    const rows =
      found && !plain ? found.filter((row) => row < count) : Uint32Array.from({ length: count }, (_, row) => row);
    return view ? rows.filter((row) => view[of][row] === 1) : rows;
  }, [found, plain, count, view, of]);
}

function Rows({
  of,
  columns,
  count,
  search,
}: {
  of: 'nodes' | 'edges';
  columns: Column[];
  count: number;
  search: string;
}) {
  const { net, inView, selection } = useShown();
  const store = useWorkbenchStore();
  const state = useWorkbench(({ tableView }) => tableView[of]);
  const change = (next: Partial<TableState>): void =>
    store.setState(({ tableView }) => ({ tableView: { ...tableView, [of]: { ...tableView[of], ...next } } }));
  const shown = useMemo(() => shownColumns(columns, state), [columns, state]);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useRows(net, inView, of, count, search, state.sort);
  const summaries = useMemo(() => shown.map(({ col }) => summaryOf(col, rows, shortNumber)), [rows, shown]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const chosen = useMemo(() => new Set(selection.nodes), [selection]);
  const selectedEdges = useMemo(() => new Set(net && edgesAlone(net, selection)), [net, selection]);
  const isSelected = (row: number): boolean =>
    of === 'edges' ? selectedEdges.has(row) : net !== undefined && chosen.has(net.ids[row]);
  const choose = (row: number, adding: boolean): void => {
    if (!net) return;
    if (of === 'edges') store.getState().select({ nodes: [], edges: [edgeIdOf(net, row)] });
    else if (!adding) store.getState().select({ nodes: [net.ids[row]] });
    else {
      const id = net.ids[row];
      store
        .getState()
        .select({ nodes: chosen.has(id) ? selection.nodes.filter((one) => one !== id) : [...selection.nodes, id] });
    }
  };
  // The row that the keyboard stands on.
  const [at, setAt] = useState(-1);
  const pressed = (event: KeyboardEvent<HTMLDivElement>): void => {
    if (event.target !== event.currentTarget || rows.length === 0) return;
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? 0) / rowHeight) - 2);
    const moves = new Map([
      ['ArrowDown', at + 1],
      ['ArrowUp', at - 1],
      ['PageDown', at + page],
      ['PageUp', at - page],
      ['Home', 0],
      ['End', rows.length - 1],
    ]);
    const to = moves.get(event.key);
    if (to !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      const next = Math.max(0, Math.min(rows.length - 1, to));
      setAt(next);
      virtual.scrollToIndex(next);
      if (event.shiftKey && of === 'nodes' && !isSelected(rows[next])) choose(rows[next], true);
      return;
    }
    if ((event.key !== 'Enter' && event.key !== ' ') || at < 0 || at >= rows.length) return;
    event.preventDefault();
    event.stopPropagation();
    choose(rows[at], event.key === ' ' || event.shiftKey || event.ctrlKey || event.metaKey);
  };
  const width = shown.reduce((sum, one) => sum + one.width, 0);
  return (
    <div
      ref={scroller}
      className="min-h-0 grow overflow-auto"
      role="grid"
      aria-label={of === 'nodes' ? 'Nodes' : 'Edges'}
      aria-rowcount={rows.length + 1}
      aria-activedescendant={at >= 0 && at < rows.length ? `${of}-row-${at}` : undefined}
      aria-multiselectable={of === 'nodes'}
      tabIndex={0}
      onKeyDown={pressed}
    >
      <TableHeader columns={shown} width={width} state={state} onChange={change} summaries={summaries} />
      <div className="relative" style={{ height: virtual.getTotalSize(), width }}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index];
          const selected = isSelected(row);
          return (
            <div
              key={item.key}
              role="row"
              id={`${of}-row-${item.index}`}
              aria-selected={selected}
              aria-rowindex={item.index + 2}
              onClick={(event) => choose(row, event.shiftKey || event.ctrlKey || event.metaKey)}
              className={clsx(
                'absolute top-0 left-0 flex cursor-pointer border-b border-rule',
                selected ? 'bg-tint' : 'bg-paper hover:bg-ground',
                item.index === at && 'outline-2 -outline-offset-2 outline-accent',
              )}
              style={{ transform: `translateY(${item.start}px)`, height: rowHeight, width }}
            >
              {shown.map(({ col, width: wide, left }) => (
                <div
                  key={col.name}
                  role="gridcell"
                  className={clsx(
                    'shrink-0 truncate px-2.5 leading-[27px]',
                    col.type === 'number' && 'text-right',
                    left !== undefined && 'sticky border-r border-rule bg-inherit',
                    left === 0 && 'font-medium',
                  )}
                  style={{ width: wide, left }}
                  title={col.type === 'text' && col.as === 'picture' ? undefined : cellText(col, row)}
                >
                  {col.type === 'number' && !Number.isNaN(col.values[row]) ? (
                    cellNumber(col, row)
                  ) : col.type === 'text' && col.as === 'picture' ? (
                    <Picture small text={cellText(col, row)} />
                  ) : (
                    cellText(col, row)
                  )}
                </div>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}
