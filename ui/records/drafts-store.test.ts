import { remediesSchema } from '@/core/intake';
import type { KeptDraft } from './drafts-store';

const mockHeld = new Map<string, unknown>();
let mockFull = false;
jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  entries: async () => [...mockHeld],
  set: async (key: string, value: unknown) => {
    if (mockFull) throw new DOMException('full', 'QuotaExceededError');
    mockHeld.set(key, value);
  },
  del: async (key: string) => void mockHeld.delete(key),
}));

/** A page with nothing in mind yet. */
function page(): typeof import('./drafts-store') {
  let opened: typeof import('./drafts-store') | undefined;
  jest.isolateModules(() => {
    opened = require('./drafts-store') as typeof import('./drafts-store'); // eslint-disable-line @typescript-eslint/no-require-imports
  });
  if (!opened) throw new Error('no page');
  return opened;
}
const draft = (id: string): KeptDraft => ({
  id,
  sources: [{ file: new File(['a'], 'a.csv'), part: '' }],
  settings: {},
  remedies: remediesSchema.parse({ name: id }),
});
const ids = async (study: string): Promise<string[]> => (await page().keptDrafts(study)).map(({ id }) => id).sort();

beforeEach(() => {
  mockHeld.clear();
  mockFull = false;
});

test('drafts of two pages live side by side, and each puts away its own', async () => {
  const [one, two] = [page(), page()];
  await one.keptDrafts('s');
  await two.keptDrafts('s');
  expect(await one.keepDrafts('s', [draft('a'), draft('b')])).toBe(true);
  await two.keepDrafts('s', [draft('c')]);
  await two.keepDrafts('other', [draft('d')]);
  expect(await ids('s')).toEqual(['a', 'b', 'c']);
  await two.keepDrafts('s', []);
  expect(await ids('s')).toEqual(['a', 'b']);
  expect(await ids('other')).toEqual(['d']);
});

test('what another page put away is not written again by one that had read it', async () => {
  const one = page();
  await one.keepDrafts('s', [draft('a')]);
  const two = page();
  const read = await two.keptDrafts('s');
  await one.keepDrafts('s', []);
  await two.keepDrafts('s', read);
  expect(await ids('s')).toEqual([]);
});

test('drafts that stood together are taken over', async () => {
  mockHeld.set('s', [draft('a'), draft('b')]);
  const one = page();
  const read = await one.keptDrafts('s');
  await one.keepDrafts('s', read);
  expect(await ids('s')).toEqual(['a', 'b']);
  expect(mockHeld.has('s')).toBe(false);
});

test('a browser that is full says so; what is no draft is left out', async () => {
  mockHeld.set('s x', { id: 3 });
  expect(await ids('s')).toEqual([]);
  mockFull = true;
  expect(await page().keepDrafts('s', [draft('a')])).toBe(false);
});
