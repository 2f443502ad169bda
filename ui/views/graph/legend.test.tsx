/** @jest-environment jsdom */
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { layLegend } from '@/core/scene';
import { type LegendPart, type Looks, type StyleSettings, categories, dress, plainStyle } from '@/core/style';
import { cellText } from '@/core/tables';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import { Legend } from './legend';

const parts: LegendPart[] = [
  { kind: 'colours', title: 'Island', entries: [{ label: 'Ness', colour: '#377393' }, { label: 'Holm', colour: '#ca791b' }] }, // prettier-ignore
  { kind: 'shapes', title: 'Role', entries: [{ label: 'keeper', shape: 'circle' }, { label: 'owner', shape: 'square' }] }, // prettier-ignore
  { kind: 'lines', title: 'Certainty', entries: [{ label: 'hearsay', pattern: 'dotted' }] },
  { kind: 'sizes', title: 'Degree', low: '5', high: '71', min: 2, max: 12 },
];
const shown = (legend: LegendPart[]) => {
  const looks: Looks = { ...dress(keepers, plainStyle), legend };
  return inWorkbench(<Legend />, { net: keepers, looks });
};

test('its words are read in their order, under the name of the legend', () => {
  shown(parts);
  expect(screen.getByRole('group', { name: 'Legend' }).textContent).toBe(
    'IslandNessHolmRolekeeperownerCertaintyhearsayDegree5 – 71',
  );
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
    'Island, Ness, Holm, Role, keeper, owner, Certainty, hearsay, Degree, 5 – 71',
  );
});

test('its marks stand where those of a page do', () => {
  const { container } = shown(parts);
  const { marks } = layLegend(parts, 500);
  const texts = marks.flatMap((mark) => (mark.kind === 'text' ? [[mark.text, String(mark.x), String(mark.y)]] : []));
  const drawn = [...container.querySelectorAll('text')].map((text) => [
    text.textContent,
    text.getAttribute('x'),
    text.getAttribute('y'),
  ]);
  expect(drawn).toEqual(texts);
  expect([...container.querySelectorAll('rect')].map((rect) => rect.getAttribute('fill'))).toEqual([
    '#377393',
    '#ca791b',
  ]);
  // A keeper, and the two ends of the sizes; an owner; a dotted line.
  expect(['circle', 'polygon', 'path'].map((tag) => container.querySelectorAll(tag).length)).toEqual([3, 1, 1]);
  expect(container.querySelector('path')?.getAttribute('stroke-dasharray')).not.toBe('');
});

test('without entries, and before there are looks, nothing is drawn', () => {
  expect(shown([]).container.textContent).toBe('');
  expect(inWorkbench(<Legend />, { net: keepers, looks: undefined }).container.innerHTML).toBe('');
});

test('an entry selects what it stands for', async () => {
  const style: StyleSettings = {
    ...plainStyle,
    nodeColour: { by: 'category', column: 'island', palette: 'nunatak', colours: {} },
  };
  const { store } = inWorkbench(<Legend />, {
    net: keepers,
    looks: dress(keepers, style),
    trail: trail({ kind: 'style', nodeColour: style.nodeColour }),
  });
  const column = keepers.nodeColumns.find(({ name }) => name === 'island');
  const [{ value }] = column ? categories(column) : [];
  await userEvent.click(screen.getByRole('button', { name: `Select ${value}` }));
  const wanted = keepers.ids.filter((_, v) => column && cellText(column, v) === value);
  await waitFor(() => expect(store.getState().selection.nodes).toEqual(wanted));
  expect(wanted.length).toBeGreaterThan(0);
});
