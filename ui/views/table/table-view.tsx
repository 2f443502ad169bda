'use client';
import { clsx } from 'clsx';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import { columnTitle } from '@/core/measure';
import { edgeTable, nodeTable } from '@/core/formats';
import { type Network, isMeasured } from '@/core/graph';
import { type Column, cellText, orderBy, sortKeys } from '@/core/tables';
import { cellNumber, counted } from '@/ui/kit';
import { Picture } from '@/ui/reading/parts';
import { useShown } from '@/ui/state/shown';
import { useWorkbenchStore } from '@/ui/state/context';
import { edgesAlone } from '@/ui/state/selection';
import { edgeIdOf } from '@/core/graph';

const rowHeight = 28;
const columnWidth = 132;

/** Nodes or edges as rows: sorted by a click on a column, searched, with the selection shared with the graph. */
export function TableView() {
  const { net } = useShown();
  const [of, setOf] = useState<'nodes' | 'edges'>('nodes');
  const [search, setSearch] = useState('');
  const columns = useMemo(() => (net ? (of === 'nodes' ? nodesByName(net) : edgesByName(net)) : []), [net, of]);
  const count = net ? (of === 'nodes' ? net.ids.length : net.source.length) : 0;
  return (
    <div className="flex min-h-0 grow flex-col bg-paper pt-12">
      <div className="flex items-center gap-3 border-b border-line px-3 pb-2">
        <div role="group" aria-label="Rows" className="flex rounded-lg bg-ground p-[3px]">
          {(['nodes', 'edges'] as const).map((key) => (
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
              {key === 'nodes' ? 'Nodes' : 'Edges'}
            </button>
          ))}
        </div>
        <input
          aria-label={`Search the ${of}`}
          placeholder={`Search ${counted(count, of.slice(0, -1))}`}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="h-7 w-56 rounded-md border border-line bg-panel px-2.5"
        />
      </div>
      <Rows key={of} of={of} columns={columns} count={count} search={search} />
    </div>
  );
}

/** Names first, then what the trail computed, then the node table; what only repeats the names is left out. */
function nodesByName(net: Network): Column[] {
  const [id, label, ...rest] = nodeTable(net);
  const computed = rest.filter(isMeasured);
  const given = rest.filter((col) => !computed.includes(col) && !repeats(col, net.labels));
  return [label, ...computed, ...(net.ids.every((one, v) => one === net.labels[v]) ? [] : [id]), ...given];
}

function repeats(col: Column, labels: readonly string[]): boolean {
  return labels.every((label, v) => cellText(col, v) === label);
}

/** The edge table with names in place of ids. */
function edgesByName(net: Network): Column[] {
  return edgeTable(net).map((col) =>
    col.type === 'text' && (col.name === 'source' || col.name === 'target') ? { ...col, dictionary: net.labels } : col,
  );
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
  const { net, selection } = useShown();
  const store = useWorkbenchStore();
  const [sort, setSort] = useState<{ name: string; descending: boolean }>();
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useMemo(() => {
    const wanted = search.trim().toLowerCase();
    let chosen = Uint32Array.from({ length: count }, (_, r) => r);
    if (wanted !== '') {
      const texts = columns.filter((col) => col.type === 'text');
      chosen = chosen.filter((r) => texts.some((col) => cellText(col, r).toLowerCase().includes(wanted)));
    }
    const col = sort && columns.find(({ name }) => name === sort.name);
    return col ? orderBy(sortKeys(col), chosen, sort.descending) : chosen;
  }, [columns, count, search, sort]);
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
  const width = columns.length * columnWidth;
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
      <div role="row" className="sticky top-0 z-10 flex border-b border-line bg-paper" style={{ width }}>
        {columns.map((col, c) => {
          const sorted = sort?.name === col.name ? sort : undefined;
          return (
            <div
              key={col.name}
              role="columnheader"
              aria-sort={sorted ? (sorted.descending ? 'descending' : 'ascending') : 'none'}
              className={clsx('shrink-0 border-r border-rule', c === 0 && 'sticky left-0 z-10 bg-paper')}
              style={{ width: columnWidth }}
            >
              <button
                type="button"
                className="flex h-8 w-full items-center gap-1 px-2.5 text-left font-semibold hover:bg-ground"
                onClick={() =>
                  setSort(
                    sorted
                      ? sorted.descending === (col.type === 'number')
                        ? { name: col.name, descending: !sorted.descending }
                        : undefined
                      : { name: col.name, descending: col.type === 'number' },
                  )
                }
              >
                <span className="truncate">{columnTitle(col.name)}</span>
                {sorted &&
                  (sorted.descending ? <ArrowDown size={13} aria-hidden /> : <ArrowUp size={13} aria-hidden />)}
              </button>
            </div>
          );
        })}
      </div>
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
              {columns.map((col, c) => (
                <div
                  key={col.name}
                  role="gridcell"
                  className={clsx(
                    'shrink-0 truncate px-2.5 leading-[27px]',
                    col.type === 'number' && 'text-right',
                    c === 0 && 'sticky left-0 border-r border-rule bg-inherit font-medium',
                  )}
                  style={{ width: columnWidth }}
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
