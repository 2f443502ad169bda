/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Network } from '@/core/graph';
import type { Session } from '@/ui/state/session';
import { type Table, cellText } from '@/core/tables';
import { inWorkbench, keepers, number, text } from '@/ui/testing';
import { type Questions, alone, answer } from '@/worker/questions';
import { TableView } from './table-view';

// All rows are drawn, as there is no height to draw some of them in.
jest.mock('@tanstack/react-virtual', () => ({
  useVirtualizer: ({ count }: { count: number }) => ({
    getTotalSize: () => 28 * count,
    getVirtualItems: () => Array.from({ length: count }, (_, index) => ({ index, key: index, start: 28 * index })),
    scrollToIndex: () => undefined,
  }),
}));

const asked: unknown[] = [];
/** Answers as the worker does. */
const session = (net: Network): Partial<Session> => ({
  service: {
    ask: (kind: 'rows', _trail: unknown, _at: string, what: Questions['rows']['ask']) => {
      asked.push(what);
      return Promise.resolve(answer(kind, net, what, alone, () => undefined));
    },
    hush: () => undefined,
  } as unknown as Session['service'],
});
const shown = () => inWorkbench(<TableView />, { net: keepers }, session(keepers));
const firsts = (): (string | null)[] =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => within(row).getAllByRole('gridcell')[0].textContent);
beforeEach(() => void asked.splice(0));

test('all nodes in their order, without asking anybody; sorted by a click on a column, highest first, and back', async () => {
  const { user } = shown();
  expect(firsts()).toEqual(['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley']);
  expect(asked).toEqual([]);
  await user.click(screen.getByRole('button', { name: 'Island' }));
  await waitFor(() => expect(firsts()).toEqual(['Ragna Wick', 'Alban Pell', 'Tove Lorne', 'Maud Oxley']));
  await user.click(screen.getByRole('button', { name: 'Degree' }));
  await waitFor(() => expect(firsts()).toEqual(['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley']));
  expect(screen.getByRole('columnheader', { name: 'Degree' }).getAttribute('aria-sort')).toBe('descending');
  await user.click(screen.getByRole('button', { name: 'Degree' }));
  await waitFor(() => expect(firsts()).toEqual(['Maud Oxley', 'Ragna Wick', 'Alban Pell', 'Tove Lorne']));
  await user.click(screen.getByRole('button', { name: 'Degree' }));
  await waitFor(() => expect(firsts()[0]).toBe('Alban Pell'));
  expect(screen.getByRole('columnheader', { name: 'Degree' }).getAttribute('aria-sort')).toBe('none');
});

test('what is searched is found in any column', async () => {
  const { user } = shown();
  await user.type(screen.getByLabelText('Search the nodes'), 'holm');
  await waitFor(() => expect(firsts()).toEqual(['Ragna Wick']));
  await user.clear(screen.getByLabelText('Search the nodes'));
  await waitFor(() => expect(firsts()).toHaveLength(4));
});

test('a row that is chosen is selected, another with Ctrl too; an edge is selected by its ends', async () => {
  const { user, store } = shown();
  await user.click(screen.getByRole('row', { name: /Tove Lorne/ }));
  expect(store.getState().selection.nodes).toEqual(['k2']);
  fireEvent.click(screen.getByRole('row', { name: /Maud Oxley/ }), { ctrlKey: true });
  expect(store.getState().selection.nodes).toEqual(['k2', 'k4']);
  expect(screen.getByRole('row', { name: /Maud Oxley/ }).getAttribute('aria-selected')).toBe('true');
  await user.click(screen.getByRole('button', { name: 'Edges' }));
  await user.click(screen.getAllByRole('row')[4]);
  expect(store.getState().selection).toMatchObject({ nodes: [], edges: [{ from: 'k3', to: 'k2' }] });
  expect(screen.getAllByRole('row')[4].getAttribute('aria-selected')).toBe('true');
});

test('by keys: arrows go from row to row, Enter chooses, Space adds', async () => {
  const { user, store } = shown();
  screen.getByRole('grid').focus();
  await user.keyboard('{ArrowDown}{ArrowDown}{Enter}');
  expect(store.getState().selection.nodes).toEqual(['k2']);
  await user.keyboard('{End} ');
  expect(store.getState().selection.nodes).toEqual(['k2', 'k4']);
  await user.keyboard('{Home}{Enter}');
  expect(store.getState().selection.nodes).toEqual(['k1']);
});

describe('records', () => {
  const table: Table = {
    name: 'consignments',
    rows: 4,
    columns: [text('variety', 'kale', 'bere', 'bere', 'oats'), number('packets', 2, 4, 8, 16)],
    misfits: [],
  };
  const rested: Network = {
    ...keepers,
    edgeRecords: { tables: ['consignments'], offsets: Uint32Array.of(0, 1, 2, 3, 3), items: Uint32Array.of(2, 0, 1) },
  };
  const cells = (rows: number[]) => ({
    columns: ['variety', 'packets'],
    rows: rows.map((row) => ({ row, cells: table.columns.map((col) => cellText(col, row)) })),
  });
  const behind: Partial<Session> = {
    service: {
      ask: (kind: 'records', _trail: unknown, _at: string, what: Questions['records']['ask']) =>
        Promise.resolve(answer(kind, rested, what, { ...alone, table: () => table }, () => undefined)),
      records: (_table: string, rows: number[]) => Promise.resolve(cells(rows)),
      hush: () => undefined,
    } as unknown as Session['service'],
  };
  const tables = [{ key: 'consignments', name: 'consignments', version: 1, rows: 4, columns: [{ name: 'variety', type: 'text' as const }, { name: 'packets', type: 'number' as const }] }]; // prettier-ignore
  const records = async (state: object = {}, net = rested) => {
    const it = inWorkbench(<TableView />, { net, tables, ...state }, behind);
    await it.user.click(screen.getByRole('button', { name: 'Records' }));
    return it;
  };

  const seconds = (): (string | null)[] =>
    screen
      .getAllByRole('row')
      .slice(1)
      .map((row) => within(row).getAllByRole('gridcell')[1].textContent);

  test('each stands with the number of its row; columns are chosen, ordered by several, and say what they hold', async () => {
    const it = await records();
    await waitFor(() => expect(firsts()).toEqual(['1', '2', '3']));
    expect(screen.getByRole('columnheader', { name: /packets/ }).textContent).toContain('mean 4.667');
    fireEvent.click(screen.getByRole('button', { name: /^variety/ }));
    fireEvent.click(screen.getByRole('button', { name: /^packets/ }), { shiftKey: true });
    await waitFor(() => expect(firsts()).toEqual(['3', '2', '1']));
    // By their number rows stand anyway.
    await it.user.click(screen.getByRole('button', { name: /^row/ }));
    await waitFor(() => expect(firsts()).toEqual(['1', '2', '3']));
    await it.user.click(screen.getByRole('button', { name: 'All columns' }));
    await it.user.click(screen.getByRole('checkbox', { name: 'variety' }));
    await waitFor(() => expect(seconds()).toEqual(['2', '4', '8']));
  });

  test('as cards, with the first column as their name; one that is chosen is selected', async () => {
    const it = await records();
    await it.user.click(screen.getByRole('button', { name: 'Cards' }));
    await waitFor(() =>
      expect(screen.getByRole('button', { name: 'Row 2: bere' }).textContent).toBe('bere2packets: 4'),
    );
    await it.user.click(screen.getByRole('button', { name: 'Row 2: bere' }));
    expect(it.store.getState().selection.records).toEqual([{ table: 'consignments', row: 1 }]);
    expect(screen.getByRole('button', { name: 'Row 2: bere' }).getAttribute('aria-pressed')).toBe('true');
  });

  test('those behind the ties in view, sorted by a column, searched; one that is chosen is selected in every view', async () => {
    const it = await records();
    await waitFor(() => expect(seconds()).toEqual(['kale', 'bere', 'bere']));
    expect(screen.getByRole('status').textContent).toBe('3 records in view');
    await it.user.click(screen.getByRole('button', { name: /^packets/ }));
    await waitFor(() => expect(seconds()).toEqual(['bere', 'bere', 'kale']));
    await it.user.type(screen.getByLabelText('Search the records'), 'kal');
    await waitFor(() => expect(seconds()).toEqual(['kale']));
    await it.user.click(screen.getByText('kale'));
    expect(it.store.getState().selection).toEqual({ nodes: [], records: [{ table: 'consignments', row: 0 }] });
    await waitFor(() => expect(screen.getAllByRole('row', { selected: true })).toHaveLength(1));
  });

  test('those behind a node, among several nodes, behind a tie; and what the sifts leave', async () => {
    const one = await records({ selection: { nodes: ['k2'] } });
    await waitFor(() => expect(screen.getByRole('status').textContent).toBe('2 records behind the selection'));
    one.unmount();
    const several = await records({ selection: { nodes: ['k1', 'k3'] } });
    await waitFor(() => expect(seconds()).toEqual(['kale']));
    several.unmount();
    const tie = await records({ selection: { nodes: [], edges: [{ from: 'k2', to: 'k1' }] } });
    await waitFor(() => expect(seconds()).toEqual(['bere']));
    tie.unmount();
    await records({ sifting: { sifts: [{ id: 's', kind: 'numbers', on: true, of: 'records', table: 'consignments', column: 'packets', from: 4, empty: false, measure: { by: 'rows' } }], untied: 'dimmed' } }); // prettier-ignore
    await waitFor(() => expect(screen.getByRole('status').textContent).toBe('2 records in view'));
  });

  test('a network that rests on none says so', async () => {
    await records({}, keepers);
    expect(screen.getByText(/rest on no records/)).toBeTruthy();
  });
});

test('ordered by several columns, with Shift; the places of the order stand beside the names', async () => {
  const { user } = shown();
  await user.click(screen.getByRole('button', { name: 'Degree' }));
  fireEvent.click(screen.getByRole('button', { name: 'Degree' }));
  fireEvent.click(screen.getByRole('button', { name: 'Island' }), { shiftKey: true });
  await waitFor(() =>
    expect(asked.at(-1)).toMatchObject({ sort: 'degree', then: [{ sort: 'island', descending: false }] }),
  );
  fireEvent.click(screen.getByRole('button', { name: /Island/ }), { shiftKey: true });
  await waitFor(() => expect(firsts()).toEqual(['Maud Oxley', 'Ragna Wick', 'Alban Pell', 'Tove Lorne']));
  expect(screen.getByRole('columnheader', { name: /Island/ }).textContent).toMatch(/^Island2/);
});

test('columns are chosen, put in order, kept at the left and widened; it stays while another view is looked at', async () => {
  const { user, store, container } = shown();
  const heads = () => screen.getAllByRole('columnheader').map((one) => one.textContent);
  const before = heads().length;
  await user.click(screen.getByRole('button', { name: 'All columns' }));
  const menu = within(screen.getByRole('dialog', { name: 'Columns of the table' }));
  await user.click(menu.getByRole('checkbox', { name: 'Id' }));
  expect(heads()).toHaveLength(before - 1);
  await user.click(menu.getByRole('button', { name: 'Degree before' }));
  await user.click(menu.getByRole('button', { name: 'Island stays at the left' }));
  expect(store.getState().tableView.nodes).toMatchObject({ columns: ['degree', 'island'], pinned: ['island'] });
  expect(heads().map((one) => one?.slice(0, 4))).toEqual(['Labe', 'Isla', 'Degr']);
  await user.keyboard('{Escape}');
  const handle = container.querySelector('[data-widen="degree"]') as HTMLElement;
  for (const [type, clientX] of [
    ['pointerdown', 100],
    ['pointermove', 168],
    ['pointerup', 168],
  ] as const)
    fireEvent(handle, new MouseEvent(type, { clientX, bubbles: true }));
  expect(store.getState().tableView.nodes.widths.get('degree')).toBe(200);
  fireEvent.doubleClick(handle);
  expect(store.getState().tableView.nodes.widths.has('degree')).toBe(false);
});
