/** @jest-environment jsdom */
import { act, screen, within } from '@testing-library/react';
import { stepKinds } from '@/core/trail';
import { inWorkbench, trail } from '@/ui/testing';
import { TrailStrip } from './trail-strip';

const steps = trail({ kind: 'keep', rule: { by: 'degree', min: 2 } }, { kind: 'groups' }, { kind: 'style' });
const report = (id: string, nodes: number, more: object = {}) => ({
  id,
  nodes,
  edges: 9,
  result: `${nodes} nodes`,
  notes: [],
  ...more,
});
const reports = { s1: report('s1', 240), s2: report('s2', 125), s3: report('s3', 125), s4: report('s4', 125) };
const tile = (title: string): HTMLElement => screen.getByRole('button', { name: new RegExp(`^${title}(?!: more)`) });

test('what the trail begins with, and every step with its settings and its result', () => {
  inWorkbench(<TrailStrip />, { trail: steps, reports });
  expect(screen.getByRole('link', { name: /^Records/ }).textContent).toBe('Records1 table1,900 rows');
  expect(tile('Ties').textContent).toContain('from → to');
  expect(tile('Keep').textContent).toContain('degree at least 2');
  expect(tile('Keep').textContent).toContain('125 nodes');
  expect(screen.getByRole('img', { name: 'Nodes left: 240, 125, 125, 125' })).toBeTruthy();
});

test('a step that failed needs a look; one that lacks something is to be set; one that runs says how far', () => {
  const other = {
    ...reports,
    s2: report('s2', 0, { fault: 'No node passes.' }),
    s3: report('s3', 0, { fault: 'No column is chosen.', lacking: true }),
  };
  inWorkbench(<TrailStrip />, { trail: steps, reports: other, progress: { step: 's4', share: 0.4 } });
  expect(tile('Keep').textContent).toContain('needs a look');
  expect(tile('Groups').textContent).toContain('to be set');
  expect(screen.getByRole('progressbar', { name: 'Style runs' }).getAttribute('aria-valuenow')).toBe('40');
});

test('a tile opens its step; its menu switches it off, doubles it and takes it out', async () => {
  const { user, store } = inWorkbench(<TrailStrip />, { trail: steps, reports, lists: true });
  await user.click(tile('Keep'));
  expect(store.getState()).toMatchObject({ step: 's2', lists: false });
  const menu = async (entry: string): Promise<void> => {
    await user.click(screen.getAllByRole('button', { name: 'Keep: more' })[0]);
    await user.click(await screen.findByRole('menuitem', { name: new RegExp(entry) }));
  };
  await menu('Switch off');
  expect(store.getState().trail.steps[1].on).toBe(false);
  await menu('Switch on');
  await menu('Duplicate');
  expect(store.getState().trail.steps.map(({ kind }) => kind)).toEqual(['ties', 'keep', 'keep', 'groups', 'style']);
  await menu('Remove');
  expect(store.getState().trail.steps.map(({ kind }) => kind)).toEqual(['ties', 'keep', 'groups', 'style']);
});

test('a new step begins with what its kind says, at its place', async () => {
  const { user, store } = inWorkbench(<TrailStrip />, { trail: steps, reports });
  await user.click(screen.getByRole('button', { name: 'Step' }));
  const menu = await screen.findByRole('menu');
  expect(
    within(menu)
      .getAllByRole('menuitem')
      .map((one) => one.textContent?.split(/(?=[A-Z])/)[0]),
  ).toContain('Measure');
  await user.click(within(menu).getByRole('menuitem', { name: /^Measure/ }));
  const { trail: now, step } = store.getState();
  expect(now.steps.map(({ kind }) => kind)).toEqual(['ties', 'keep', 'groups', 'measure', 'style']);
  expect(now.steps[3]).toMatchObject({ id: step, measures: ['degree', 'betweenness'] });
});

test('Stop stops what runs', async () => {
  const stop = jest.fn();
  const { user } = inWorkbench(<TrailStrip />, { trail: steps, progress: { step: 's3', share: 0.1 } }, { stop });
  await user.click(screen.getByRole('button', { name: 'Stop' }));
  expect(stop).toHaveBeenCalledTimes(1);
});

test('a change of one step, and what comes of it, draws no other tile anew', () => {
  const { store } = inWorkbench(<TrailStrip />, { trail: steps, reports });
  const drawn = (['keep', 'groups', 'style'] as const).map((kind) => jest.spyOn(stepKinds[kind], 'summary'));
  act(() => store.getState().setStep('s2', { rule: { by: 'degree', min: 3 } }));
  expect(tile('Keep').textContent).toContain('degree at least 3');
  expect(within(tile('Groups')).getByTitle(/Of before the change/)).toBeTruthy();
  act(() => store.setState({ stale: false, reports: { ...reports, s3: report('s3', 90) } }));
  expect(tile('Groups').textContent).toContain('90 nodes');
  expect(drawn.map(({ mock }) => mock.calls.length)).toEqual([1, 0, 0]);
  for (const spy of drawn) spy.mockRestore();
});
