'use client';
/** The cursor in a grid: one active cell, a range around it, a cell being written. */
import Papa from 'papaparse';
import { type ClipboardEvent, type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { useMayEdit } from '@/ui/kit/rights';
import type { Leaving } from './cell-editor';
import type { GridEditing } from './grid';
import type { Desk } from './use-desk';
import { own } from '@/core/own';

export interface Range {
  top: number;
  bottom: number;
  left: number;
  right: number;
}
interface Place {
  row: number;
  column: number;
}

const rangeOf = (a: Place, b: Place): Range => ({
  top: Math.min(a.row, b.row),
  bottom: Math.max(a.row, b.row),
  left: Math.min(a.column, b.column),
  right: Math.max(a.column, b.column),
});

const moves: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};
const pageRows = 20;

export function useCells({
  rows,
  columns,
  desk,
  goTo,
  editing,
}: {
  rows: number;
  columns: number;
  desk: Desk;
  goTo: (row: number, column: number) => void;
  editing?: GridEditing;
}) {
  const [anchor, setAnchor] = useState<Place>();
  const [active, setActive] = useState<Place>();
  const [draft, setDraft] = useState<string>();
  const range = active && rangeOf(anchor ?? active, active);
  const onRange = editing?.onRange;
  useEffect(() => onRange?.(range), [onRange, range?.top, range?.bottom, range?.left, range?.right]); // eslint-disable-line react-hooks/exhaustive-deps

  /** The cell that is active may be in a row that is just being added: it is scrolled to when it is there. */
  const awaited = useRef<Place | undefined>(undefined);
  useEffect(() => {
    const to = awaited.current;
    if (!to || to.row >= rows) return;
    awaited.current = undefined;
    goTo(to.row, to.column);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- looked at when rows are added
  }, [rows]);

  const move = (to: Place, extend: boolean): void => {
    const place = {
      row: Math.max(0, Math.min(rows - 1, to.row)),
      column: Math.max(0, Math.min(columns - 1, to.column)),
    };
    if (rows === 0 || columns === 0) return;
    setDraft(undefined);
    setActive(place);
    setAnchor(extend ? (anchor ?? active ?? place) : place);
    goTo(place.row, place.column);
  };

  const mayEdit = useMayEdit();
  const edit = async (row: number, column: number, text?: string): Promise<void> => {
    if (!mayEdit) return;
    if (!editing) return;
    setActive({ row, column });
    setAnchor({ row, column });
    if (text !== undefined) setDraft(text);
    else setDraft((await desk().written([row, row + 1], [column, column + 1]))[0]?.[0] ?? '');
  };

  const write = (text: string, leaving: Leaving): void => {
    if (active && editing) editing.write(active, [[text]], 'a cell');
    setDraft(undefined);
    if (!active) return;
    const onward: Place =
      leaving === 'down'
        ? { row: active.row + 1, column: active.column }
        : active.column + 1 >= columns
          ? { row: active.row + 1, column: 0 }
          : { row: active.row, column: active.column + 1 };
    if (leaving !== 'stay' && onward.row >= rows && editing) {
      // Below the last row a new one begins.
      awaited.current = onward;
      setActive(onward);
      setAnchor(onward);
      editing.write({ row: rows, column: 0 }, [['']], 'a row');
    } else if (leaving !== 'stay') move(onward, false);
    if (leaving !== 'stay') document.querySelector<HTMLElement>(`[role="grid"]:has(input)`)?.focus();
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.target !== event.currentTarget) return;
    const held = event.ctrlKey || event.metaKey;
    const way = own(moves, event.key);
    if (way && !event.altKey) {
      event.preventDefault();
      const [down, right] = way;
      const from = active ?? { row: -1 * down, column: -1 * right };
      const far = held ? 1e9 : 1;
      move({ row: from.row + down * far, column: from.column + right * far }, event.shiftKey);
    } else if (event.key === 'PageDown' || event.key === 'PageUp') {
      event.preventDefault();
      const from = active ?? { row: 0, column: 0 };
      move({ ...from, row: from.row + (event.key === 'PageDown' ? pageRows : -pageRows) }, event.shiftKey);
    } else if (event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      const from = active ?? { row: 0, column: 0 };
      move(
        { row: held ? (event.key === 'Home' ? 0 : rows) : from.row, column: event.key === 'Home' ? 0 : columns },
        event.shiftKey,
      );
    } else if (event.key === 'Escape') {
      setDraft(undefined);
      setActive(undefined);
      setAnchor(undefined);
    } else if (editing && active && range) {
      if (held && event.key.toLowerCase() === 'a') {
        event.preventDefault();
        setAnchor({ row: 0, column: 0 });
        setActive({ row: rows - 1, column: columns - 1 });
      } else if (held && event.key.toLowerCase() === 'd') {
        event.preventDefault();
        editing.fillDown(range);
      } else if (draft !== undefined && (event.key === 'Enter' || event.key === 'Tab')) {
        event.preventDefault();
        write(draft, event.key === 'Enter' ? 'down' : 'next');
      } else if (event.key === 'Enter' || event.key === 'F2') {
        event.preventDefault();
        void edit(active.row, active.column);
      } else if (event.key === 'Delete' || event.key === 'Backspace') {
        event.preventDefault();
        if (draft === undefined) editing.clear(range);
        else if (event.key === 'Backspace') setDraft(draft.slice(0, -1));
      } else if (event.key.length === 1 && !held && !event.altKey) {
        event.preventDefault();
        // Before its row is drawn a cell has no field yet: what is typed gathers here.
        if (draft !== undefined) setDraft(draft + event.key);
        else void edit(active.row, active.column, event.key);
      }
    }
  };

  const onPointerDown = (event: PointerEvent<HTMLElement>, row: number, column: number): void => {
    if (draft !== undefined && active?.row === row && active.column === column) return;
    move({ row, column }, event.shiftKey);
  };
  const onPointerEnter = (event: PointerEvent<HTMLElement>, row: number, column: number): void => {
    if (event.buttons === 1 && anchor && draft === undefined) setActive({ row, column });
  };

  const onCopy = (event: ClipboardEvent<HTMLElement>): void => {
    if (!range || draft !== undefined || event.target !== event.currentTarget) return;
    event.preventDefault();
    // The texts come from the worker, so the clipboard is written when they are there.
    void desk()
      .written([range.top, range.bottom + 1], [range.left, range.right + 1])
      .then((texts) => navigator.clipboard.writeText(Papa.unparse(texts, { delimiter: '\t', newline: '\n' })));
  };
  const onPaste = (event: ClipboardEvent<HTMLElement>): void => {
    if (!editing || draft !== undefined || event.target !== event.currentTarget) return;
    const text = event.clipboardData.getData('text/plain').replace(/\r?\n$/, '');
    if (text === '') return;
    event.preventDefault();
    const texts = Papa.parse<string[]>(text, { delimiter: '\t' }).data;
    // A place past every row, also of rows that are just being added.
    const beyond = Number.MAX_SAFE_INTEGER - texts.length;
    const start = range ? { row: range.top, column: range.left } : { row: beyond, column: 0 };
    editing.paste(start, texts);
  };

  return {
    active,
    range,
    draft,
    edit,
    write,
    leave: () => setDraft(undefined),
    onKeyDown,
    onPointerDown,
    onPointerEnter,
    onCopy,
    onPaste,
  };
}
