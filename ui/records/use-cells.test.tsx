/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { render } from '@testing-library/react';
import '@/ui/testing';
import type { GridEditing } from './grid';
import { type Range, useCells } from './use-cells';
import type { Desk } from './use-desk';

const texts = (row: number, column: number): string => `r${row}c${column}`;
const desk = (() => ({
  written: ([top, bottom]: [number, number], [left, right]: [number, number]) =>
    Promise.resolve(
      Array.from({ length: bottom - top }, (_, r) =>
        Array.from({ length: right - left }, (_, c) => texts(top + r, left + c)),
      ),
    ),
})) as unknown as Desk;

interface Heard {
  write: [{ row: number; column: number }, string[][]][];
  paste: [{ row: number; column: number }, string[][]][];
  cleared: Range[];
  filled: Range[];
  went: [number, number][];
}

/** A grid of 30 rows and 4 columns that is nothing but its cursor. */
function grid({ rows = 30, readonly = false } = {}) {
  const heard: Heard = { write: [], paste: [], cleared: [], filled: [], went: [] };
  const editing: GridEditing = {
    turn: 0,
    write: (from, cells) => void heard.write.push([from, cells]),
    paste: (from, cells) => void heard.paste.push([from, cells]),
    clear: (range) => void heard.cleared.push(range),
    fillDown: (range) => void heard.filled.push(range),
    columnEntries: () => [],
    onRange: () => undefined,
  };
  function Grid() {
    const cells = useCells({
      rows,
      columns: 4,
      desk,
      goTo: (row, column) => void heard.went.push([row, column]),
      editing: readonly ? undefined : editing,
    });
    const { active, range, draft } = cells;
    return (
      <div
        role="grid"
        tabIndex={0}
        aria-label="cells"
        onKeyDown={cells.onKeyDown}
        onCopy={cells.onCopy}
        onPaste={cells.onPaste}
      >
        <output>
          {active ? `${active.row},${active.column}` : 'none'}
          {range && ` ${range.top}-${range.bottom},${range.left}-${range.right}`}
          {draft !== undefined && ` “${draft}”`}
        </output>
        <button type="button" onPointerDown={(event) => cells.onPointerDown(event, 5, 2)}>
          cell 5,2
        </button>
        <button type="button" onPointerEnter={(event) => cells.onPointerEnter(event, 7, 3)}>
          cell 7,3
        </button>
        <button type="button" onClick={() => cells.write('new', 'down')}>
          down
        </button>
        <button type="button" onClick={() => cells.write('new', 'next')}>
          next
        </button>
      </div>
    );
  }
  render(<Grid />);
  const on = screen.getByRole('grid');
  const says = (): string => screen.getByRole('status').textContent ?? '';
  const press = (key: string, more: object = {}): void => void fireEvent.keyDown(on, { key, ...more });
  return { heard, says, press, on };
}

test('arrows move the cursor within the table', () => {
  const { says, press, heard } = grid();
  expect(says()).toBe('none');
  press('ArrowDown');
  expect(says()).toBe('0,0 0-0,0-0');
  press('ArrowRight');
  press('ArrowDown');
  expect(says()).toBe('1,1 1-1,1-1');
  press('ArrowUp');
  press('ArrowUp');
  press('ArrowLeft');
  press('ArrowLeft');
  expect(says()).toBe('0,0 0-0,0-0');
  expect(heard.went.at(-1)).toEqual([0, 0]);
});

test('far with Ctrl, by pages, to the ends of a row', () => {
  const { says, press } = grid();
  press('ArrowDown');
  press('ArrowDown', { ctrlKey: true });
  expect(says()).toContain('29,0');
  press('PageUp');
  expect(says()).toContain('9,0');
  press('End');
  expect(says()).toContain('9,3');
  press('Home', { ctrlKey: true });
  expect(says()).toContain('0,0');
  press('End', { ctrlKey: true });
  expect(says()).toContain('29,3');
  press('PageDown');
  expect(says()).toContain('29,3');
});

test('Shift keeps the other end of the range; Escape lets go', () => {
  const { says, press } = grid();
  press('ArrowDown');
  press('ArrowDown', { shiftKey: true });
  press('ArrowRight', { shiftKey: true });
  expect(says()).toBe('1,1 0-1,0-1');
  press('a', { ctrlKey: true });
  expect(says()).toBe('29,3 0-29,0-3');
  press('Escape');
  expect(says()).toBe('none');
});

test('the pointer chooses a cell, and a range where it is drawn on', () => {
  const { says } = grid();
  fireEvent.pointerDown(screen.getByText('cell 5,2'));
  expect(says()).toBe('5,2 5-5,2-2');
  fireEvent.pointerEnter(screen.getByText('cell 7,3'), { buttons: 1 });
  // jsdom gives pointer events no buttons.
  expect(says()).toMatch(/^(7,3 5-7,2-3|5,2 5-5,2-2)$/);
});

test('ranges are emptied and filled', () => {
  const { press, heard } = grid();
  press('ArrowDown');
  press('ArrowDown', { shiftKey: true });
  press('Delete');
  press('d', { ctrlKey: true });
  const range = { top: 0, bottom: 1, left: 0, right: 0 };
  expect(heard).toMatchObject({ cleared: [range], filled: [range] });
});

test('typing begins a new text, Enter and F2 the one that is there', async () => {
  const { says, press } = grid();
  press('ArrowDown');
  press('x');
  await waitFor(() => expect(says()).toContain('“x”'));
  press('ArrowRight');
  expect(says()).toBe('0,1 0-0,1-1');
  press('F2');
  await waitFor(() => expect(says()).toContain('“r0c1”'));
});

test('what was written goes to its cell; the cursor goes on, and below the last row a new one begins', async () => {
  const { says, press, heard } = grid({ rows: 2 });
  const user = userEvent.setup();
  press('ArrowDown');
  await user.click(screen.getByText('next'));
  expect(heard.write).toEqual([[{ row: 0, column: 0 }, [['new']]]]);
  expect(says()).toContain('0,1');
  press('End');
  await user.click(screen.getByText('next'));
  expect(says()).toContain('1,0');
  await user.click(screen.getByText('down'));
  expect(heard.write.at(-1)).toEqual([{ row: 2, column: 0 }, [['']]]);
  expect(says()).toContain('2,0');
});

test('what is typed before the new row is drawn gathers, and is written by Enter', async () => {
  const { says, press, heard } = grid({ rows: 1 });
  press('ArrowDown');
  await userEvent.click(screen.getByText('down'));
  for (const letter of 'two') press(letter);
  await waitFor(() => expect(says()).toContain('“two”'));
  press('Enter');
  expect(heard.write.map(([{ row }, cells]) => [row, cells[0][0]])).toEqual([
    [0, 'new'],
    [1, ''],
    [1, 'two'],
    [1, ''],
  ]);
});

test('letters that come before the field stands are kept, also in a row that was there; Tab and Enter write them', async () => {
  const { says, press, heard } = grid();
  press('ArrowDown');
  for (const letter of 'abx') press(letter);
  press('Backspace');
  press('c');
  await waitFor(() => expect(says()).toContain('“abc”'));
  press('Tab');
  expect(heard.write).toEqual([[{ row: 0, column: 0 }, [['abc']]]]);
  expect(says()).toBe('0,1 0-0,1-1');
  press('x');
  press('Escape');
  expect(says()).toBe('none');
  expect(heard.write).toHaveLength(1);
});

test('cells are pasted from the range on, past the end where there is none; quotes and tabs inside hold', () => {
  const { press, heard, on } = grid();
  const paste = (text: string): void => void fireEvent.paste(on, { clipboardData: { getData: () => text } });
  paste('a\tb\r\nc\td\r\n');
  expect(heard.paste[0][0].row).toBeGreaterThan(1e9);
  expect(heard.paste[0][1]).toEqual([
    ['a', 'b'],
    ['c', 'd'],
  ]);
  press('ArrowDown');
  press('ArrowRight');
  paste('"x\ty"\t"l1\nl2"');
  expect(heard.paste[1]).toEqual([{ row: 0, column: 1 }, [['x\ty', 'l1\nl2']]]);
  paste('');
  expect(heard.paste).toHaveLength(2);
});

test('a range is copied as rows of cells', async () => {
  const written: string[] = [];
  const writeText = (text: string): Promise<void> => Promise.resolve(void written.push(text));
  Object.defineProperty(navigator, 'clipboard', { value: { writeText }, configurable: true });
  const { press, on } = grid();
  press('ArrowDown');
  press('ArrowDown', { shiftKey: true });
  press('ArrowRight', { shiftKey: true });
  await act(async () => {
    fireEvent.copy(on);
    await Promise.resolve();
  });
  await waitFor(() => expect(written).toEqual(['r0c0\tr0c1\nr1c0\tr1c1']));
});

test('where nothing can be changed the cursor still moves, and nothing is written', () => {
  const { says, press, heard, on } = grid({ readonly: true });
  press('ArrowDown');
  press('x');
  press('Delete');
  fireEvent.paste(on, { clipboardData: { getData: () => 'a' } });
  expect(says()).toBe('0,0 0-0,0-0');
  expect(heard).toMatchObject({ write: [], paste: [], cleared: [] });
});
