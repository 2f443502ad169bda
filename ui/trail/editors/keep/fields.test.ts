/** @jest-environment jsdom */
import { adjacency, coreNumbers, neighbourCounts, network } from '@/core/graph';
import { seeded } from '@/core/random';
import { holdingsOf } from '@/worker/holdings';
import { highestCore } from './fields';

const bound = (nodes: number, edges: [number, number][]): number => highestCore(holdingsOf(network({ nodes, edges })));

test('no core exceeds what the slider of cores ends at; a complete network reaches it', () => {
  const pairs = Array.from({ length: 25 }, (_, i): [number, number] => [Math.floor(i / 5), i % 5]);
  const complete = pairs.filter(([a, b]) => a < b);
  expect(bound(5, complete)).toBe(4);
  expect(
    bound(
      10,
      Array.from({ length: 9 }, (_, i) => [0, i + 1]),
    ),
  ).toBe(3);
  expect(bound(2, [])).toBe(0);
  const random = seeded(2);
  const edges = Array.from({ length: 400 }, (): [number, number] => [random.below(40), random.below(40)]);
  const net = network({ nodes: 40, edges });
  expect(Math.max(...coreNumbers(net))).toBeLessThanOrEqual(bound(40, edges));
  expect(bound(40, edges)).toBeLessThanOrEqual(Math.max(...neighbourCounts(adjacency(net))));
});
