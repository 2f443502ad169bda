/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import { edgeIdOf } from '@/core/graph';
import { edgeKey } from '@/core/graph';
import type { Workbench } from '@/ui/state/store';
import { type Shown, inWorkbench, keepers, trail } from '@/ui/testing';
import { ContextMenu } from './context-menu';

type Selection = Workbench['selection'];
let closed = 0;
const close = (): void => void closed++;
beforeEach(() => (closed = 0));

const shown = (
  selection: Selection,
  settings: object = {},
  others: object[] = [{ kind: 'style', ...settings }],
): Shown =>
  inWorkbench(<ContextMenu spot={{ x: 10, y: 10 }} onClose={close} />, {
    trail: trail(...others),
    net: keepers,
    selection,
  });
const byHand = ({ store }: Shown): unknown => {
  const step = store.getState().trail.steps[1];
  return step.kind === 'style' ? step.byHand : undefined;
};

test('a look of the node is set by hand where one pointed at it, and goes back to the rule', async () => {
  const it = shown({ nodes: ['k2'] });
  const menu = screen.getByRole('menu');
  expect(within(menu).getByText('Tove Lorne')).toBeTruthy();
  expect(within(menu).queryByRole('menuitem', { name: /back to the rules/ })).toBeNull();
  await it.user.click(within(menu).getByRole('menuitem', { name: /^Size/ }));
  const form = screen.getByRole('dialog', { name: 'Size of Tove Lorne' });
  expect(byHand(it)).toHaveProperty('nodeSize.k2');
  expect(closed).toBe(0);
  within(form).getByRole('slider').focus();
  await it.user.keyboard('{Home}');
  expect(byHand(it)).toMatchObject({ nodeSize: { k2: 1 } });
  await it.user.click(within(form).getByRole('button', { name: 'Back to the rule' }));
  expect(byHand(it)).toEqual({});
  expect(closed).toBe(1);
});

test('all looks of the selected nodes go back at once, those of others stay', async () => {
  const it = shown({ nodes: ['k1', 'k2'] }, { byHand: { nodeSize: { k1: 9, k3: 4 }, nodeColour: { k2: '#112233' } } });
  expect(screen.getByText('2 nodes')).toBeTruthy();
  await it.user.click(screen.getByRole('menuitem', { name: 'All looks back to the rules' }));
  expect(byHand(it)).toEqual({ nodeSize: { k3: 4 } });
});

test('the neighbours of a node are selected with it', async () => {
  const it = shown({ nodes: ['k1'] });
  await it.user.click(screen.getByRole('menuitem', { name: 'Select with neighbours' }));
  const near = new Set(['k1']);
  keepers.source.forEach((s, e) => {
    const [a, b] = [keepers.ids[s], keepers.ids[keepers.target[e]]];
    if (a === 'k1') near.add(b);
    if (b === 'k1') near.add(a);
  });
  expect(near.size).toBeGreaterThan(1);
  expect([...it.store.getState().selection.nodes].sort()).toEqual([...near].sort());
});

test('a tie has looks of its own', async () => {
  const id = edgeIdOf(keepers, 0);
  const it = shown({ nodes: [], edges: [id] });
  expect(screen.queryByRole('menuitem', { name: 'Select with neighbours' })).toBeNull();
  await it.user.click(screen.getByRole('menuitem', { name: /^Width/ }));
  expect(byHand(it)).toHaveProperty(['edgeWidth', edgeKey(id)]);
});

test('of parallel ties it is the one that was pointed at', async () => {
  const twice = {
    ...keepers,
    source: Uint32Array.of(0, 0),
    target: Uint32Array.of(1, 1),
    weight: Float64Array.of(1, 1),
    edgeColumns: [],
    edgeRecords: { tables: ['t'], offsets: Uint32Array.of(0, 1, 2), items: Uint32Array.of(4, 9) },
  };
  const second = edgeIdOf(twice, 1);
  const it = inWorkbench(<ContextMenu spot={{ x: 10, y: 10 }} onClose={close} />, {
    trail: trail({ kind: 'style' }),
    net: twice,
    selection: { nodes: [], edges: [second] },
  });
  await it.user.click(screen.getByRole('menuitem', { name: /^Width/ }));
  expect(edgeKey(second)).not.toBe(edgeKey(edgeIdOf(twice, 0)));
  expect(byHand(it)).toHaveProperty(['edgeWidth', edgeKey(second)]);
});

test('without anything selected there is no menu; without a Style step none of looks', () => {
  shown({ nodes: [] });
  expect(screen.queryByRole('menu')).toBeNull();
  expect(closed).toBeGreaterThan(0);
  shown({ nodes: ['k1'] }, {}, []);
  expect(screen.getAllByRole('menuitem').map((one) => one.textContent)).toEqual(['Select with neighbours']);
});
