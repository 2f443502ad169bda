/** @jest-environment jsdom */
/** The Measures view while something is sifted. */
import { screen, within } from '@testing-library/react';
import type { NumberColumn } from '@/core/tables';
import { inWorkbench, keepers } from '@/ui/testing';
import { MeasuresView } from './measures-view';

jest.mock('@tanstack/react-virtual', () => ({
  useVirtualizer: ({ count }: { count: number }) => ({
    getTotalSize: () => 28 * count,
    getVirtualItems: () => Array.from({ length: count }, (_, index) => ({ index, key: index, start: 28 * index })),
  }),
}));
jest.mock('@/core/formats', () => ({}));
jest.mock('./histogram', () => ({
  Histogram: ({ bars }: { bars: { count: number }[] }) => `${bars.reduce((sum, { count }) => sum + count, 0)} counted`,
}));
const degree = keepers.nodeColumns.find(({ name }) => name === 'degree') as NumberColumn;
const ranked = (): (string | null)[] =>
  within(screen.getByRole('table', { name: 'Ranking' }))
    .getAllByRole('row')
    .slice(1)
    .map((row) => within(row).getAllByRole('cell')[0].textContent);
/** All but the first of the two with the highest degree. */
const inView = { net: keepers, nodes: Uint8Array.of(0, 1, 1, 2), edges: new Uint8Array(4), narrows: true } as never;

test('ranks, and selects, what is in view; ranks stay those among all', async () => {
  const all = inWorkbench(<MeasuresView />);
  expect(ranked()).toEqual(['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley']);
  all.unmount();
  const { user, store } = inWorkbench(<MeasuresView />, { inView });
  expect(ranked()).toEqual(['Tove Lorne', 'Ragna Wick']);
  const last = screen.getAllByRole('row').at(-1);
  expect(last?.textContent).toContain('3.');
  await user.click(screen.getByRole('button', { name: 'Select the highest of Degree' }));
  expect(store.getState().selection.nodes).toEqual(['k2', 'k3']);
  expect(degree.values).toEqual(Float64Array.of(3, 3, 2, 0));
});

test('the spread counts what is in view', async () => {
  const { user, container } = inWorkbench(<MeasuresView />, { inView });
  await user.click(screen.getByRole('button', { name: 'Spread' }));
  expect(container.textContent).toContain('2 counted');
});
