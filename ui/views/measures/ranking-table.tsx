'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { columnTitle, measureOf } from '@/core/measure';
import { topOf } from '@/core/compare';
import { csv, nodeTable } from '@/core/formats';
import type { Network } from '@/core/graph';
import type { NumberColumn } from '@/core/tables';
import { rankOf, highestOf } from '@/core/read';
import { Button, NumberField, counted, saveFile, shortNumber } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

const mostColumns = 6;
const rowHeight = 28;

/** Nodes with several measures side by side: value, rank and bar; sorted by a click on a head. */
export function RankingTable({
  net,
  columns,
  here,
}: {
  net: Network;
  columns: readonly NumberColumn[];
  /** 1 for each node in view; absent: all. */
  here: Uint8Array | undefined;
}) {
  const store = useWorkbenchStore();
  const chosen = useWorkbench((state) => state.selection.nodes);
  const [by, setBy] = useState<{ name: string; up: boolean }>({ name: columns[0].name, up: false });
  const [top, setTop] = useState(20);
  const [hidden, setHidden] = useState<ReadonlySet<string>>(
    () => new Set(columns.slice(mostColumns).map(({ name }) => name)),
  );
  const shown = columns.filter(({ name }) => !hidden.has(name));
  const sorting = columns.find(({ name }) => name === by.name) ?? columns[0];
  const order = useMemo(() => {
    const sign = by.up ? 1 : -1;
    const at = (v: number): number => (Number.isNaN(sorting.values[v]) ? -sign * Infinity : sorting.values[v]);
    const listed = Array.from(net.ids.keys()).filter((v) => !here || here[v] === 1);
    return listed.sort((a, b) => (at(a) === at(b) ? a - b : sign * (at(a) - at(b))));
  }, [net, sorting, by.up, here]);
  const highest = (): number[] =>
    topOf(here ? sorting.values.map((value, v) => (here[v] === 1 ? value : NaN)) : sorting.values, top);
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: order.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const selected = useMemo(() => new Set(chosen), [chosen]);
  const template = `minmax(9rem, 1.4fr) repeat(${shown.length}, minmax(7.5rem, 1fr))`;
  return (
    <>
      <div className="flex flex-wrap items-end gap-3 pb-2">
        <span className="w-24">
          <NumberField
            compact
            label="How many of the highest"
            whole
            min={1}
            max={100000}
            value={top}
            onCommit={setTop}
          />
        </span>
        <Button onClick={() => store.getState().select({ nodes: highest().map((v) => net.ids[v]) })}>
          Select the highest of {columnTitle(sorting.name)}
        </Button>
        <Button disabled={!chosen.length} onClick={() => store.setState({ lists: true })}>
          {chosen.length ? `${counted(chosen.length, 'node')} into a shortlist` : 'Into a shortlist'}
        </Button>
        <Button
          onClick={() =>
            saveFile(
              new Blob([csv(nodeTable(net))], { type: 'text/csv' }),
              `${store.getState().network.name} measures.csv`,
            )
          }
        >
          As CSV
        </Button>
        {columns.length > mostColumns && (
          <details className="relative">
            <summary className="cursor-pointer rounded-md border border-line bg-panel px-2.5 py-1 font-medium">
              Columns
            </summary>
            <div className="absolute z-20 mt-1 max-h-72 w-56 overflow-auto rounded-lg border border-line bg-panel p-2 shadow-lg">
              {columns.map(({ name }) => (
                <label key={name} className="flex items-center gap-2 py-0.5">
                  <input
                    type="checkbox"
                    className="accent-[var(--accent)]"
                    checked={!hidden.has(name)}
                    onChange={() =>
                      setHidden(
                        (now) => new Set(now.has(name) ? [...now].filter((one) => one !== name) : [...now, name]),
                      )
                    }
                  />
                  {columnTitle(name)}
                </label>
              ))}
            </div>
          </details>
        )}
      </div>
      <div
        ref={scroll}
        role="table"
        aria-label="Ranking"
        aria-rowcount={order.length + 1}
        tabIndex={0}
        className="min-h-0 grow overflow-auto border-t border-line pb-3"
      >
        <div
          role="row"
          className="sticky top-0 z-10 grid min-w-fit border-b border-line bg-paper"
          style={{ gridTemplateColumns: template }}
        >
          <span role="columnheader" className="px-2 py-1.5 text-sm font-semibold">
            Node
          </span>
          {shown.map(({ name }) => (
            <span
              key={name}
              role="columnheader"
              aria-sort={name === sorting.name ? (by.up ? 'ascending' : 'descending') : 'none'}
            >
              <button
                type="button"
                title={measureOf(name)?.words}
                onClick={() => setBy({ name, up: name === by.name ? !by.up : false })}
                className="flex w-full items-center justify-end gap-1 px-2 py-1.5 text-right text-sm font-semibold hover:bg-ground"
              >
                {columnTitle(name)}
                {name === sorting.name &&
                  (by.up ? <ArrowUp size={12} aria-hidden /> : <ArrowDown size={12} aria-hidden />)}
              </button>
            </span>
          ))}
        </div>
        <div role="rowgroup" className="relative min-w-fit" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((item) => {
            const v = order[item.index];
            return (
              <div
                key={v}
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={selected.has(net.ids[v])}
                className={clsx('absolute inset-x-0 grid border-b border-rule', selected.has(net.ids[v]) && 'bg-tint')}
                style={{ gridTemplateColumns: template, height: rowHeight, transform: `translateY(${item.start}px)` }}
              >
                <span role="cell" className="min-w-0">
                  <button
                    type="button"
                    className="h-full w-full truncate px-2 text-left hover:bg-ground"
                    onClick={() => store.getState().select({ nodes: [net.ids[v]] })}
                  >
                    {net.labels[v]}
                  </button>
                </span>
                {shown.map((col) => (
                  <Cell key={col.name} col={col} v={v} />
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}

function Cell({ col, v }: { col: NumberColumn; v: number }) {
  const value = col.values[v];
  const most = highestOf(col.values);
  const undefinedHere = Number.isNaN(value);
  return (
    <span
      role="cell"
      className="relative px-2 py-0.5 text-right"
      title={undefinedHere ? 'undefined' : `Exactly ${value}`}
    >
      {undefinedHere ? <span className="text-quiet">undefined</span> : shortNumber(value)}
      {!undefinedHere && (
        <span className="ml-1.5 inline-block w-9 text-xs text-quiet">{rankOf(col.values, value)}.</span>
      )}
      <span
        aria-hidden
        className="absolute bottom-[3px] left-2 h-[2px] rounded-full bg-bar"
        style={{ width: `calc((100% - 1rem) * ${most > 0 && value > 0 ? value / most : 0})` }}
      />
    </span>
  );
}
