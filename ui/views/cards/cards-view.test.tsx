/** @jest-environment jsdom */
import { fireEvent, screen, within } from '@testing-library/react';
import { inWorkbench, keepers, text } from '@/ui/testing';
import { CardsView, plainColumns } from './cards-view';

jest.mock('@tanstack/react-virtual', () => ({
  useVirtualizer: ({ count }: { count: number }) => ({
    getTotalSize: () => 90 * count,
    getVirtualItems: () => Array.from({ length: count }, (_, index) => ({ index, key: index, start: 90 * index })),
  }),
}));

const picture = { ...text('portrait', 'data:image/png;base64,AAAA', 'portrait.jpg', '', ''), as: 'picture' as const };
const net = { ...keepers, nodeColumns: [...keepers.nodeColumns, picture] };
const shown = (state: object = {}) => inWorkbench(<CardsView />, { net, ...state });
const names = (): (string | null)[] =>
  screen
    .getAllByRole('button', { pressed: undefined })
    .filter((one) => one.hasAttribute('data-card'))
    .map((one) => one.getAttribute('aria-label'));
const choose = async ({ user }: ReturnType<typeof shown>, list: string, entry: string): Promise<void> => {
  await user.click(screen.getByRole('combobox', { name: list }));
  await user.click(screen.getByRole('option', { name: entry }));
};

test('a card for each node with its picture and columns; only bytes that are there are drawn', () => {
  const { container } = shown();
  expect(names()).toEqual(['Alban Pell', 'Maud Oxley', 'Ragna Wick', 'Tove Lorne']);
  expect(plainColumns(net)).toEqual(['island', 'degree']);
  expect(screen.getByRole('button', { name: 'Alban Pell' }).textContent).toBe('Alban PellNessDegree 3');
  expect(screen.getByRole('button', { name: 'Maud Oxley' }).textContent).toContain('–');
  expect(container.querySelectorAll('img')).toHaveLength(1);
  expect(screen.getByRole('status').textContent).toBe('4 cards');
});

test('ordered, turned round, under headings, with other columns, in another size', async () => {
  const it = shown();
  await choose(it, 'Cards by', 'Degree');
  expect(names()).toEqual(['Maud Oxley', 'Ragna Wick', 'Alban Pell', 'Tove Lorne']);
  await it.user.click(screen.getByRole('button', { name: 'Lowest first' }));
  expect(names()[0]).toBe('Alban Pell');
  await choose(it, 'Cards under', 'under Island');
  expect(screen.getAllByRole('heading').map(({ textContent }) => textContent)).toEqual([
    'Ness 2',
    'Holm 1',
    'without a value 1',
  ]);
  await it.user.click(screen.getByRole('button', { name: 'Shows 2 columns' }));
  await it.user.click(within(screen.getByRole('dialog')).getByLabelText('Island'));
  expect(screen.getByText('Alban Pell').closest('button')?.textContent).toBe('Alban PellDegree 3');
  await it.user.keyboard('{Escape}');
  await it.user.click(screen.getByRole('button', { name: 'large' }));
  expect(it.store.getState().cards).toEqual({
    sort: 'degree',
    descending: true,
    group: 'island',
    columns: ['degree'],
    size: 'large',
  });
});

test('a click selects, with shift it adds; arrows go from card to card', async () => {
  const it = shown();
  await it.user.click(screen.getByRole('button', { name: 'Ragna Wick' }));
  fireEvent.click(screen.getByRole('button', { name: 'Tove Lorne' }), { shiftKey: true });
  expect(it.store.getState().selection.nodes).toEqual(['k3', 'k2']);
  fireEvent.click(screen.getByRole('button', { name: 'Ragna Wick' }), { shiftKey: true });
  expect(it.store.getState().selection.nodes).toEqual(['k2']);
  screen.getByRole('button', { name: 'Alban Pell' }).focus();
  await it.user.keyboard('{ArrowRight}');
  expect(document.activeElement?.getAttribute('aria-label')).toBe('Maud Oxley');
});

test('only what is in view; where that is nothing, a sentence with a way out', async () => {
  const view = (nodes: number[]) => ({
    nodes: Uint8Array.from(nodes),
    edges: new Uint8Array(4),
    counts: {},
    cards: {},
    net,
    untied: 'dimmed',
    narrows: true,
  });
  const first = shown({ inView: view([1, 0, 2, 1]) });
  expect(names()).toEqual(['Alban Pell', 'Maud Oxley']);
  first.unmount();
  const it = shown({ inView: view([0, 0, 0, 0]) });
  expect(screen.getByText(/No node is in view/)).toBeTruthy();
  await it.user.click(screen.getByRole('button', { name: 'Lift all sifts' }));
  expect(names()).toHaveLength(4);
});
