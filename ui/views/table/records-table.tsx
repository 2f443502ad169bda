'use client';
/** The records behind what is in view, or selected: read from the worker as far as they are looked at. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { useMemo, useRef, useState } from 'react';
import { Choose, Tabs, counted } from '@/ui/kit';
import { Picture } from '@/ui/reading/parts';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { TableState } from '@/ui/state/table';
import { type Head, shownColumns } from './columns';
import { RecordCards } from './record-cards';
import { TableColumnsMenu } from './table-columns-menu';
import { TableHeader } from './table-header';
import { useRecordCells, useRecords } from './use-records';

const rowHeight = 28;
/** The number of a row in its table: where the record is found. */
const place: Head = { name: 'row', type: 'place' };
const placeWidth = 72;

export function RecordsTable({ search }: { search: string }) {
  const net = useWorkbench((state) => state.net);
  const selection = useWorkbench((state) => state.selection);
  const tables = useWorkbench((state) => state.tables);
  const state = useWorkbench(({ tableView }) => tableView.records);
  const store = useWorkbenchStore();
  const [wanted, setWanted] = useState('');
  const [as, setAs] = useState<'rows' | 'cards'>('rows');
  const keys = net?.edgeRecords?.tables ?? [];
  const table = keys.includes(wanted) ? wanted : keys.at(0);
  const { rows, summaries, fault } = useRecords(table, search, state.sort);
  const columns = useMemo(() => tables.find(({ key }) => key === table)?.columns ?? [], [table, tables]);
  const shown = useMemo(() => shownColumns([place, ...columns], state, placeWidth), [columns, state]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const { cell, fault: unread } = useRecordCells(table, rows, items[0]?.index ?? 0, items.at(-1)?.index ?? -1);
  const chosen = useMemo(
    () => new Set(selection.records?.filter((one) => one.table === table).map(({ row }) => row)),
    [selection, table],
  );
  if (!net) return null;
  if (table === undefined) return <p className="p-4 text-quiet">The ties of this network rest on no records.</p>;
  const change = (next: Partial<TableState>): void =>
    store.setState(({ tableView }) => ({
      tableView: {
        ...tableView,
        // By their number rows stand anyway.
        records: {
          ...tableView.records,
          ...next,
          ...(next.sort && { sort: next.sort.filter(({ name }) => name !== place.name) }),
        },
      },
    }));
  const choose = (row: number): void => store.getState().select({ nodes: [], records: [{ table, row }] });
  const width = shown.reduce((sum, one) => sum + one.width, 0);
  const of = selection.nodes.length || selection.edges?.length ? 'behind the selection' : 'in view';
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
        <TableColumnsMenu columns={columns} state={state} titled={asNamed} onChange={change} />
        <Tabs
          name="Records as"
          value={as}
          choices={[
            { value: 'rows', label: 'Rows' },
            { value: 'cards', label: 'Cards' },
          ]}
          onChange={setAs}
        />
        <span role="status">{fault ?? unread ?? `${counted(rows.length, 'record')} ${of}`}</span>
      </div>
      {as === 'cards' ? (
        <RecordCards table={table} rows={rows} columns={shown.slice(1)} chosen={chosen} onChoose={choose} />
      ) : (
        <div
          ref={scroller}
          className="min-h-0 grow overflow-auto"
          role="grid"
          aria-label="Records"
          aria-rowcount={rows.length + 1}
          tabIndex={0}
        >
          <TableHeader
            columns={shown}
            width={width}
            state={state}
            titled={asNamed}
            onChange={change}
            summaries={shown.map(({ col }) => summaries.find(({ name }) => name === col.name) ?? nothing)}
          />
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
                  onClick={() => choose(row)}
                  className={clsx(
                    'absolute top-0 left-0 flex cursor-pointer border-b border-rule',
                    selected ? 'bg-tint' : 'bg-paper hover:bg-ground',
                  )}
                  style={{ transform: `translateY(${item.start}px)`, height: rowHeight, width }}
                >
                  {shown.map(({ col: { name, type }, width: wide, left }) => {
                    const text = type === place.type ? String(row + 1) : cell(row, name);
                    return (
                      <div
                        key={name}
                        role="gridcell"
                        title={type === 'picture' ? undefined : text}
                        className={clsx(
                          'shrink-0 truncate px-2.5 leading-[27px]',
                          (type === 'number' || type === place.type) && 'text-right',
                          type === place.type && 'text-quiet',
                          left !== undefined && 'sticky border-r border-rule bg-inherit',
                        )}
                        style={{ width: wide, left }}
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
      )}
    </>
  );
}

const nothing = { short: '', long: '' };
const asNamed = (name: string): string => name;
