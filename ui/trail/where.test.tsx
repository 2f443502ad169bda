/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import { inWorkbench, trail } from '@/ui/testing';
import type { Away } from '@/worker/client';
import { awayInShort, awayInWords } from '@/ui/science/away';
import { StepEditor } from './step-editor';
import { TrailStrip } from './trail-strip';
import { AwayNote, Where } from './where';

const away = (more: Partial<Away> = {}): Away => ({
  ...{ state: 'running', step: 's2', share: 0.5, since: 240, before: 0, workers: 3, at: 2, seconds: 900 },
  ...more,
});

test.each<[Partial<Away>, string, string]>([
  [{}, 'server, 2 of 3 4 min', 'Runs on the server, 2 of 3 workers, about 4 minutes.'],
  // Before anything can be told from what is done, the estimate counts.
  [
    { share: 0, since: 100, seconds: 400 },
    'server, 2 of 3 2 min',
    'Runs on the server, 2 of 3 workers, about 2 minutes.',
  ],
  [{ share: 0.9, since: 90 }, 'server, 2 of 3 10 s', 'Runs on the server, 2 of 3 workers, about 10 seconds.'],
  [{ state: 'waiting', before: 3 }, 'server place 4', 'Waits on the server: 3 runs come before it.'],
  [{ state: 'waiting' }, 'server next', 'Waits on the server: it is the next to run.'],
  [
    { at: 0 },
    'server, 0 workers waits',
    'Runs on the server: what worked on it has ended, and another worker takes it over.',
  ],
  [
    { at: 0, workers: 0 },
    'server, 0 workers waits',
    'Waits on the server: no worker process is running at the moment.',
  ],
])('%j', (more, short, words) => {
  const { who, time } = awayInShort(away(more));
  expect([`${who} ${time}`, awayInWords(away(more))]).toEqual([short, words]);
});

const steps = trail({ kind: 'measure', measures: ['betweenness'] }, { kind: 'style' });
const report = (seconds?: number) => ({
  s2: { id: 's2', nodes: 4, edges: 4, result: '2 columns', notes: [], ...(seconds === undefined ? {} : { seconds }) },
});

test('a tile says who works on its step, and how long it will take', () => {
  inWorkbench(<TrailStrip />, { trail: steps, reports: report(900), away: { s2: away() } });
  const tile = screen.getByRole('button', { name: /^Measure(?!: more)/ });
  expect(tile.textContent).toBe('Measureserver, 2 of 34 min');
  expect(tile.querySelector('[title]')?.getAttribute('title')).toMatch(/^Runs on the server, 2 of 3 workers/);
});

test('what runs elsewhere is told, and can be run here instead', async () => {
  const place = jest.fn();
  const { user } = inWorkbench(<AwayNote step={steps.steps[1]} />, { trail: steps, away: { s2: away() } }, { place });
  expect(screen.getByRole('status').textContent).toMatch(/You may close this page: the result waits for you/);
  await user.click(screen.getByRole('button', { name: 'Run it here instead' }));
  expect(place).toHaveBeenCalledWith('s2', 'here');
});

test('where costly work runs can be chosen, and left to its size again; for a moment’s work nobody is asked', async () => {
  const place = jest.fn();
  const [, step] = steps.steps;
  const shown = inWorkbench(<Where step={step} />, { trail: steps, reports: report(900) }, { place });
  expect(screen.getByText('Its work takes about 15 minutes on one thread.')).toBeTruthy();
  const choose = async (name: string): Promise<void> => {
    await shown.user.click(screen.getByRole('combobox', { name: 'Where it runs' }));
    await shown.user.click(await screen.findByRole('option', { name }));
  };
  await choose('on the server');
  expect(place).toHaveBeenLastCalledWith('s2', 'server');
  shown.unmount();
  const chosen = new Map([['s2', 'server' as const]]);
  const again = inWorkbench(<Where step={step} />, { trail: steps, reports: report(1), workPlaces: chosen }, { place });
  await again.user.click(screen.getByRole('combobox', { name: 'Where it runs' }));
  await again.user.click(await screen.findByRole('option', { name: 'by its size' }));
  expect(place).toHaveBeenLastCalledWith('s2', undefined);
  again.unmount();
  const editor = { trail: steps, step: 's2', tables: [], reports: report(1) };
  const plain = inWorkbench(<StepEditor />, editor, { place });
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect(screen.queryByRole('region', { name: 'Where it runs' })).toBeNull();
  plain.unmount();
  inWorkbench(<StepEditor />, { ...editor, reports: report(900) }, { place });
  expect(await screen.findByRole('region', { name: 'Where it runs' })).toBeTruthy();
});
