/** @jest-environment jsdom */
import { act, screen } from '@testing-library/react';
import { useWorkbench } from '@/ui/state/context';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import { HandTools } from './hand-tools';

function Tools() {
  const step = useWorkbench((state) => state.trail.steps[1]);
  return step.kind === 'arrange' ? <HandTools step={step} /> : null;
}
const shown = (arrange: object = {}, nodes: string[] = []) => {
  const made = inWorkbench(<Tools />, {
    trail: trail({ kind: 'arrange', method: 'force', ...arrange }),
    net: keepers,
    positions: Float32Array.of(1, 2, 3, 4, 5, 6, 7, 8),
    selection: { nodes, edges: [] },
  });
  const step = () => made.store.getState().trail.steps[1];
  const press = (name: string) => made.user.click(screen.getByRole('button', { name }));
  const choose = async (name: string, entry: string) => {
    await press(name);
    await made.user.click(await screen.findByRole('menuitem', { name: entry }));
  };
  return { ...made, step, press, choose };
};

test('expanding twice is one adjustment, contracting back is none; each is undone on its own', async () => {
  const { store, step, press } = shown();
  await press('Expand');
  await press('Expand');
  expect(step()).toMatchObject({ adjusted: [{ do: 'size', x: 1.5625 }] });
  act(() => store.getState().undo());
  expect(step()).toMatchObject({ adjusted: [{ do: 'size', x: 1.25 }] });
  await press('Contract');
  expect(step()).toMatchObject({ adjusted: [] });
});

test('turning, mirroring, a page and lining up are for the selected nodes alone where there are some', async () => {
  const { step, choose } = shown({}, ['k1', 'k2']);
  await choose('Turn', '90° to the right');
  await choose('Mirror', 'Left for right');
  await choose('Fit', '4 : 3');
  await choose('Line up', 'In a row');
  await choose('Line up', 'Spread evenly down');
  await choose('Line up', 'Pack the parts beside the largest');
  const nodes = ['k1', 'k2'];
  expect(step()).toMatchObject({
    adjusted: [
      { do: 'turn', degrees: 90, nodes },
      { do: 'mirror', across: true, nodes },
      { do: 'fit', width: 4, height: 3, nodes },
      { do: 'line up', row: true, nodes },
      { do: 'spread', across: false, nodes },
      { do: 'pack' },
    ],
  });
});

test('selected nodes are pinned where they stand and let go again; others stay pinned', async () => {
  const { step, press } = shown({ placed: { k4: [0, 0] } }, ['k1', 'k2']);
  await press('Pin');
  expect(step()).toMatchObject({ placed: { k4: [0, 0], k1: [1, 2], k2: [3, 4] } });
  expect(screen.getByRole('button', { name: 'Pin' }).getAttribute('aria-pressed')).toBe('true');
  await press('Let go');
  expect(step()).toMatchObject({ placed: { k4: [0, 0] } });
});

test('pinned after an adjustment they stand where they are seen: after it in the list', async () => {
  const { step, press } = shown({ adjusted: [{ do: 'turn', degrees: 90 }] }, ['k3']);
  await press('Pin');
  expect(step()).toMatchObject({ placed: {}, adjusted: [{ do: 'turn' }, { do: 'move', to: { k3: [5, 6] } }] });
});

test('without a selection nothing can be pinned, and one node cannot be lined up', async () => {
  const { press } = shown({}, ['k1']);
  await press('Line up');
  expect((await screen.findByRole('menuitem', { name: 'In a row' })).getAttribute('aria-disabled')).toBe('true');
});
