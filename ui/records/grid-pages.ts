'use client';
import { useCallback, useRef, useState } from 'react';
import type { GridCell } from '@/worker/client';
import type { Desk } from './use-desk';

export interface GridRow {
  row: number;
  cells: GridCell[];
}

/** Rows fetched at once. */
const page = 100;

/** Rows of the present view, fetched in pages when they come into view; `turn` empties them. */
export function useRows(
  desk: Desk,
  turn: number,
): { rowAt: (index: number) => GridRow | undefined; need: (from: number, to: number) => void } {
  const held = useRef<{ turn: number; pages: Map<number, GridRow[]>; asked: Set<number> }>({
    turn,
    pages: new Map(),
    asked: new Set(),
  });
  const former = useRef<Map<number, GridRow[]>>(new Map());
  const [, setArrived] = useState(0);
  if (held.current.turn !== turn) {
    // What was there stays in view until the new rows arrive.
    former.current = held.current.pages;
    held.current = { turn, pages: new Map(), asked: new Set() };
  }
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
  const rowAt = (index: number): GridRow | undefined => {
    const p = Math.floor(index / page);
    return (held.current.pages.get(p) ?? former.current.get(p))?.[index % page];
  };
  return { rowAt, need };
}
