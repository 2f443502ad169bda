/** @jest-environment jsdom */
/** What is edited is saved one save at a time, and what waits when the page goes is neither lost nor in conflict with itself. */
import { TextEncoder } from 'node:util';
import { type SaveWord, type Saver, saver } from './saver';

jest.mock('./toast', () => ({ toast: { error: () => undefined } }));
Object.assign(globalThis, { TextEncoder });

interface Sent {
  version: number;
  thing: { text: string };
  sent: { text: string } | undefined;
  answer(kind: 'saved' | 'conflict' | 'fault' | 'away'): void;
}
const asked: Sent[] = [];
const put: { to: string; method: string; keepalive: boolean; body: string }[] = [];
const open: Saver[] = [];

function page(text = 'a', version = 1) {
  const state = { thing: { text }, version, save: 'saved' as SaveWord, found: undefined as unknown };
  const it = saver<{ text: string }, { kind: 'conflict'; version: number }>({
    now: () => state,
    send: (on, thing, sent) =>
      new Promise((resolve, reject) => {
        asked.push({
          ...{ version: on, thing, sent },
          answer(kind) {
            if (kind === 'away') reject(new Error('away'));
            else if (kind === 'fault') resolve({ ok: false, fault: 'No.' });
            else resolve({ ok: true, value: { kind, version: kind === 'saved' ? on + 1 : on + 5 } });
          },
        });
      }),
    said: (save) => (state.save = save),
    saved: (now, edited) => Object.assign(state, { version: now, save: edited ? 'waiting' : 'saved' }),
    conflict: (found) => Object.assign(state, { found, save: 'conflict' }),
    takeUp: (thing, on) => Object.assign(state, { thing, version: on, save: 'waiting' }),
    address: '/api/thing',
    written: (thing) => thing,
    read: (written) =>
      typeof (written as { text?: unknown }).text === 'string'
        ? Promise.resolve(written as { text: string })
        : Promise.reject(new Error('no thing')),
  });
  open.push(it);
  const edit = (to: string): void => {
    Object.assign(state, { thing: { text: to }, save: 'waiting' });
    it.soon();
  };
  return { state, edit, ...it };
}
const settled = async (): Promise<void> => {
  for (let i = 0; i < 20; i++) await Promise.resolve();
};
const pass = async (milliseconds: number): Promise<void> => {
  jest.advanceTimersByTime(milliseconds);
  await settled();
};
const goes = (): void => void window.dispatchEvent(new Event('pagehide'));
/** Whether the browser is told to ask. */
const asks = (): boolean => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
/** The page is gone: nothing of it runs any more. */
const gone = async (): Promise<void> => {
  goes();
  jest.clearAllTimers();
  for (const one of open.splice(0)) one.end();
  await settled();
  asked.length = 0;
};

beforeEach(() => {
  jest.useFakeTimers();
  sessionStorage.clear();
  for (const list of [asked, put, open]) list.length = 0;
  globalThis.fetch = ((to: string, request: { method: string; keepalive: boolean; body: string }) => {
    put.push({ to, method: request.method, keepalive: request.keepalive, body: request.body });
    return Promise.resolve({});
  }) as never;
});
afterEach(() => {
  for (const one of open) one.end();
  jest.useRealTimers();
});

test('edits in quick succession are one save; one that comes while a slow save is under way builds on its version', async () => {
  const { state, edit } = page();
  edit('b');
  await pass(300);
  edit('c');
  await pass(500);
  expect(asked).toHaveLength(0);
  await pass(100);
  expect(asked.map(({ version, thing }) => [version, thing.text])).toEqual([[1, 'c']]);
  edit('d');
  await pass(2000);
  expect(asked).toHaveLength(1);
  asked[0].answer('saved');
  await settled();
  expect(asked.slice(1).map(({ version, thing, sent }) => [version, thing.text, sent])).toEqual([[2, 'd', undefined]]);
  expect(state.save).toBe('saving');
  asked[1].answer('saved');
  await settled();
  expect(state).toMatchObject({ version: 3, save: 'saved' });
});

test('a save without an answer is sent again with what was sent before, which may stand there', async () => {
  const { state, edit } = page();
  edit('b');
  await pass(600);
  asked[0].answer('away');
  await settled();
  expect(state.save).toBe('failed');
  edit('c');
  await pass(600);
  expect(asked[1]).toMatchObject({ version: 1, thing: { text: 'c' }, sent: { text: 'b' } });
  asked[1].answer('fault');
  await settled();
  await pass(5000);
  expect(asked).toHaveLength(3);
  asked[2].answer('conflict');
  await settled();
  expect(state).toMatchObject({ save: 'conflict', found: { version: 6 } });
  await pass(60_000);
  expect(asked).toHaveLength(3);
});

test('what waits when the page goes is sent by a request that outlives it, without a question, and taken up by the page that is loaded next', async () => {
  const before = page();
  before.edit('b');
  expect(asks()).toBe(false);
  goes();
  expect(put).toEqual([
    { to: '/api/thing', method: 'PUT', keepalive: true, body: JSON.stringify({ version: 1, thing: { text: 'b' } }) },
  ]);
  await gone();
  const { state } = page();
  await settled();
  expect(state.thing).toEqual({ text: 'b' });
  expect(asked).toMatchObject([{ version: 1, thing: { text: 'b' } }]);
  asked[0].answer('saved');
  await settled();
  expect(state).toMatchObject({ version: 2, save: 'saved' });
  await gone();
  await settled();
  expect(page().state.thing).toEqual({ text: 'a' });
});

test('an edit behind a save that is under way goes along, and says what was sent before it', async () => {
  const before = page();
  before.edit('b');
  await pass(600);
  before.edit('c');
  expect(asks()).toBe(false);
  goes();
  expect(JSON.parse(put[0].body)).toEqual({ version: 1, thing: { text: 'c' }, sent: { text: 'b' } });
  await gone();
  page();
  await settled();
  expect(asked).toMatchObject([{ version: 1, thing: { text: 'c' }, sent: { text: 'b' } }]);
});

test('a save that is answered while the page goes takes nothing of what was left; a page that is shown again saves it', async () => {
  const before = page();
  before.edit('b');
  await pass(600);
  before.edit('c');
  goes();
  asked[0].answer('saved');
  await settled();
  // The request has it: another one would be in conflict with it.
  expect(asked).toHaveLength(1);
  expect(JSON.parse(sessionStorage.getItem('nunatak left /api/thing') ?? '')).toMatchObject({ thing: { text: 'c' } });
  window.dispatchEvent(new Event('pageshow'));
  await settled();
  expect(asked[1]).toMatchObject({ version: 2, thing: { text: 'c' } });
  asked[1].answer('saved');
  await settled();
  expect([before.state.save, sessionStorage.length]).toEqual(['saved', 0]);
});

test('what is stored while the next page is on its way is shown by it, though it was made before', async () => {
  const before = page();
  before.edit('b');
  await pass(600);
  asks();
  asked[0].answer('saved');
  await settled();
  await gone();
  // Made from what stood there before, after it, and after somebody else’s.
  for (const [text, version, shown, at] of [
    ['a', 1, 'b', 2],
    ['b', 1, 'b', 2],
    ['b', 2, 'b', 2],
    ['c', 3, 'c', 3],
  ] as const) {
    const left = sessionStorage.getItem('nunatak left /api/thing');
    const { state } = page(text, version);
    await settled();
    expect(state).toMatchObject({ thing: { text: shown }, version: at, save: 'saved' });
    await pass(2000);
    expect([asked.length, put.length, sessionStorage.length]).toEqual([0, 0, 0]);
    await gone();
    expect(sessionStorage).toHaveLength(0);
    sessionStorage.setItem('nunatak left /api/thing', left ?? '');
  }
});

test('what is changed before that is taken up is neither overwritten nor called saved', async () => {
  sessionStorage.setItem('nunatak left /api/thing', JSON.stringify({ version: 2, thing: { text: 'b' }, stored: true }));
  const { state, edit } = page('a', 1);
  edit('c');
  await settled();
  expect(asked).toMatchObject([{ version: 1, thing: { text: 'c' } }]);
  asked[0].answer('conflict');
  await settled();
  expect(state).toMatchObject({ thing: { text: 'c' }, save: 'conflict' });
});

test('a save that is under way goes along as well: the browser may give it up', async () => {
  const before = page();
  before.edit('b');
  await pass(600);
  goes();
  expect(JSON.parse(put[0].body)).toMatchObject({ version: 1, thing: { text: 'b' } });
});

test('nothing is taken up where it stands there already, or where it cannot be read; nothing goes where all is saved', async () => {
  page().edit('b');
  await gone();
  const next = page('b', 2);
  await settled();
  expect(next.state).toMatchObject({ version: 2, save: 'saved' });
  expect(sessionStorage).toHaveLength(0);
  goes();
  expect(put).toHaveLength(1);
  for (const text of ['{', '{"version":1,"thing":{}}', 'null']) {
    sessionStorage.setItem('nunatak left /api/thing', text);
    const { state } = page('c');
    await settled();
    expect(state).toMatchObject({ thing: { text: 'c' }, save: 'saved' });
    expect(sessionStorage).toHaveLength(0);
  }
});

test('the browser asks to stay where it is too large, or not saved for another reason', async () => {
  const { edit, state } = page();
  edit('ü'.repeat(31_000));
  expect(asks()).toBe(true);
  goes();
  expect(put).toHaveLength(0);
  await settled();
  asked[0].answer('saved');
  await settled();
  expect(asks()).toBe(false);
  edit('b');
  await pass(600);
  asked[1].answer('fault');
  await settled();
  expect(asks()).toBe(true);
  state.save = 'conflict';
  expect(asks()).toBe(true);
  goes();
  expect(put).toHaveLength(0);
});

test('one that has ended saves what waits, and hears of nothing more', async () => {
  const { edit, end, state } = page();
  edit('b');
  end();
  await settled();
  expect(asked).toHaveLength(1);
  asked[0].answer('saved');
  await settled();
  Object.assign(state, { thing: { text: 'c' }, save: 'waiting' });
  goes();
  expect([put.length, asks()]).toEqual([0, false]);
});

test('whoever signs out leaves nothing for whom comes next in the tab', async () => {
  await jest.isolateModulesAsync(async () => {
    const { inTab, forgetTab } = await import('./in-tab');
    inTab('/api/thing', 'x');
    sessionStorage.setItem('of something else', 'y');
    expect(inTab('/api/thing')).toBe('x');
    forgetTab();
    expect(inTab('/api/thing')).toBeNull();
    inTab('/api/thing', 'x');
    expect([inTab('/api/thing'), sessionStorage.getItem('of something else')]).toEqual([null, 'y']);
  });
});
