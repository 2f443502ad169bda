/** @jest-environment jsdom */
/** News in the page: who is here, what is followed at once, and what is asked first. */
import { act, render, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { firstFigure } from '@/core/figure/plan';
import { trailSchema } from '@/core/trail';
import { createFigureStore } from '@/ui/figures/store';
import { createWorkbench } from '@/ui/state/store';
import { useNews } from '@/ui/together/use-news';
import { own } from '@/core/own';
import '@/ui/testing';
import { newsCome, onNews } from './bus';
import { followFigure } from './here-figure';
import { followNetwork, followShortlists } from './here-network';
import { Together } from './together';
import { useFresh } from './use-changes';

let mockAnswers: Record<string, unknown> = {};
const mockSaid: string[] = [];
const mockWent: string[] = [];
jest.mock('@/server/actions', () =>
  Object.fromEntries(
    ['networkNow', 'figureNow', 'listShortlists', 'listKept'].map((name) => [
      name,
      () => Promise.resolve(own(mockAnswers, name)),
    ]),
  ),
);
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign((words: string) => mockSaid.push(words), { error: (words: string) => mockSaid.push(words) }),
}));
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => mockWent.push('again') }) }));

class FakeSource extends EventTarget {
  static readonly CLOSED = 2;
  static all: FakeSource[] = [];
  readyState = 1;
  constructor(readonly url: string) {
    super();
    FakeSource.all.push(this);
  }
  close(): void {
    this.readyState = 2;
  }
  tell(event: string, value?: unknown): void {
    act(() => void this.dispatchEvent(new MessageEvent(event, { data: JSON.stringify(value ?? null) })));
  }
}
const source = (): FakeSource => FakeSource.all[FakeSource.all.length - 1];
beforeEach(() => {
  Object.assign(globalThis, { EventSource: FakeSource });
  FakeSource.all = [];
  mockSaid.length = mockWent.length = 0;
  mockAnswers = {};
});
const look = (state: string): void => {
  Object.defineProperty(document, 'visibilityState', { value: state, configurable: true });
  act(() => void document.dispatchEvent(new Event('visibilitychange')));
};
afterEach(() => look('visible'));

const person = (name: string, on: string, you = false) => ({ id: name, name, on, you });

test('the letters of the others who are here, with what they are on', () => {
  render(<Together study="s" place="records" />);
  expect(source().url).toBe('/api/studies/s/news?place=records');
  expect(screen.queryByRole('list')).toBeNull();
  source().tell('here', [person('A. Thorne', 'Records', true), person('B. Lyng', 'Who met')]);
  expect(screen.getByRole('list', { name: 'Here now' }).textContent).toBe('BLB. Lyng: Who met');
  source().tell(
    'here',
    ['B', 'C', 'D', 'E', 'F'].map((name) => person(name, 'Names')),
  );
  expect(screen.getAllByRole('listitem').map((one) => one.textContent?.slice(0, 2))).toEqual(['BB', 'CC', 'DD', '+2']);
});

test('a page that is not looked at hears nothing; what was missed is looked at when it is looked at again', () => {
  const heard: unknown[] = [];
  const end = onNews((change) => heard.push(change));
  const { unmount } = render(<Together study="s" place="networks" thing="n" />);
  const first = source();
  first.tell('open');
  expect(newsCome()).toBe(true);
  expect(document.documentElement.hasAttribute('data-news')).toBe(true);
  // What was changed between the page and its stream is asked for once.
  expect(heard.splice(0)).toEqual([{ thing: null, kind: null, first: true }]);
  first.tell('changed', { thing: 'n', kind: 'network' });
  expect(heard).toEqual([{ thing: 'n', kind: 'network' }]);
  look('hidden');
  expect([first.readyState, newsCome()]).toEqual([2, false]);
  look('visible');
  source().tell('open');
  expect(heard[1]).toEqual({ thing: null, kind: null, missed: true });
  // A connection that broke comes back by itself; something may have been missed then.
  source().tell('error');
  expect(newsCome()).toBe(false);
  source().tell('open');
  expect(heard).toHaveLength(3);
  source().tell('again');
  expect(heard).toHaveLength(4);
  source().tell('closed', { why: 'You are not signed in.' });
  expect(newsCome()).toBe(false);
  unmount();
  end();
});

test('a stream that was refused is asked for again after a while', () => {
  jest.useFakeTimers();
  render(<Together study="s" place="networks" />);
  source().readyState = 2;
  source().tell('error');
  expect(FakeSource.all).toHaveLength(1);
  jest.advanceTimersByTime(15_000);
  expect(FakeSource.all).toHaveLength(2);
  jest.useRealTimers();
});

test('lists are loaded anew, once for several changes; tables and names where their versions differ', async () => {
  function Page() {
    useFresh();
    return <Together study="s" place="figures" />;
  }
  const { unmount } = render(<Page />);
  source().tell('open');
  await new Promise((resolve) => setTimeout(resolve, 600));
  expect(mockWent).toEqual([]);
  for (const thing of ['a', 'b', null]) source().tell('changed', { thing, kind: thing && 'figure' });
  await waitFor(() => expect(mockWent).toEqual(['again']), { timeout: 5000 });
  unmount();
  const asked: string[] = [];
  let save: (now: boolean) => void = () => undefined;
  globalThis.fetch = ((address: string) => {
    asked.push(address);
    return Promise.resolve({ ok: true, json: () => Promise.resolve({ tables: { ties: 2 }, names: {} }) });
  }) as never;
  function Records() {
    const [saving, setSaving] = useState(false);
    save = setSaving;
    useNews('s', [{ key: 'ties', version: 1 }], [], saving);
    return <Together study="s" place="records" />;
  }
  render(<Records />);
  source().tell('changed', { thing: 'n', kind: 'network' });
  expect(asked).toEqual([]);
  source().tell('open');
  await waitFor(() => expect(mockWent).toEqual(['again', 'again']));
  expect(asked).toEqual(['/api/studies/s/versions']);
  // While something is being saved the server is ahead; it is looked at afterwards.
  act(() => save(true));
  source().tell('changed', { thing: null, kind: null });
  await new Promise((resolve) => setTimeout(resolve, 3500));
  expect(asked).toHaveLength(1);
  act(() => save(false));
  await waitFor(() => expect(asked).toHaveLength(2));
});

describe('an open network that somebody else saves', () => {
  const trailOf = (from: string) =>
    trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from, to: 'b' }] });
  const opened = (role: 'editor' | 'reader') =>
    createWorkbench({
      study: { id: 's', name: 'Sound', role },
      network: { id: 'n', name: 'One', version: 3, layout: null },
      networks: [],
      shortlists: [],
      tables: [],
      names: [],
      trail: trailOf('a'),
    });
  const now = (version: number): void => {
    const value = { version, trail: trailOf('z'), changedAt: '2026-01-02T03:04:05.000Z' };
    mockAnswers.networkNow = { ok: true, value };
  };

  test('whoever may change it is asked; nothing of theirs is touched', async () => {
    const store = opened('editor');
    now(3);
    await followNetwork(store);
    expect(store.getState().save.kind).toBe('saved');
    now(4);
    await followNetwork(store);
    expect(store.getState().save).toMatchObject({ kind: 'conflict', version: 4, idle: true });
    expect(store.getState().trail).toEqual(trailOf('a'));
  });
  test('a page that was just opened shows what was stored while it was on its way, as long as nothing is changed', async () => {
    const store = opened('editor');
    now(4);
    await followNetwork(store, true);
    expect(store.getState()).toMatchObject({ save: { kind: 'saved' }, trail: trailOf('z'), network: { version: 4 } });
    store.getState().edit(() => trailOf('mine'));
    store.setState({ save: { kind: 'saved' } });
    now(5);
    await followNetwork(store, true);
    expect(store.getState()).toMatchObject({ save: { kind: 'conflict', version: 5 }, trail: trailOf('mine') });
  });
  test('so does a figure, and its reader at any time; whoever may change it is asked later on', async () => {
    const settings = (width: number) => ({ ...firstFigure({ id: 'n', name: 'One' }), width });
    const open = (role: 'editor' | 'reader') =>
      createFigureStore({
        study: { id: 's', name: 'Sound', role },
        figure: { id: 'f', name: 'Figure 1', version: 1, settings: settings(84) },
        others: [],
        networks: [],
        tables: [],
        names: [],
        shortlists: [],
      });
    const store = open('editor');
    mockAnswers.figureNow = { ok: true, value: { version: 2, settings: settings(129) } };
    await followFigure(store, true);
    expect(store.getState()).toMatchObject({ save: 'saved', version: 2, figure: { width: 129 } });
    mockAnswers.figureNow = { ok: true, value: { version: 3, settings: settings(174) } };
    await followFigure(store);
    expect(store.getState()).toMatchObject({ save: 'conflict', theirs: { version: 3 }, figure: { width: 129 } });
    const changed = open('editor');
    changed.getState().change((now) => ({ ...now, height: 50 }));
    changed.setState({ save: 'saved' });
    await followFigure(changed, true);
    expect(changed.getState()).toMatchObject({ save: 'conflict', figure: { width: 84, height: 50 } });
    const reader = open('reader');
    await followFigure(reader);
    expect(reader.getState()).toMatchObject({ save: 'saved', version: 3, figure: { width: 174 } });
  });
  test('one’s own save that waits is told by the save itself', async () => {
    const store = opened('editor');
    now(4);
    store.setState({ save: { kind: 'waiting' } });
    await followNetwork(store);
    expect(store.getState().save.kind).toBe('waiting');
  });
  test('during a save it is looked at again afterwards: one’s own version is no news', async () => {
    const store = opened('editor');
    now(4);
    store.setState({ save: { kind: 'saving' } });
    await followNetwork(store);
    store.setState({ save: { kind: 'saved' }, network: { ...store.getState().network, version: 4 } });
    await new Promise((resolve) => setTimeout(resolve, 900));
    expect(store.getState().save.kind).toBe('saved');
    now(5);
    store.setState({ save: { kind: 'saving' } });
    await followNetwork(store);
    store.setState({ save: { kind: 'saved' } });
    await waitFor(() => expect(store.getState().save.kind).toBe('conflict'), { timeout: 3000 });
  });
  test('a reader’s screen follows, unless they are trying something of their own', async () => {
    const store = opened('reader');
    now(4);
    await followNetwork(store);
    expect([store.getState().trail, store.getState().network.version]).toEqual([trailOf('z'), 4]);
    store.getState().edit(() => trailOf('mine'));
    now(5);
    await followNetwork(store);
    expect(store.getState().trail).toEqual(trailOf('mine'));
    expect(mockSaid.join()).toMatch(/What you try here stays/);
  });
  test('that it is gone is said; lists that are the same stay the same', async () => {
    const store = opened('editor');
    mockAnswers.networkNow = { ok: false, fault: 'This network is not there.' };
    await followNetwork(store);
    expect(mockSaid).toEqual(['This network is not there.']);
    const before = store.getState().shortlists;
    mockAnswers.listShortlists = { ok: true, value: [] };
    await followShortlists(store);
    expect(store.getState().shortlists).toBe(before);
    mockAnswers.listShortlists = {
      ok: true,
      value: [{ id: 'l', name: 'Few', folder: '', seen: 'mine', version: 1, nodes: [] }],
    };
    await followShortlists(store);
    expect(store.getState().shortlists).toHaveLength(1);
  });
});
