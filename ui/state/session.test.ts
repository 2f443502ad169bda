/** @jest-environment node */
import { stored, trailSchema } from '@/core/trail';
import type { Listener } from '@/worker/client';
import { pack } from '@/worker/parcel';
import { network } from '@/core/graph';
import { dress, plainStyle } from '@/core/style';
import { createWorkbench } from './store';
import { startSession } from './session';

interface FakeWorker {
  ahead: unknown[];
  places: [string, string][][];
  opened: unknown[];
  runs: number;
  listeners: Listener[];
  ended: boolean;
  die(): void;
}
const mockWorkers: FakeWorker[] = [];
const mockSaid: string[] = [];
const mockSaved: unknown[] = [];
let mockEnds = false;
/** How the next runs end, where it is not at once. */
let mockEnd: Promise<string> | undefined;
let mockAnswer: () => unknown = () => ({ ok: true, value: { kind: 'saved', version: 2 } });

jest.mock('@/worker/client', () => ({
  heard: (listener: unknown) => listener,
  startTrailWorker: () => {
    let died = (): void => undefined;
    const worker: FakeWorker = {
      ahead: [],
      places: [],
      opened: [],
      runs: 0,
      listeners: [],
      ended: false,
      die: () => died(),
    };
    mockWorkers.push(worker);
    return {
      service: {
        open: (address: unknown) => worker.opened.push(address),
        // A run that never ends: what happens meanwhile is looked at.
        run: (_trail: unknown, listener: Listener) => {
          worker.runs++;
          worker.listeners.push(listener);
          return mockEnd ?? (mockEnds ? Promise.resolve('done') : new Promise(() => undefined));
        },
        ahead: (trails: unknown[]) => worker.ahead.push(...trails),
        take: () => Promise.resolve(new Blob(['x'])),
        stop: () => undefined,
        places: (places: ReadonlyMap<string, string>) => worker.places.push([...places]),
        resume: () => undefined,
        shortlists: () => undefined,
      },
      end: () => (worker.ended = true),
      onDeath: (heard: () => void) => (died = heard),
    };
  },
}));
jest.mock('@/ui/kit/toast', () => {
  const toast = (text: string): void => void mockSaid.push(text);
  return { toast: Object.assign(toast, { error: toast }) };
});
jest.mock('@/server/actions', () => ({
  saveTrail: (...asked: unknown[]) => {
    mockSaved.push(asked);
    return Promise.resolve(mockAnswer());
  },
  createNetwork: () => Promise.resolve({ ok: true, value: { id: 'copy' } }),
}));

const listeners = new Map<string, (event: { preventDefault(): void }) => void>();
const trail = trailSchema.parse({
  steps: [
    { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' },
    { id: 's2', kind: 'style', on: true },
  ],
});

function session(keeps = true) {
  const store = createWorkbench({
    study: { id: 'a', name: 'Study' },
    network: { id: 'b', name: 'Network', version: 1, layout: null },
    networks: [],
    tables: [],
    names: [],
    shortlists: [],
    trail,
  });
  return { store, session: startSession(store, keeps) };
}

const settle = async (): Promise<void> => {
  for (let i = 0; i < 20; i++) await Promise.resolve();
};

beforeEach(() => {
  jest.useFakeTimers();
  for (const list of [mockWorkers, mockSaid, mockSaved]) list.length = 0;
  mockAnswer = () => ({ ok: true, value: { kind: 'saved', version: 2 } });
  listeners.clear();
  Object.assign(globalThis, {
    window: {
      addEventListener: (name: string, listener: () => void) => listeners.set(name, listener),
      removeEventListener: (name: string) => listeners.delete(name),
    },
  });
});
afterEach(() => {
  jest.useRealTimers();
  delete (globalThis as { window?: unknown }).window;
});

describe('a computation that breaks off', () => {
  test('is started anew with the same study, runs the trail again, and it is said', () => {
    const { session: mine } = session();
    expect(mockWorkers).toHaveLength(1);
    expect(mockWorkers[0].runs).toBe(1);
    mockWorkers[0].die();
    expect(mockWorkers).toHaveLength(2);
    expect(mockWorkers[1].opened).toEqual(mockWorkers[0].opened);
    expect(mockWorkers[1].opened).toHaveLength(1);
    expect(mockWorkers[1].runs).toBe(1);
    expect(mockSaid).toEqual([expect.stringMatching(/broke off and was started anew/)]);
    mine.end();
    expect(mockWorkers[1].ended).toBe(true);
  });

  test('again and again is not tried for ever, and says what to do', () => {
    const { store } = session();
    for (let death = 0; death < 4; death++) mockWorkers[death].die();
    expect(mockWorkers.map(({ runs }) => runs)).toEqual([1, 1, 1, 1, 0]);
    expect(store.getState().fault).toMatch(/again and again.*smaller/);
    expect(store.getState().running).toBe(false);
  });
});

describe('what a run tells on its way', () => {
  const report = (id: string, nodes = 2) => ({ id, nodes, edges: 1, result: `${nodes}`, notes: [] });

  test('is gathered for a moment, and told in one change', () => {
    const { store } = session();
    const [{ listeners: heard }] = mockWorkers;
    let changes = 0;
    store.subscribe(() => changes++);
    heard[0].report(report('s1'));
    heard[0].progress('s2', 0.1);
    heard[0].report(report('s2', 3));
    heard[0].progress('s2', 0.4);
    expect(changes).toBe(0);
    jest.runOnlyPendingTimers();
    expect(changes).toBe(1);
    const { reports, progress } = store.getState();
    expect([reports.s1.nodes, reports.s2.nodes, progress]).toEqual([2, 3, { step: 's2', share: 0.4 }]);
  });

  test('is told at once where the run ends, and dropped where another one takes its place', async () => {
    mockEnds = true;
    const { store } = session();
    mockWorkers[0].listeners[0].report(report('s1'));
    await settle();
    expect(store.getState().reports.s1.nodes).toBe(2);
    mockEnds = false;
    store.getState().setStep('s2', { curve: 0.3 });
    mockWorkers[0].listeners[1].report(report('s1', 9));
    store.getState().setStep('s2', { curve: 0.2 });
    jest.runOnlyPendingTimers();
    expect(store.getState().reports.s1.nodes).toBe(2);
  });

  test('is told before the run is stopped: the step that runs is the one that is stopped', () => {
    const { session: mine } = session();
    mockWorkers[0].listeners[0].progress('s2', 0.1);
    mine.stop();
    expect(mockSaid).toEqual([expect.stringMatching(/^Style was stopped/)]);
  });
});

describe('what a run hands over', () => {
  const net = network({ nodes: 2, edges: [[0, 1]] });
  const drawn = { network: net, looks: dress(net, plainStyle) };
  const common = { digest: 'd', reports: [], partial: false };
  const shown = async (): Promise<void> => {
    jest.advanceTimersByTime(1);
    await settle();
  };

  test('is not missed by the runs after one that was replaced', async () => {
    const { store } = session();
    store.getState().setStep('s2', { curve: 0.3 });
    const [{ listeners: heard }] = mockWorkers;
    heard[0].result({ ...common, parcel: pack(drawn, undefined) });
    await shown();
    expect(store.getState().net).toBeUndefined();
    // The worker sends only what it has not sent: nothing of the network.
    heard[1].result({ ...common, parcel: pack(drawn, drawn) });
    await shown();
    expect(store.getState().net?.ids).toEqual(['0', '1']);
    expect(store.getState().looks?.radius).toHaveLength(2);
  });

  test('is shown in a task after the one it came in, and not where the run was replaced meanwhile', async () => {
    const { store } = session();
    const [{ listeners: heard }] = mockWorkers;
    heard[0].result({ ...common, parcel: pack(drawn, undefined) });
    await settle();
    expect(store.getState().net).toBeUndefined();
    store.getState().setStep('s2', { curve: 0.3 });
    await shown();
    expect(store.getState().net).toBeUndefined();
    heard[1].result({ ...common, parcel: pack(drawn, drawn) });
    heard[1].report({ id: 's2', nodes: 9, edges: 1, result: 'later', notes: [] });
    await shown();
    expect(store.getState().net?.ids).toEqual(['0', '1']);
    // What is told after it came is told after it is shown.
    jest.advanceTimersByTime(500);
    expect(store.getState().reports.s2.nodes).toBe(9);
  });

  test.each([
    ['done', undefined],
    ['broken', 'Something broke on our side. Reload the page; nothing that was saved is lost.'],
  ])('is shown before its run counts as over: %s', async (_how, fault) => {
    mockEnd = fault ? Promise.reject(new Error(fault)) : Promise.resolve('done');
    mockEnd.catch(() => undefined);
    try {
      const { store } = session();
      mockWorkers[0].listeners[0].result({ ...common, parcel: pack(drawn, undefined) });
      await settle();
      expect([store.getState().running, store.getState().net]).toEqual([true, undefined]);
      await shown();
      expect(store.getState().running).toBe(false);
      expect(store.getState().net?.ids).toEqual(['0', '1']);
      expect(store.getState().fault).toBe(fault);
    } finally {
      mockEnd = undefined;
    }
  });
});

describe('saving', () => {
  test('an edit is saved a moment later, under the version it was made on', async () => {
    const { store } = session();
    store.getState().setStep('s2', { curve: 0.3 });
    expect(mockSaved).toHaveLength(0);
    jest.advanceTimersByTime(700);
    await settle();
    expect(mockSaved).toEqual([['a', 'b', 1, stored(store.getState().trail), undefined]]);
    expect(store.getState()).toMatchObject({ save: { kind: 'saved' }, network: { version: 2 } });
  });

  test('what was edited right before the page goes is sent by a request that outlives it, and taken up by the next', async () => {
    const kept = new Map<string, string>();
    const puts: { to: string; body: string }[] = [];
    const { fetch } = globalThis;
    Object.assign(globalThis, {
      sessionStorage: {
        getItem: (key: string) => kept.get(key) ?? null,
        setItem: (key: string, value: string) => kept.set(key, value),
        removeItem: (key: string) => kept.delete(key),
      },
      fetch: (to: string, { body }: { body: string }) => Promise.resolve(void puts.push({ to, body })),
    });
    try {
      const { store } = session();
      const gone = { preventDefault: jest.fn() };
      listeners.get('pagehide')?.(gone);
      expect(puts).toEqual([]);
      store.getState().setStep('s2', { curve: 0.3 });
      const edited = store.getState().trail;
      listeners.get('beforeunload')?.(gone);
      listeners.get('pagehide')?.(gone);
      expect(puts).toEqual([
        { to: '/api/studies/a/networks/b/trail', body: JSON.stringify({ version: 1, thing: stored(edited) }) },
      ]);
      expect(gone.preventDefault).not.toHaveBeenCalled();
      jest.clearAllTimers();
      // Who only looks takes nothing up.
      expect(session(false).store.getState().trail).toEqual(trail);
      const { store: next } = session();
      jest.useRealTimers();
      for (let i = 0; i < 100 && mockSaved.length === 0; i++) await new Promise((go) => setTimeout(go, 10));
      await settle();
      expect(next.getState().trail).toEqual(edited);
      expect(mockSaved).toEqual([['a', 'b', 1, stored(edited), undefined]]);
      expect(next.getState()).toMatchObject({ save: { kind: 'saved' }, network: { version: 2 } });
    } finally {
      Object.assign(globalThis, { fetch });
      delete (globalThis as { sessionStorage?: unknown }).sessionStorage;
    }
  });

  test('why it is not saved is said, once for each reason; what passes by itself is not worth a word', async () => {
    const { store } = session();
    mockSaid.length = 0;
    const edited = async (curve: number): Promise<void> => {
      store.getState().setStep('s2', { curve });
      jest.advanceTimersByTime(6000);
      await settle();
    };
    mockAnswer = () => ({ ok: false, fault: 'busy', passing: true });
    await edited(0.1);
    expect(mockSaid).toEqual([]);
    mockAnswer = () => ({ ok: false, fault: 'You may read this study.' });
    await edited(0.2);
    await edited(0.3);
    expect(mockSaid).toEqual(['You may read this study.']);
    mockAnswer = () => ({ ok: true, value: { kind: 'saved', version: 2 } });
    await edited(0.4);
    expect(store.getState().save.kind).toBe('saved');
    mockAnswer = () => ({ ok: false, fault: 'You may read this study.' });
    await edited(0.5);
    expect(mockSaid).toHaveLength(2);
  });

  test('a server that cannot be reached is tried again; what another saved meanwhile is a conflict', async () => {
    const { store } = session();
    mockAnswer = () => ({ ok: false, fault: 'away' });
    store.getState().setStep('s2', { curve: 0.3 });
    jest.advanceTimersByTime(700);
    await settle();
    expect(store.getState().save.kind).toBe('failed');
    mockAnswer = () => ({ ok: true, value: { kind: 'conflict', version: 5, trail } });
    jest.advanceTimersByTime(6000);
    await settle();
    expect(mockSaved).toHaveLength(2);
    expect(store.getState().save).toMatchObject({ kind: 'conflict', version: 5 });
  });
});

test('one that only looks saves nothing', async () => {
  const { store, session: open } = session(false);
  store.getState().setStep('s2', { on: false });
  jest.advanceTimersByTime(20_000);
  await settle();
  await open.saveNow();
  open.end();
  expect(mockSaved).toEqual([]);
  expect(mockWorkers[0]).toMatchObject({ runs: 2, ended: true });
});

test.each([
  ['left alone its result is kept', false, 1],
  ['one that is about to be deleted sends nothing more', true, 0],
])('%s', async (_name, hushed, sent) => {
  mockEnds = true;
  const puts: string[] = [];
  const before = { fetch: globalThis.fetch, FileReader: (globalThis as { FileReader?: unknown }).FileReader };
  class Reader {
    result = 'data:';
    onload = (): void => undefined;
    readAsDataURL(): void {
      this.onload();
    }
  }
  const put = (to: string) => Promise.resolve(void puts.push(to));
  Object.assign(globalThis, { fetch: put, FileReader: Reader });
  try {
    const { store, session: open } = session();
    await settle();
    store.setState({ net: network({ nodes: 2, edges: [[0, 1]] }), digest: 'd', partial: false, running: false });
    if (hushed) await open.hush();
    jest.advanceTimersByTime(5000);
    for (let i = 0; i < 5; i++) await settle();
    expect(puts).toHaveLength(sent);
    open.end();
  } finally {
    mockEnds = false;
    Object.assign(globalThis, before);
  }
});

test('what may be asked for next is worked ahead once the run is over', async () => {
  const { session: open } = session();
  const [worker] = mockWorkers;
  const [ties, style] = trail.steps;
  const next = { ...style, on: false };
  mockEnds = true;
  open.foresee([next]);
  await settle();
  expect(worker.ahead).toEqual([]);
  open.resume('s2');
  await settle();
  expect(worker.ahead).toEqual([{ steps: [ties, next] }]);
  mockEnds = false;
  open.end();
});

test('where work is done is told to the worker, kept in the tab, and how it stands shown until it is there', async () => {
  const kept = new Map<string, string>();
  Object.assign(globalThis, {
    sessionStorage: {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => void kept.set(name, value),
      removeItem: (name: string) => void kept.delete(name),
    },
  });
  try {
    const { store, session: open } = session();
    const worker = mockWorkers.at(-1);
    await settle();
    open.place('s2', 'server');
    await settle();
    expect([worker?.places.at(-1), worker?.runs]).toEqual([[['s2', 'server']], 2]);
    const how = {
      state: 'running',
      step: 's2',
      share: 0,
      since: 1,
      before: 0,
      workers: 1,
      at: 1,
      seconds: 60,
    } as const;
    worker?.listeners.at(-1)?.away('s2', how);
    expect(store.getState().away).toEqual({ s2: how });
    // Of a run that is over nothing new is shown; that it has ended is.
    worker?.listeners[0].away('s3', how);
    worker?.listeners[0].away('s2', undefined);
    expect(store.getState().away).toEqual({});
    open.end();
    // A page that is loaded anew has it still.
    const { store: next, session: another } = session();
    expect([...next.getState().workPlaces]).toEqual([['s2', 'server']]);
    expect(mockWorkers.at(-1)?.places[0]).toEqual([['s2', 'server']]);
    another.place('s2', undefined);
    expect(kept.size).toBe(0);
    another.end();
  } finally {
    delete (globalThis as { sessionStorage?: unknown }).sessionStorage;
  }
});
