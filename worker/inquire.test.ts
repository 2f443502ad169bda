import { network } from '@/core/graph';
import { inquiryKey, trailFor } from '@/core/inquiry';
import { type KeyedWork, type Source, trailSchema } from '@/core/trail';
import type { Elsewhere, Running } from './elsewhere';
import { type Asking, inquired } from './inquire';

const net = network({
  nodes: 4,
  edges: [
    [0, 1],
    [1, 2],
  ],
});
const inquiry = { kind: 'chance' as const, ask: { model: 'uniform', draws: 50, seed: 1 } };
const trail = trailSchema.parse({
  steps: [
    { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'a', to: 'b' },
    { id: 's2', kind: 'measure', on: true, measures: ['betweenness'] },
    { id: 's3', kind: 'arrange', on: true, method: 'force' },
  ],
});
const source = { keys: () => ['ties'], version: () => '1' } as unknown as Source;
const shares: number[] = [];
const asking = (more: Partial<Asking> = {}): Asking => ({
  ...{ study: 's', network: 'n', trail, source, threads: 2, digests: new Map([['s2', 'd2']]), stopped: new Set() },
  breathe: (share) => Promise.resolve(void shares.push(share)),
  heard: () => undefined,
  ...more,
});
/** Keeps what it is given, and says what it was asked. */
function elsewhere(kept?: unknown) {
  const done: { running: Running; work: KeyedWork }[] = [];
  const place = {
    kept: () => Promise.resolve(kept),
    done(running: Running, work: KeyedWork, make: () => unknown) {
      done.push({ running, work });
      return make();
    },
  };
  return { place: place as unknown as Elsewhere, done };
}
const here = () => Promise.resolve('made here');

test('what is kept is taken, unless it is to be made here', async () => {
  const { place, done } = elsewhere('kept');
  expect(await inquired(place, asking(), net, inquiry, here)).toBe('kept');
  expect(done).toEqual([]);
  expect(await inquired(place, asking({ place: 'here' }), net, inquiry, here)).toBe('made here');
  expect(done[0].running.places).toEqual(new Map([['chance', 'here']]));
});

test('it is asked under its key, with the trail of its network, and says how far it is', async () => {
  const { place, done } = elsewhere();
  expect(await inquired(place, asking(), net, inquiry, here)).toBe('made here');
  const [{ running, work }] = done;
  expect(running.trail.steps.map(({ id }) => id)).toEqual(['s1', 's2']);
  expect(work).toMatchObject({ step: 'chance', splits: true, key: inquiryKey(source, trailFor(trail), inquiry) });
  expect(running.inquiry).toBe(inquiry);
  await running.breathe('chance', 0.25);
  expect(shares).toEqual([0.25]);
});

test('a step that was stopped is none of the trail', async () => {
  const { place, done } = elsewhere();
  await inquired(place, asking({ stopped: new Set(['d2']) }), net, inquiry, here);
  expect(done[0].running.trail.steps.map(({ id }) => id)).toEqual(['s1']);
});
