/** @jest-environment jsdom */
import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type LegendLine, type StyleSettings, dress, plainStyle } from '@/core/style';
import { inWorkbench, keepers } from '@/ui/testing';
import { LegendLines } from './style-legend';

const style: StyleSettings = {
  ...plainStyle,
  nodeColour: { by: 'category', column: 'island', palette: 'nunatak', colours: {} },
  nodeSize: { ...plainStyle.nodeSize, by: 'amount', column: 'degree' } as StyleSettings['nodeSize'],
};
const shown = (given: StyleSettings) => {
  const set = jest.fn<undefined, [Record<string, unknown>]>();
  inWorkbench(<LegendLines style={given} set={set} />, { net: keepers, looks: dress(keepers, given) });
  return set;
};
const items = (): HTMLElement[] =>
  within(screen.getByRole('list', { name: 'Lines of the legend' })).getAllByRole('listitem');

test('a line has other words, and none where they are as they were', async () => {
  const set = shown(style);
  const [colour] = items();
  const first = within(colour).getAllByRole('textbox')[1] as HTMLInputElement;
  const was = first.value;
  await userEvent.clear(first);
  await userEvent.type(first, 'The north{Enter}');
  expect(set).toHaveBeenLastCalledWith({
    legendLines: [
      { line: 'nodeColour', words: { [was]: 'The north' } },
      { line: 'nodeSize', words: {} },
    ],
  });
  const title = within(colour).getByRole('textbox', { name: /^Title of/ });
  await userEvent.clear(title);
  await userEvent.type(title, 'Where they live{Enter}');
  expect((set.mock.lastCall?.[0].legendLines as LegendLine[])[0]).toEqual({
    line: 'nodeColour',
    title: 'Where they live',
    words: {},
  });
});

test('lines change places by their arrows and by dragging; words of lines that are not drawn stay', async () => {
  const kept = { line: 'edgePattern', words: { letter: 'by letter' } };
  const set = shown({ ...style, legendLines: [kept] });
  const order = (): string[] => ((set.mock.lastCall?.[0].legendLines ?? []) as LegendLine[]).map(({ line }) => line);
  await userEvent.click(screen.getByRole('button', { name: 'Island further down' }));
  expect(order()).toEqual(['nodeSize', 'nodeColour', 'edgePattern']);
  const [colour, size] = items();
  const dataTransfer = { effectAllowed: '' };
  fireEvent.dragStart(size, { dataTransfer });
  fireEvent.dragOver(colour, { dataTransfer });
  fireEvent.drop(colour, { dataTransfer });
  expect(order()).toEqual(['nodeSize', 'nodeColour', 'edgePattern']);
  expect(screen.getByRole('button', { name: 'Island further up' }).hasAttribute('disabled')).toBe(true);
});

test('without lines it says so', () => {
  inWorkbench(<LegendLines style={plainStyle} set={jest.fn()} />, { net: keepers, looks: dress(keepers, plainStyle) });
  expect(screen.getByText(/Nothing is set/)).toBeTruthy();
});
