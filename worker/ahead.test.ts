import { type Source, TrailCache, digestsOf, trailSchema } from '@/core/trail';
import { TableBuilder } from '@/core/tables';
import { Ahead } from './ahead';

const builder = new TableBuilder('ties', [
  { name: 'from', type: 'text' },
  { name: 'to', type: 'text' },
]);
for (let i = 0; i < 300; i++) builder.push([`n${i % 97}`, `n${(i * 31) % 89}`]);
const table = builder.done();
const source: Source = { keys: () => ['ties'], version: () => '1', table: () => table };
const sourceOf = () => Promise.resolve(source);

const trail = (min: number) =>
  trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
      { id: 's2', kind: 'keep', on: true, rule: { by: 'degree', min } },
      { id: 's3', kind: 'arrange', on: true, method: 'force' },
    ],
  });
/** For which of the settings what comes of a step is at hand. */
const held = (cache: TrailCache, step: number, ...mins: number[]): number[] =>
  mins.filter((min) => cache.get(digestsOf(source, trail(min))[step]) !== undefined);

afterEach(() => jest.restoreAllMocks());

/** After a run whose network took so many milliseconds. */
function after(milliseconds: number): Ahead {
  const ahead = new Ahead();
  const now = jest.spyOn(performance, 'now').mockReturnValue(1000);
  ahead.begin();
  now.mockReturnValue(1000 + milliseconds);
  ahead.sketched();
  now.mockRestore();
  return ahead;
}

test('what may come next is at hand up to the layout, and nothing else', async () => {
  const cache = new TrailCache();
  await after(100).go([trail(3), trail(1)], sourceOf, { cache });
  expect(held(cache, 1, 1, 2, 3, 4)).toEqual([1, 3]);
  expect(held(cache, 2, 1, 2, 3, 4)).toEqual([]);
});

test('a run that begins takes its place, and so does what is asked for later', async () => {
  const cache = new TrailCache();
  const ahead = after(100);
  const first = ahead.go([trail(1), trail(2)], sourceOf, { cache });
  const second = ahead.go([trail(3), trail(4)], sourceOf, { cache });
  await first;
  expect(held(cache, 1, 1, 2)).toEqual([]);
  ahead.begin();
  await second;
  expect(held(cache, 1, 3, 4)).not.toContain(4);
});

test('nothing is guessed where it would take long, or while a run has drawn nothing yet', async () => {
  const cache = new TrailCache();
  await after(251).go([trail(3)], sourceOf, { cache });
  const ahead = after(100);
  ahead.begin();
  await ahead.go([trail(3)], sourceOf, { cache });
  expect(cache.bytes).toBe(0);
});

test('a guess that comes to nothing hurts nobody, nor one that breaks', async () => {
  const cache = new TrailCache();
  await after(100).go([trail(500), trail(3)], sourceOf, { cache });
  expect(held(cache, 1, 500, 3)).toEqual([3]);
  const broken = () => Promise.reject(new Error('gone'));
  await expect(after(100).go([trail(3)], broken, { cache })).resolves.toBeUndefined();
});
