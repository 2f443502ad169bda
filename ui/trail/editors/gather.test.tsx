/** @jest-environment jsdom */
import { act, screen, within } from '@testing-library/react';
import type { Network } from '@/core/graph';
import { NodeReading } from '@/ui/reading/node-reading';
import { inWorkbench, number, text, trail } from '@/ui/testing';
import { closeCircle, openCircles } from '@/ui/state/circles';
import { GatheredNote } from '@/ui/views/graph/gathered-note';
import { GatherEditor } from './gather';

const computed = { step: 's2', nodes: 3, edges: 2, derived: true };
const net: Network = {
  directed: false,
  ids: ['◯ 1', '◯ 2', 'k9'],
  labels: ['Thorne, Petra', 'Lyng, Alban', 'Maud'],
  source: Uint32Array.of(0, 1),
  target: Uint32Array.of(1, 2),
  weight: Float64Array.of(12, 1),
  weightName: 'packets',
  nodeColumns: [
    { ...number('members', 40, 18, 1), computed },
    { ...text('strongest', 'Thorne, Petra, Ewan', 'Lyng, Alban', ''), computed },
  ],
  edgeColumns: [],
};
const gathering = (open: string[] = []) => trail({ kind: 'gather', open }, { kind: 'arrange', method: 'force' });
const before = {
  nodes: 59,
  edges: 200,
  directed: false,
  nodeColumns: [{ name: 'group', type: 'text' }],
  edgeColumns: [],
};

function shown(open: string[] = []) {
  const steps = gathering(open);
  const set = jest.fn();
  const [, step] = steps.steps;
  if (step.kind !== 'gather') throw new Error('no step');
  const all = inWorkbench(<GatherEditor step={step} before={before as never} set={set} />, { trail: steps, net });
  return { ...all, set };
}
const stepOf = ({ store }: Pick<ReturnType<typeof shown>, 'store'>) => store.getState().trail.steps[1];

test('circles are listed by size and opened from the list; what is open is closed with all in it', async () => {
  const page = shown(['2', '2.1', '20']);
  const list = within(screen.getByRole('list', { name: 'Closed circles' }));
  expect(list.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
    'Thorne, Petra40Open',
    'Lyng, Alban18Open',
  ]);
  await page.user.click(screen.getByRole('button', { name: 'Open Thorne, Petra' }));
  expect(stepOf(page)).toMatchObject({ open: ['2', '2.1', '20', '1'] });
  await page.user.click(screen.getByRole('button', { name: 'Thorne, Petra' }));
  expect(page.store.getState().selection.nodes).toEqual(['◯ 1']);
  // Below the one that it lies in, by its name as soon as that is known.
  const open = (): (string | null)[] =>
    within(screen.getByRole('list', { name: 'Open circles' }))
      .getAllByRole('listitem')
      .map(({ textContent }) => textContent);
  expect(open()).toEqual(['Circle 2Close', 'Circle 2 · 1Close', 'Circle 20Close']);
  const opened = [{ path: '2', name: 'Pell, Ewan', members: 1812 }];
  act(() => page.store.setState({ reports: { s2: { id: 's2', nodes: 3, edges: 2, result: '', notes: [], opened } } }));
  expect(open()).toEqual(['Pell, Ewan1,812Close', 'Circle 2 · 1Close', 'Circle 20Close']);
  await page.user.click(screen.getByRole('button', { name: 'Close Pell, Ewan' }));
  expect(stepOf(page)).toMatchObject({ open: ['20', '1'] });
  page.store.getState().undo();
  expect(stepOf(page)).toMatchObject({ open: ['2', '2.1', '20', '1'] });
});

test('what circles are of, and how they are called', async () => {
  const { user, set } = shown();
  await user.click(screen.getByRole('combobox', { name: 'A circle for each' }));
  await user.click(await screen.findByRole('option', { name: 'group' }));
  expect(set).toHaveBeenLastCalledWith({ column: 'group', open: [] });
  await user.click(screen.getByRole('combobox', { name: 'Circles are called by' }));
  await user.click(await screen.findByRole('option', { name: 'telling words of group' }));
  expect(set).toHaveBeenLastCalledWith({ words: 'group' });
});

test('the style sizes circles by their members at a click', async () => {
  const steps = trail({ kind: 'gather' }, { kind: 'style' });
  const [, step] = steps.steps;
  if (step.kind !== 'gather') throw new Error('no step');
  const page = inWorkbench(<GatherEditor step={step} before={before as never} set={jest.fn()} />, {
    trail: steps,
    net,
  });
  await page.user.click(screen.getByRole('button', { name: 'Size by members' }));
  expect(page.store.getState().trail.steps[2]).toMatchObject({
    nodeSize: { by: 'amount', column: 'members', max: 30 },
  });
  expect(screen.queryByRole('button', { name: 'Size by members' })).toBeNull();
});

test('a circle is opened from its reading, a node is not', async () => {
  const page = inWorkbench(<NodeReading net={net} node={1} />, { trail: gathering(), net });
  await page.user.click(screen.getByRole('button', { name: 'Open this circle' }));
  expect(stepOf(page)).toMatchObject({ open: ['2'] });
  page.unmount();
  inWorkbench(<NodeReading net={net} node={2} />, { trail: gathering(), net });
  expect(screen.queryByRole('button', { name: 'Open this circle' })).toBeNull();
});

test('the note over the map says what circles stand for, and draws every node at a click', async () => {
  const reports = { s1: { id: 's1', nodes: 60_000, edges: 300_000, result: '', notes: [] } };
  const page = inWorkbench(<GatheredNote net={net} />, { trail: gathering(), net, reports });
  expect(screen.getByRole('note').textContent).toBe('2 circles for 60,000 nodes and 300,000 ties.Draw every node');
  await page.user.click(screen.getByRole('button', { name: 'Draw every node' }));
  expect(stepOf(page)).toMatchObject({ draws: 'all' });
  await page.user.click(screen.getByRole('button', { name: 'Draw groups as circles' }));
  expect(stepOf(page)).toMatchObject({ draws: 'circles' });
});

test('nothing opens where no step gathers, and other nodes are no circles', () => {
  const { store } = shown();
  expect(openCircles(store, ['k9'])).toBe(false);
  act(() => {
    expect(openCircles(store, ['k9', '◯ 2'])).toBe(true);
    store.setState({ trail: trail({ kind: 'style' }) });
  });
  expect(openCircles(store, ['◯ 1'])).toBe(false);
  closeCircle(store, '1');
  expect(store.getState().trail.steps).toHaveLength(2);
});
