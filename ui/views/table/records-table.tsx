'use client';
/** The records behind what is in view, or selected: read from the worker as far as they are looked at. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Choose, counted } from '@/ui/kit';
import { useAsked } from '@/ui/kit/use-asked';
import { useQuestion } from '@/ui/science/use-question';
import { Picture } from '@/ui/reading/parts';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';

const rowHeight = 28;
const columnWidth = 132;
/** Rows that are read at once. */
const chunk = 60;
const none: readonly number[] = [];

export function RecordsTable({ search }: { search: string }) {
  const net = useWorkbench((state) => state.net);
  const sifting = useWorkbench((state) => state.sifting);
  const selection = useWorkbench((state) => state.selection);
  const tables = useWorkbench((state) => state.tables);
  const store = useWorkbenchStore();
  const session = useSession();
  const [wanted, setWanted] = useState('');
  const [sort, setSort] = useState<{ name: string; descending: boolean }>();
  const keys = net?.edgeRecords?.tables ?? [];
  const table = keys.includes(wanted) ? wanted : keys.at(0);
  const { ask, answer: rows = new Uint32Array(0), fault } = useQuestion('records');
  const { nodes, edges } = selection;
  useEffect(() => {
    if (!net || table === undefined) return;
    void ask('end', { sifting, table, nodes, edges, search, sort: sort?.name, descending: sort?.descending });
  }, [ask, edges, net, nodes, search, sifting, sort, table]);

  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const first = Math.floor((items[0]?.index ?? 0) / chunk) * chunk;
  const last = Math.min(rows.length, Math.ceil(((items.at(-1)?.index ?? -1) + 1) / chunk) * chunk);
  const near = useMemo(() => (last > first ? Array.from(rows.subarray(first, last)) : none), [first, last, rows]);
  const read = useCallback(
    () => (table === undefined || !near.length ? undefined : session.current?.service.records(table, [...near])),
    [near, session, table],
  );
  const { answer: texts, fault: unread } = useAsked(read);
  const cells = useMemo(() => new Map(texts?.rows.map((one) => [one.row, one.cells])), [texts]);
  const placeOf = useMemo(() => new Map(texts?.columns.map((name, i) => [name, i])), [texts]);
  const columns = tables.find(({ key }) => key === table)?.columns ?? [];
  const chosen = useMemo(
    () => new Set(selection.records?.filter((one) => one.table === table).map(({ row }) => row)),
    [selection, table],
  );
  if (!net) return null;
  if (table === undefined) return <p className="p-4 text-quiet">The ties of this network rest on no records.</p>;
  const width = columns.length * columnWidth;
  const of = nodes.length || edges?.length ? 'behind the selection' : 'in view';
  return (
    <>
      <div className="flex items-center gap-3 border-b border-line px-3 py-1.5 text-sm text-quiet">
        {keys.length > 1 && (
          <span className="w-44">
            <Choose
              compact
              label="Table of the records"
              value={table}
              choices={keys.map((key) => ({ value: key, label: tables.find((one) => one.key === key)?.name ?? key }))}
              onChange={setWanted}
            />
          </span>
        )}
        <span role="status">{fault ?? unread ?? `${counted(rows.length, 'record')} ${of}`}</span>
      </div>
      <div
        ref={scroller}
        className="min-h-0 grow overflow-auto"
        role="grid"
        aria-label="Records"
        aria-rowcount={rows.length + 1}
        tabIndex={0}
      >
        <div role="row" className="sticky top-0 z-10 flex border-b border-line bg-paper" style={{ width }}>
          {columns.map(({ name, type }) => {
            const sorted = sort?.name === name ? sort : undefined;
            const down = type === 'number';
            const next = !sorted
              ? { name, descending: down }
              : sorted.descending === down
                ? { name, descending: !down }
                : undefined;
            return (
              <div
                key={name}
                role="columnheader"
                aria-sort={sorted ? (sorted.descending ? 'descending' : 'ascending') : 'none'}
                className="shrink-0 border-r border-rule"
                style={{ width: columnWidth }}
              >
                <button
                  type="button"
                  className="flex h-8 w-full items-center gap-1 px-2.5 text-left font-semibold hover:bg-ground"
                  onClick={() => setSort(next)}
                >
                  <span className="truncate">{name}</span>
                  {sorted &&
                    (sorted.descending ? <ArrowDown size={13} aria-hidden /> : <ArrowUp size={13} aria-hidden />)}
                </button>
              </div>
            );
          })}
        </div>
        <div className="relative" style={{ height: virtual.getTotalSize(), width }}>
          {items.map((item) => {
            const row = rows[item.index];
            const selected = chosen.has(row);
            return (
              <div
                key={item.key}
                role="row"
                aria-selected={selected}
                aria-rowindex={item.index + 2}
                onClick={() => store.getState().select({ nodes: [], records: [{ table, row }] })}
                className={clsx(
                  'absolute top-0 left-0 flex cursor-pointer border-b border-rule',
                  selected ? 'bg-tint' : 'bg-paper hover:bg-ground',
                )}
                style={{ transform: `translateY(${item.start}px)`, height: rowHeight, width }}
              >
                {columns.map(({ name, type }) => {
                  const text = cells.get(row)?.[placeOf.get(name) ?? -1] ?? '';
                  return (
                    <div
                      key={name}
                      role="gridcell"
                      title={type === 'picture' ? undefined : text}
                      className={clsx('shrink-0 truncate px-2.5 leading-[27px]', type === 'number' && 'text-right')}
                      style={{ width: columnWidth }}
                    >
                      {type === 'picture' ? <Picture small text={text} /> : text}
                    </div>
                  );
                })}
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}
