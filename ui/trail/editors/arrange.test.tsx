/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { Session } from '@/ui/state/session';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import { holdingsOf } from '@/worker/holdings';
import { ArrangeEditor } from './arrange';

const before = holdingsOf(keepers);

function Editor() {
  const step = useWorkbench((state) => state.trail.steps[1]);
  const store = useWorkbenchStore();
  if (step.kind !== 'arrange') return null;
  return (
    <ArrangeEditor
      step={step}
      before={before}
      set={(change, merge) => store.getState().setStep(step.id, change, merge)}
    />
  );
}
const shown = (settings: object = {}) =>
  inWorkbench(<Editor />, { trail: trail({ kind: 'arrange', method: 'force', ...settings }) });

test('the settings of the layout are drawn from what it says of them, and changed one by one', async () => {
  const { store, user } = shown({ settings: { spread: 60 } });
  expect(screen.getByRole('combobox', { name: 'Layout' }).textContent).toBe('Forces');
  expect(screen.getByRole('slider', { name: 'Spread' }).getAttribute('aria-valuenow')).toBe('60');
  await user.clear(screen.getByLabelText('Seed'));
  await user.type(screen.getByLabelText('Seed'), '12{Enter}');
  await user.click(screen.getByRole('switch', { name: 'Heavier ties pull harder' }));
  expect(store.getState().trail.steps[1]).toMatchObject({
    settings: { spread: 60, seed: 12, weights: true, pack: true },
  });
});

test('what is placed by hand is counted, and let go', async () => {
  const { store, user } = shown({ placed: { k1: [1, 2], k2: [3, 4] } });
  expect(screen.getByText('2 nodes placed by hand')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Let them go' }));
  expect(store.getState().trail.steps[1]).toMatchObject({ placed: {} });
  expect(screen.queryByText(/placed by hand/)).toBeNull();
});

async function chooseLayout(user: ReturnType<typeof shown>['user'], title: string): Promise<void> {
  await user.click(screen.getByRole('combobox', { name: 'Layout' }));
  await user.click(screen.getByRole('option', { name: title }));
}

test('another layout begins with its own settings, its columns taken from those there are', async () => {
  const { store, user } = shown();
  await chooseLayout(user, 'Rings');
  expect(store.getState().trail.steps[1]).toMatchObject({
    method: 'rings',
    settings: { by: 'steps', column: 'degree' },
  });
  // The amount is asked for only where rings follow one.
  expect(screen.queryByRole('combobox', { name: 'Amount' })).toBeNull();
  await user.click(screen.getByRole('combobox', { name: 'Rings by' }));
  await user.click(screen.getByRole('option', { name: 'an amount, the highest inside' }));
  expect(screen.getByRole('combobox', { name: 'Amount' }).textContent).toBe('Degree');
  await chooseLayout(user, 'Circle');
  await user.click(screen.getByRole('combobox', { name: 'Together by' }));
  await user.click(screen.getByRole('option', { name: 'Island' }));
  expect(store.getState().trail.steps[1]).toMatchObject({ method: 'circle', settings: { by: 'island' } });
});

test('the node in the middle is found by its name, and let go', async () => {
  const answer = { text: 'tove', nodes: [{ id: 'k2', label: 'Tove Lorne' }], missed: [] };
  const session = { service: { ask: () => Promise.resolve(answer), hush: () => undefined } } as unknown as Session;
  const arranged = trail({ kind: 'arrange', method: 'rings' });
  const { store, user } = inWorkbench(<Editor />, { trail: arranged, net: keepers }, session);
  expect(screen.getByText('the busiest node')).toBeTruthy();
  await user.type(screen.getByLabelText('In the middle: find a node'), 'tove');
  await user.click(await screen.findByRole('button', { name: 'Tove Lorne' }));
  expect(store.getState().trail.steps[1]).toMatchObject({ settings: { by: 'steps', middle: 'k2' } });
  expect(screen.getByText('Tove Lorne')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'In the middle: the busiest node' }));
  expect(screen.getByText('the busiest node')).toBeTruthy();
  expect(store.getState().trail.steps[1]).toMatchObject({ settings: { by: 'steps' } });
});
