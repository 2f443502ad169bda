/** @jest-environment jsdom */
/** Sifts as one uses them: put on by a column, narrowed, set aside, lifted, kept as a step; every view shows what is in view. */
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Network } from '@/core/graph';
import { type Table, type Column, datePrecision, dayNumber } from '@/core/tables';
import { dress, plainStyle } from '@/core/style';
import { shownLooks } from '@/ui/state/in-view';
import type { Session } from '@/ui/state/session';
import { type Shown, inWorkbench, keepers, number, text } from '@/ui/testing';
import { TableView } from '@/ui/views/table/table-view';
import { type Questions, alone, answer } from '@/worker/questions';
import { shifted } from './brush';
import { added, offersFor } from './changes';
import { SiftChips } from './chips';
import { readSifting } from './kept';
import { SiftPanel } from './panel';
import { SiftTile } from './tile';
import { SiftWork } from './work';

const mockSaid: string[] = [];
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign((text: string) => mockSaid.push(text), { error: (text: string) => mockSaid.push(text) }),
}));
const mockKept: { id: string; kind: string; name: string; version: number; value: unknown }[] = [];
jest.mock('@/server/actions', () => {
  const done = (value?: unknown) => Promise.resolve({ ok: true, value });
  return {
    listKept: () => done(JSON.parse(JSON.stringify(mockKept))),
    createKept: (_study: string, kind: string, name: string, value: unknown) => {
      mockKept.push({ id: `k${mockKept.length}`, kind, name, version: 1, value });
      return done({ id: `k${mockKept.length - 1}`, name, version: 1 });
    },
  };
});
jest.mock('@tanstack/react-virtual', () => ({
  useVirtualizer: ({ count }: { count: number }) => ({
    getTotalSize: () => 28 * count,
    getVirtualItems: () => Array.from({ length: count }, (_, index) => ({ index, key: index, start: 28 * index })),
    scrollToIndex: () => undefined,
  }),
}));

const sent: Column = {
  type: 'date',
  name: 'sent_on',
  day: Float64Array.of(dayNumber(1911, 1, 1), dayNumber(1912, 5, 1), dayNumber(1913, 1, 1), dayNumber(1913, 7, 2), NaN),
  precision: Uint8Array.of(datePrecision.year, datePrecision.day, datePrecision.day, datePrecision.day, 0),
  doubtful: new Uint8Array(5),
};
const table: Table = {
  name: 'consignments',
  rows: 5,
  columns: [text('variety', 'kale', 'bere', 'bere', 'oats', 'kale'), number('packets', 2, 4, 8, 16, 1), sent],
  misfits: [],
};
/** One record behind each tie, two behind the last. */
const net: Network = {
  ...keepers,
  edgeRecords: {
    tables: ['consignments'],
    offsets: Uint32Array.of(0, 1, 2, 3, 5),
    items: Uint32Array.of(0, 1, 2, 3, 4),
  },
};
const tables = [
  {
    key: 'consignments',
    name: 'consignments',
    version: 1,
    rows: 5,
    columns: table.columns.map(({ name, type }) => ({ name, type })),
  },
];
let mockSifted = net;
const session: Partial<Session> = {
  service: {
    ask: (kind: 'sift', _trail: unknown, _at: string, what: Questions['sift']['ask']) =>
      Promise.resolve(answer(kind, mockSifted, what, { ...alone, table: () => table }, () => undefined)),
    hush: () => undefined,
  } as unknown as Session['service'],
};
const shown = (state: object = {}): Shown =>
  inWorkbench(
    <>
      <SiftTile />
      <SiftChips />
      <SiftPanel />
      <SiftWork />
      <TableView />
    </>,
    { net, tables, looks: dress(net, plainStyle), step: 'sift', ...state },
    session,
  );
const firsts = (): (string | null)[] =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => within(row).getAllByRole('gridcell')[0].textContent);
const put = async ({ user }: Shown, title: string): Promise<void> => {
  await user.click(screen.getByRole('button', { name: /Sift by/ }));
  await user.click(await screen.findByRole('button', { name: title }));
};
const status = (): string => screen.getByText(/nothing is recomputed/).textContent ?? '';
beforeEach(() => {
  mockSaid.splice(0);
  mockSifted = net;
});

test('a sift by values of the records leaves their ties and who stands at them, in every view, until it is lifted', async () => {
  const it = shown();
  expect(screen.getByRole('button', { name: /^Sift ?(nothing|\d)/ }).textContent).toContain('nothing sifted');
  await put(it, 'variety');
  const bere = await screen.findByRole('checkbox', { name: 'bere' });
  expect(bere.closest('li')?.textContent).toContain('2 of 2');
  await it.user.click(bere);
  await waitFor(() => expect(status()).toContain('2 of 5 records, 3 of 4 nodes and 2 of 4 ties are in view'));
  expect(firsts()).toEqual(['Alban Pell', 'Tove Lorne', 'Ragna Wick']);
  expect(screen.getByRole('button', { name: /^Sift ?(nothing|\d)/ }).textContent).toContain('3 · 2');
  const looks = shownLooks(it.store.getState());
  expect([looks?.opacity[3] === 255, looks?.edgeColour[3], (looks?.edgeColour[7] ?? 0) > 0]).toEqual([false, 0, true]);
  // What counts what under the others stays to be seen: kale has its two records here.
  expect(screen.getByRole('checkbox', { name: 'kale' }).closest('li')?.textContent).toContain('2 of 2');
  await it.user.click(screen.getByRole('checkbox', { name: 'none of' }));
  await waitFor(() => expect(status()).toContain('3 of 5 records'));
  await it.user.click(screen.getByRole('button', { name: 'Lift not bere' }));
  await waitFor(() => expect(firsts()).toHaveLength(4));
  expect(it.store.getState().inView).toBeUndefined();
});

test('a window of dates is drawn out, stepped, written and opened; what is known to the year is lighter and can be left out', async () => {
  const it = shown();
  await put(it, 'sent_on');
  const svg = await screen.findByRole('img', { name: 'sent_on over time' });
  await waitFor(() => expect(svg.querySelectorAll('g').length).toBeGreaterThan(2));
  await it.user.click(screen.getByRole('combobox', { name: 'Unit of sent_on' }));
  await it.user.click(screen.getByRole('option', { name: 'each year' }));
  await waitFor(() => expect(svg.querySelectorAll('g')).toHaveLength(3));
  svg.getBoundingClientRect = () => ({ left: 0, width: 260 }) as DOMRect;
  // jsdom's pointer events carry no place.
  const point = (kind: 'pointerdown' | 'pointermove' | 'pointerup', clientX: number) =>
    fireEvent(svg, Object.assign(new MouseEvent(kind, { bubbles: true, clientX }), { pointerId: 1 }));
  point('pointerdown', 100);
  point('pointermove', 240);
  point('pointerup', 240);
  await waitFor(() => expect(screen.getAllByText('1912 – 1913')).toHaveLength(2));
  await waitFor(() => expect(status()).toContain('3 of 5 records'));
  point('pointerdown', 200);
  point('pointermove', 110);
  point('pointerup', 110);
  await waitFor(() => expect(screen.getAllByText('1911 – 1912')).toHaveLength(2));
  await waitFor(() => expect(status()).toContain('2 of 5 records'));
  await it.user.click(screen.getByRole('checkbox', { name: /uncertain and coarse/ }));
  await waitFor(() => expect(status()).toContain('1 of 5 records'));
  await it.user.click(screen.getByRole('button', { name: 'Later' }));
  await waitFor(() => expect(status()).toContain('3 of 5 records'));
  await it.user.clear(screen.getByLabelText('sent_on from'));
  await it.user.type(screen.getByLabelText('sent_on from'), '1913-02{Enter}');
  await waitFor(() => expect(status()).toContain('1 of 5 records'));
  await it.user.click(screen.getByRole('checkbox', { name: /those without a date/ }));
  await waitFor(() => expect(status()).toContain('2 of 5 records'));
  fireEvent.doubleClick(svg);
  await waitFor(() => expect(it.store.getState().sifting.sifts[0]).toMatchObject({ from: undefined, to: undefined }));
  expect(shifted({ first: 1, last: 2 }, -5, 6)).toEqual({ first: 0, last: 1 });
});

test('numbers that are years become a sift of dates, with its window; columns of times are offered for the end', async () => {
  const columns = [...net.nodeColumns, number('born', 1870, 1880, 1890, 1900), number('died', 1930, 1885, 1940, NaN)];
  mockSifted = { ...net, nodeColumns: columns };
  const it = shown({ net: mockSifted, looks: dress(mockSifted, plainStyle) });
  await it.user.click(screen.getByRole('button', { name: /Sift by/ }));
  const offered = await screen.findByRole('region', { name: 'Of nodes' });
  await it.user.click(within(offered).getByRole('button', { name: 'Born' }));
  await it.user.type(await screen.findByLabelText('born from'), '1875{Enter}');
  await it.user.click(await screen.findByRole('button', { name: 'As years' }));
  await waitFor(() => expect(status()).toContain('3 of 4 nodes'));
  expect(it.store.getState().sifting.sifts).toMatchObject([{ kind: 'dates', from: dayNumber(1875, 1, 1) }]);
  await it.user.click(await screen.findByRole('combobox', { name: 'End of born' }));
  expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual(['a time by itself', 'until died']);
  await it.user.click(screen.getByRole('option', { name: 'until died' }));
  expect(await screen.findByRole('list', { name: 'born row by row' })).toBeTruthy();
});

test('each row is a bar, called and grouped by columns; hovering tells it, a click selects its record', async () => {
  const it = shown();
  await put(it, 'sent_on');
  await it.user.click(await screen.findByRole('checkbox', { name: 'each row as a bar' }));
  const list = await screen.findByRole('list', { name: 'sent_on row by row' });
  const lines = (): (string | null)[] =>
    within(list)
      .getAllByRole('listitem')
      .map((one) => one.textContent);
  expect(lines()).toEqual(['row 1', 'row 2', 'row 3', 'row 4']);
  await it.user.click(screen.getByRole('combobox', { name: 'Rows are called by' }));
  await it.user.click(screen.getByRole('option', { name: 'called by packets' }));
  await it.user.click(screen.getByRole('combobox', { name: 'Rows stand under' }));
  await it.user.click(screen.getByRole('option', { name: 'under variety' }));
  await waitFor(() => expect(lines()).toEqual(['bere', '4', '8', 'kale', '2', 'oats', '16']));
  await it.user.click(within(list).getByRole('button', { name: '2, 1911, kale, not certain' }));
  expect(it.store.getState().selection).toEqual({ nodes: [], records: [{ table: 'consignments', row: 0 }] });
});

test('sifts of nodes, of ties, by words, by a shortlist and by what is selected work together; set aside they wait', async () => {
  const it = shown({
    selection: { nodes: ['k1', 'k2'] },
    shortlists: [
      {
        id: 'l',
        name: 'Founders',
        folder: '',
        nodes: [
          { id: 'k2', label: '' },
          { id: 'k3', label: '' },
        ],
      },
    ],
  });
  await put(it, 'Founders');
  await waitFor(() => expect(status()).toContain('2 of 4 nodes and 1 of 4 ties'));
  await put(it, 'the 2 selected');
  await waitFor(() => expect(status()).toContain('1 of 4 nodes and 0 of 4 ties'));
  await it.user.click(screen.getByRole('button', { name: 'Set aside Founders' }));
  await waitFor(() => expect(status()).toContain('2 of 4 nodes and 2 of 4 ties'));
  expect(screen.getByRole('button', { name: /^Sift ?(nothing|\d)/ }).textContent).toContain('1 on, 1 aside');
  await put(it, 'weight');
  await it.user.type(await screen.findByLabelText('weight from'), '3{Enter}');
  await waitFor(() => expect(status()).toContain('1 of 4 ties'));
  await put(it, 'Words in consignments');
  await it.user.type(screen.getByLabelText('Words in variety'), 'kal');
  await waitFor(() => expect(screen.getByText('1 of 2 in view')).toBeTruthy());
  await it.user.click(screen.getByRole('button', { name: 'Words further up' }));
  expect(it.store.getState().sifting.sifts.map(({ kind }) => kind)).toEqual(['chosen', 'chosen', 'words', 'numbers']);
  await it.user.click(screen.getByRole('button', { name: 'Remove the sift by weight' }));
  expect(it.store.getState().sifting.sifts).toHaveLength(3);
});

test('nodes without a tie in view are dimmed, hidden or kept, as one chooses', async () => {
  const it = shown();
  await put(it, 'packets');
  await it.user.type(await screen.findByLabelText('packets to'), '3{Enter}');
  await waitFor(() => expect(status()).toContain('2 of 5 records, 3 of 4 nodes'));
  const opacity = (): number => shownLooks(it.store.getState())?.opacity[3] ?? -1;
  expect(opacity()).toBe(56);
  const choose = async (name: string): Promise<void> => {
    await it.user.click(screen.getByRole('combobox', { name: 'Nodes without a tie in view are' }));
    await it.user.click(screen.getByRole('option', { name }));
  };
  await choose('hidden');
  await waitFor(() => expect(opacity()).toBe(0));
  await choose('kept');
  await waitFor(() => expect(opacity()).toBe(255));
  expect(status()).toContain('4 of 4 nodes');
});

test('these are kept as a step of the same nodes and ties, and the sifts are gone', async () => {
  const it = shown();
  await put(it, 'variety');
  await it.user.click(await screen.findByRole('checkbox', { name: 'oats' }));
  await waitFor(() => expect(status()).toContain('1 of 4 ties'));
  await it.user.click(screen.getByRole('button', { name: 'Keep these as a step' }));
  expect(it.store.getState().trail.steps.at(-1)).toMatchObject({
    kind: 'keep',
    rule: {
      by: 'sift',
      sifts: [{ kind: 'values', of: 'records', values: ['oats'] }],
      untied: 'left out',
      words: ['oats'],
    },
  });
  expect(it.store.getState().sifting.sifts).toEqual([]);
  expect(mockSaid).toEqual([]);
});

test('sifts are kept in the study under a name, and put on again', async () => {
  const it = shown();
  await put(it, 'variety');
  await it.user.click(await screen.findByRole('checkbox', { name: 'oats' }));
  const menu = async (entry: RegExp): Promise<void> => {
    await it.user.click(screen.getByRole('button', { name: 'Kept sifts' }));
    await it.user.click(await screen.findByRole('menuitem', { name: entry }));
  };
  await menu(/^Keep these sifts/);
  await it.user.type(screen.getByLabelText('Name of these sifts'), 'Only oats{Enter}');
  await waitFor(() => expect(mockSaid).toEqual(['“Only oats” is kept in the study.']));
  expect(mockKept).toMatchObject([{ kind: 'sift', value: { sifts: [{ column: 'variety', values: ['oats'] }] } }]);
  await it.user.click(screen.getByRole('button', { name: 'Lift oats' }));
  expect(it.store.getState().sifting.sifts).toEqual([]);
  await menu(/^Only oats/);
  await waitFor(() => expect(firsts()).toEqual(['Tove Lorne', 'Ragna Wick']));
});

test('a sift on a column that is gone says so at its card', async () => {
  const it = shown();
  act(() =>
    it.store
      .getState()
      .sift((now) =>
        added(now, { kind: 'values', of: 'records', table: 'consignments', column: 'colour', values: ['red'] }),
      ),
  );
  expect((await screen.findByRole('alert')).textContent).toMatch(/have no column “colour” here/);
  expect(firsts()).toHaveLength(4);
});

test('columns are offered by what they hold; what was kept is read again, or is nothing', () => {
  expect(offersFor(net, tables as never).map(({ of, column, kind }) => `${of} ${column} ${kind}`)).toEqual([
    'records variety values',
    'records packets numbers',
    'records sent_on dates',
    'nodes island values',
    'nodes degree numbers',
    'edges weight numbers',
    'edges certainty values',
  ]);
  expect(offersFor(undefined, [])).toEqual([]);
  const kept = added({ sifts: [], untied: 'kept' }, { kind: 'values', of: 'nodes', column: 'island' });
  expect(readSifting(JSON.stringify(kept))).toEqual(kept);
  expect(readSifting('{"sifts": 4}').sifts).toEqual([]);
  expect(readSifting('no').sifts).toEqual([]);
});
