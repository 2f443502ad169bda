'use client';
/** The records behind what is in view, or selected: which they are, and the cells of those that are looked at. */
import { useCallback, useEffect, useMemo } from 'react';
import { useAsked } from '@/ui/kit/use-asked';
import { useQuestion } from '@/ui/science/use-question';
import { useSession, useWorkbench } from '@/ui/state/context';
import type { TableState } from '@/ui/state/table';
import type { RecordsAnswer } from '@/worker/client';

const none: RecordsAnswer = { rows: new Uint32Array(0), summaries: [] };

/** Rows of a table, in their order. */
export function useRecords(table: string | undefined, search: string, sort: TableState['sort']) {
  const net = useWorkbench((state) => state.net);
  const sifting = useWorkbench((state) => state.sifting);
  const { nodes, edges } = useWorkbench((state) => state.selection);
  const { ask, answer = none, fault } = useQuestion('records');
  useEffect(() => {
    if (!net || table === undefined) return;
    const [first, ...then] = sort;
    void ask('end', {
      sifting,
      table,
      nodes,
      edges,
      search,
      ...(first ? { sort: first.name, descending: first.descending } : {}),
      ...(then.length ? { then: then.map(({ name, descending }) => ({ sort: name, descending })) } : {}),
    });
  }, [ask, edges, net, nodes, search, sifting, sort, table]);
  return { ...answer, fault };
}

/** Rows that are read at once. */
const chunk = 60;
const noRows: readonly number[] = [];

/** A cell of a record by its row and column, once it is read; from `first` to `last` in the order are looked at. */
export function useRecordCells(
  table: string | undefined,
  rows: Uint32Array,
  first: number,
  last: number,
): { cell(row: number, column: string): string; fault: string | undefined } {
  const session = useSession();
  const from = Math.floor(first / chunk) * chunk;
  const to = Math.min(rows.length, Math.ceil((last + 1) / chunk) * chunk);
  const near = useMemo(() => (to > from ? Array.from(rows.subarray(from, to)) : noRows), [from, to, rows]);
  const read = useCallback(
    () => (table === undefined || !near.length ? undefined : session.current?.service.records(table, [...near])),
    [near, session, table],
  );
  const { answer: texts, fault } = useAsked(read);
  const cells = useMemo(() => new Map(texts?.rows.map((one) => [one.row, one.cells])), [texts]);
  const placeOf = useMemo(() => new Map(texts?.columns.map((name, i) => [name, i])), [texts]);
  const cell = useCallback(
    (row: number, column: string): string => cells.get(row)?.[placeOf.get(column) ?? -1] ?? '',
    [cells, placeOf],
  );
  return { cell, fault };
}
