/** @jest-environment jsdom */
import { act, screen } from '@testing-library/react';
import { type Layout, layouts } from '@/core/arrange';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { Session } from '@/ui/state/session';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import { holdingsOf } from '@/worker/holdings';
import type { GalleryPicture } from '@/worker/client';
import { ArrangeEditor } from './arrange';
import { begun } from './arrange-begun';

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
  expect(screen.getByRole('button', { name: 'Forces' }).getAttribute('aria-pressed')).toBe('true');
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
  await user.click(screen.getByRole('button', { name: title }));
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

test('on many nodes a tree begins round and time begins wide; on few they are as their settings say', () => {
  const begins = (layout: Layout, nodes: number): object => begun(layout, { ...before, nodes });
  expect(begins(layouts.tree as Layout, 20)).toMatchObject({ round: false });
  expect(begins(layouts.tree as Layout, 6000)).toMatchObject({ round: true });
  expect(begins(layouts.time as Layout, 20)).toMatchObject({ wide: 1200 });
  expect(begins(layouts.time as Layout, 6000)).toMatchObject({ wide: 2200 });
  expect(begins(layouts.time as Layout, 10_000_000)).toMatchObject({ wide: 20_000 });
});

test('degrees are found under the headers of other languages', () => {
  const column = (name: string) => ({ ...before.nodeColumns[0], name, type: 'number' as const });
  const there = { ...before, nodeColumns: [column('Wert'), column('Länge'), column('Breite')] };
  expect(begun(layouts.places as Layout, there)).toMatchObject({ latitude: 'Breite', longitude: 'Länge' });
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

/** A session whose worker tells these pictures when it is asked for the gallery. */
function drawing(...news: GalleryPicture[]): { session: Session; asked: unknown[][] } {
  const asked: unknown[][] = [];
  const ask = (...given: unknown[]): Promise<number> => {
    asked.push(given);
    const heard = given[4] as { port?: unknown } | ((one: GalleryPicture) => void);
    if (typeof heard === 'function') news.forEach((one) => heard(one));
    return Promise.resolve(news.length);
  };
  return { session: { service: { ask, hush: () => undefined } } as unknown as Session, asked };
}

test('the gallery is asked for once the picture stands, with the columns there are; what is lacking is said in its place', async () => {
  const { session, asked } = drawing(
    { key: 'circle', picture: '<svg xmlns="http://www.w3.org/2000/svg"/>' },
    { key: 'layers', lacks: 'The ties here have no direction.' },
  );
  const arranged = trail({ kind: 'arrange', method: 'force' });
  const { store } = inWorkbench(<Editor />, { trail: arranged, running: true }, session);
  expect(asked).toEqual([]);
  act(() => store.setState({ running: false, partial: false }));
  expect(await screen.findByText('The ties here have no direction.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Circle' }).querySelector('img')?.src).toContain('data:image/svg+xml');
  const [kind, , at, ask] = asked[0] as [string, unknown, string, { layouts: { key: string; settings: object }[] }];
  expect([kind, at]).toEqual(['gallery', arranged.steps[0].id]);
  expect(ask.layouts.at(-1)?.key).toBe('right angles');
  expect(ask.layouts.find(({ key }) => key === 'rings')?.settings).toMatchObject({ column: 'degree' });
});

test('ties are bundled; what was adjusted is counted and taken back, what was put by hand stays', async () => {
  const adjusted = [
    { do: 'turn', degrees: 30 },
    { do: 'move', to: { k1: [1, 2] } },
    { do: 'mirror', across: true },
  ];
  const { store, user } = shown({ adjusted });
  await user.click(screen.getByRole('switch', { name: 'Bundle ties' }));
  expect(store.getState().trail.steps[1]).toMatchObject({ bundled: true });
  expect(screen.getByText('2 adjustments after the layout')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Take back' }));
  expect(store.getState().trail.steps[1]).toMatchObject({ adjusted: [{ do: 'move', to: { k1: [1, 2] } }] });
  expect(screen.getByText('1 node placed by hand')).toBeTruthy();
});

test('laid out anew it has another seed and lies on nothing', async () => {
  const { store, user } = shown({ onto: { k1: [1, 1], k2: [2, 2] }, placed: { k1: [0, 0] } });
  await user.click(screen.getByRole('button', { name: 'Lay out anew' }));
  expect(store.getState().trail.steps[1]).toMatchObject({ onto: {}, placed: {}, settings: { seed: 8 } });
});
