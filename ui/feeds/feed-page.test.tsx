/** @jest-environment jsdom */
/** The page of a feed: what is asked of the server, what is heard from it, and what readers are offered. */
import { act, cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Tooltip } from 'radix-ui';
import type { FeedNews } from '@/server/feeds/live';
import '@/ui/testing';
import { FeedPage, type FeedStart } from './feed-page';

const mockSent: [string, ...unknown[]][] = [];
const mockWent: string[] = [];
let mockAnswer: (name: string) => unknown = () => ({ ok: true, value: undefined });
jest.mock(
  '@/server/actions',
  () =>
    new Proxy(
      {},
      {
        get:
          (_, name: string) =>
          (...given: unknown[]) => {
            if (name === 'feedPast') return Promise.resolve({ ok: true, value: { minutes: [], cuts: [] } });
            mockSent.push([name, ...given]);
            return Promise.resolve(mockAnswer(name));
          },
      },
    ),
);
const mockRouter = { push: (to: string) => mockWent.push(to), replace: (to: string) => mockWent.push(to) };
jest.mock('next/navigation', () => ({ useRouter: () => mockRouter }));
jest.mock('@/ui/kit/top-bar', () => ({ TopBar: () => null }));
jest.mock('@/ui/together/study-places', () => ({ StudyPlaces: () => null }));
const mockSaid: string[] = [];
jest.mock('@/ui/kit/toast', () => ({ toast: (words: string) => mockSaid.push(words) }));
interface FakeWorker {
  told: unknown[][];
  named?: (names: { name: string; x: number; y: number }[]) => void;
  pointed: unknown[];
  grounds: unknown[];
  ended: boolean;
  die(): void;
}
const mockWorkers: FakeWorker[] = [];
jest.mock('@/worker/client', () => ({
  startGrowingWorker: () => {
    const worker: FakeWorker = { told: [], pointed: [], grounds: [], ended: false, die: () => undefined };
    mockWorkers.push(worker);
    return {
      service: {
        worker,
        add: (...told: unknown[]) => worker.told.push(told),
        on: (ground: unknown) => worker.grounds.push(ground),
        point: (at: unknown) => worker.pointed.push(at),
      },
      end: () => (worker.ended = true),
      onDeath: (heard: () => void) => (worker.die = heard),
    };
  },
  giveCanvas: (service: { worker: FakeWorker }, _canvas: unknown, named: FakeWorker['named']) => {
    service.worker.named = named;
  },
}));

const streams: { to: string; closed: boolean; tell(event: string, data: unknown): void }[] = [];
class Source {
  private readonly heard = new Map<string, (event: { data: string }) => void>();
  private readonly own = {
    to: '',
    closed: false,
    tell: (event: string, data: unknown) => act(() => this.heard.get(event)?.({ data: JSON.stringify(data) })),
  };
  constructor(to: string) {
    this.own.to = to;
    streams.push(this.own);
  }
  addEventListener(event: string, heard: (event: { data: string }) => void): void {
    this.heard.set(event, heard);
  }
  close(): void {
    this.own.closed = true;
  }
}
Object.assign(globalThis, { EventSource: Source });
Object.assign(window, { matchMedia: () => ({ matches: true }) });

beforeEach(() => {
  for (const list of [mockSent, mockWent, mockSaid, mockWorkers, streams]) list.length = 0;
  mockAnswer = () => ({ ok: true, value: undefined });
});

const practice = { address: 'http://127.0.0.1:4600', key: 'harbour-practice' };
const feed: NonNullable<FeedStart['feed']> = {
  ...{ id: 'f', name: 'Boards', running: true, connected: true, why: null, messages: 12, nodes: 5, ties: 'whom' },
  ...{ table: { key: 'boards', name: 'Boards', rows: 10 }, address: practice.address, end: {}, tieCount: 4 },
  ...{ follow: { words: ['kale'], writers: [] }, startedAt: new Date(0) },
};
const news = (more: Partial<FeedNews> = {}): FeedNews => ({
  ...feed,
  ...{ newest: [], anew: false, added: [], changed: [], untold: false },
  ...more,
});
const shown = (start: Partial<FeedStart> = {}) => {
  const study = { id: 's', name: 'Sound', role: 'editor' as const };
  render(
    <Tooltip.Provider>
      <FeedPage study={study} sources={[practice.address]} practice={practice} {...start} />
    </Tooltip.Provider>,
  );
  return userEvent.setup();
};
const sent = (name: string): unknown[][] => mockSent.filter(([one]) => one === name).map(([, ...given]) => given);
const press = async (user: ReturnType<typeof shown>, name: string): Promise<void> =>
  user.click(screen.getByRole('button', { name }));

test('a feed is set up, tried, and connected: stored and started, and its own page shown', async () => {
  const user = shown();
  expect(streams).toHaveLength(0);
  await user.type(screen.getByLabelText('Key'), 'k');
  await press(user, 'Follow a word or a writer');
  await user.type(screen.getByLabelText('To follow'), ' bere {Enter}');
  await user.click(screen.getByLabelText(/Words named together/));
  mockAnswer = () => ({
    ok: true,
    value: { source: 'Harbour boards', messages: [{ id: 7, time: '2026-11-27T10:00:00Z', writer: 'Tove', text: 'x' }] },
  });
  await press(user, 'Try it');
  const asked = { address: practice.address, follow: { words: ['bere'], writers: [] }, key: 'k' };
  expect(sent('tryFeed')).toEqual([['s', asked, undefined]]);
  expect(within(screen.getByRole('list', { name: 'First messages' })).getByText('Tove')).toBeTruthy();
  mockAnswer = (name) => ({ ok: true, value: name === 'createFeed' ? { id: 'new' } : undefined });
  await press(user, 'Connect');
  expect(sent('createFeed')).toEqual([['s', { ...asked, name: 'Harbour boards', ties: 'together', end: {} }]]);
  expect(sent('startFeed')).toEqual([['s', 'new']]);
  expect(mockWent).toEqual(['/studies/s/feeds/new']);
});

test('what is refused is said, and nothing is started', async () => {
  const user = shown();
  mockAnswer = () => ({ ok: false, fault: 'The source does not know this key.' });
  await press(user, 'Try it');
  expect(screen.getByText('The source does not know this key.')).toBeTruthy();
  await press(user, 'Connect');
  expect(sent('startFeed')).toEqual([]);
  expect(mockWent).toEqual([]);
});

test('what is heard is shown; what the network grows by goes to the worker that draws it', async () => {
  shown({ feed });
  expect(streams.map(({ to }) => to)).toEqual(['/api/studies/s/feeds/f/news']);
  streams[0].tell(
    'feed',
    news({
      ...{ messages: 1234, nodes: 1500, tieCount: 9, anew: true, untold: true },
      added: [[0, 'person', 'Ann']],
      changed: [[0, 1, 2]],
      newest: [
        { id: 3, time: '2026-11-27T10:00:00Z', writer: 'Ewan', text: 'two' },
        { id: 2, time: '2026-11-27T09:59:00Z', writer: 'Petra', text: 'one' },
      ],
    }),
  );
  const main = within(screen.getByRole('main'));
  for (const words of ['1,234', '1,500', 'It runs: who names whom.', 'Drawn are the 1,000 nodes with most ties.'])
    expect(main.getByText(words)).toBeTruthy();
  const items = within(screen.getByRole('list', { name: 'Coming in' })).getAllByRole('listitem');
  expect(items.map(({ textContent }) => textContent)).toEqual([
    expect.stringContaining('Ewan') as string,
    expect.stringContaining('Petra') as string,
  ]);
  expect(items[0].className).not.toContain('amber');
  streams[0].tell('feed', news({ newest: [{ id: 4, time: '2026-11-27T10:01:00Z', writer: 'Una', text: 'three' }] }));
  expect(within(screen.getByRole('list', { name: 'Coming in' })).getByRole('listitem').className).toContain('amber');
  expect(mockWorkers[0].told).toEqual([
    [true, [[0, 'person', 'Ann']], [[0, 1, 2]]],
    [false, [], []],
  ]);
  act(() => mockWorkers[0].named?.([{ name: 'Ann', x: 40, y: 30 }]));
  expect(screen.getByText('Ann').style.transform).toContain('translate(40px, 30px)');
  // The page’s colours are told again when its theme changes.
  document.documentElement.dataset.theme = 'dark';
  await waitFor(() => expect(mockWorkers[0].grounds).toHaveLength(1));
  expect(mockWorkers[0].grounds[0]).toMatchObject({ width: 0, height: 0, still: true });
  streams[0].tell('closed', { why: 'You may not read this study any more.' });
  expect(screen.getByText('You may not read this study any more.')).toBeTruthy();
  expect(streams[0].closed).toBe(true);
  cleanup();
  expect(mockWorkers[0].ended).toBe(true);
});

test('a worker that breaks off is replaced, and all is told to the new one; not for ever', () => {
  shown({ feed });
  for (let i = 0; i < 6; i++) act(() => mockWorkers[mockWorkers.length - 1].die());
  expect(mockWorkers).toHaveLength(4);
  expect(streams).toHaveLength(4);
  expect(streams.slice(0, 3).every(({ closed }) => closed)).toBe(true);
});

test('it is stopped and goes on; its settings are changed one by one, also by others', async () => {
  const user = shown({ feed });
  await press(user, 'Stop');
  expect(sent('stopFeed')).toEqual([['s', 'f']]);
  streams[0].tell('feed', news({ running: false, why: 'Stopped by hand.' }));
  expect(screen.getByText('Stopped by hand.')).toBeTruthy();
  await press(user, 'Go on');
  expect(sent('startFeed')).toEqual([['s', 'f']]);
  await press(user, 'Follow word kale no more');
  expect(sent('changeFeed')).toEqual([['s', 'f', { follow: { words: [], writers: [] } }]]);
  // Somebody else follows a writer.
  streams[0].tell('feed', news({ follow: { words: [], writers: ['Tove'] } }));
  await act(() => new Promise((go) => setTimeout(go, 3100)));
  expect(screen.getByText('writer: Tove')).toBeTruthy();
  mockAnswer = () => ({ ok: false, fault: 'Its table would not fit.' });
  await user.click(screen.getByLabelText(/Who names what/));
  expect(await screen.findByText('Its table would not fit.')).toBeTruthy();
  expect(screen.getByLabelText(/Who names whom/)).toHaveProperty('checked', true);
});

test('its network is opened either way; the feed is taken away where it does not run, and its table stays', async () => {
  const user = shown({ feed: { ...feed, running: false } });
  mockAnswer = () => ({ ok: true, value: { id: 'n' } });
  await press(user, 'Open the network');
  await user.click(await screen.findByRole('menuitem', { name: /Of what is there now/ }));
  expect(sent('openFeedNetwork')).toEqual([['s', 'f', false]]);
  await press(user, 'Take the feed away');
  expect(sent('deleteFeed')).toEqual([['s', 'f']]);
  expect(mockSaid).toEqual(['The feed was taken away; its table stays.']);
  expect(mockWent).toEqual(['/studies/s/networks/n', '/studies/s/records?table=boards']);
});

test('who only reads sees it, and is offered nothing that would be refused', () => {
  shown({ feed, study: { id: 's', name: 'Sound', role: 'reader' } });
  for (const name of ['Try it', 'Stop', 'Open the network', 'Take the feed away'])
    expect(screen.queryByRole('button', { name })).toBeNull();
  expect(screen.getByLabelText('Name').closest('fieldset')).toHaveProperty('disabled', true);
  expect(screen.getByRole('link', { name: 'See the records' }).getAttribute('href')).toBe(
    '/studies/s/records?table=boards',
  );
});

test('a feed whose table was deleted says so; records only make no network', () => {
  const { table: _table, ...bare } = feed;
  shown({ feed: { ...bare, ties: 'none', nodes: 0, tieCount: 0 } });
  expect(screen.getByText(/Its table was deleted/)).toBeTruthy();
  expect(screen.getByText('Records only: no network is made.')).toBeTruthy();
  expect(screen.queryByRole('img', { name: /as it grows/ })).toBeNull();
});
