import type { Waiting } from './edit-queue';
import { keepingFor, tablesWithKept } from './kept-edits';

function storageOf(limit = Infinity): Storage {
  const held = new Map<string, string>();
  return {
    get length() {
      return held.size;
    },
    key: (i: number) => [...held.keys()][i] ?? null,
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, text: string) => {
      if (text.length > limit) throw new DOMException('full', 'QuotaExceededError');
      held.set(key, text);
    },
    removeItem: (key: string) => void held.delete(key),
    clear: () => held.clear(),
  };
}
const waiting = (token: string, text = 'x'): Waiting => ({
  token,
  base: 1,
  change: { edit: { kind: 'cells', edits: [{ row: 0, column: 0, text }], what: 'a cell' } },
});

test('what a tab left is taken over by the next, and let go when it is done', () => {
  const storage = storageOf();
  const first = keepingFor('s', 'people', 'tab1', () => storage);
  expect(first.write([waiting('a'), waiting('b')])).toBe(true);
  expect(tablesWithKept('s', () => storage)).toEqual(['people']);
  const second = keepingFor('s', 'people', 'tab2', () => storage);
  expect(second.read().map(({ token }) => token)).toEqual(['a', 'b']);
  second.write([waiting('b')]);
  expect(
    keepingFor('s', 'people', 'tab3', () => storage)
      .read()
      .map(({ token }) => token),
  ).toEqual(['a', 'b']);
  second.write([]);
  expect(tablesWithKept('s', () => storage)).toEqual([]);
});

test('tables and studies are kept apart', () => {
  const storage = storageOf();
  keepingFor('s', 'people', 't', () => storage).write([waiting('a')]);
  keepingFor('s', 'people-2', 't', () => storage).write([waiting('b')]);
  keepingFor('other', 'people', 't', () => storage).write([waiting('c')]);
  expect(
    keepingFor('s', 'people', 'u', () => storage)
      .read()
      .map(({ token }) => token),
  ).toEqual(['a']);
  expect(tablesWithKept('s', () => storage)).toEqual(['people', 'people-2']);
});

test('a browser that is full, that refuses, or that holds something else loses nothing but this', () => {
  const full = keepingFor('s', 'people', 't', () => storageOf(5));
  expect(full.write([waiting('a')])).toBe(false);
  const refused = keepingFor('s', 'people', 't', () => {
    throw new DOMException('denied', 'SecurityError');
  });
  expect([refused.read(), refused.write([waiting('a')])]).toEqual([[], false]);
  const storage = storageOf();
  storage.setItem('nunatak edits s people x', '{broken');
  expect(keepingFor('s', 'people', 't', () => storage).read()).toEqual([]);
  expect(keepingFor('s', 'people', 't', () => storage).write([waiting('a', 'x'.repeat(2_000_000))])).toBe(false);
});
