/** Networks to measure speed on, drawn with a seed. */
import { type Network, network } from '@/core/graph';
import { seeded } from '@/core/random';

/** 7,000 nodes, 9,500 edges: hubs with fans of nodes that have one tie, as in a mailing ledger. */
export function fans(): Network {
  const random = seeded(7);
  const edges: [number, number][] = [];
  const hubs = 120;
  for (let v = hubs; v < 7000; v++) edges.push([v, Math.floor(hubs * random.unit() * random.unit())]);
  while (edges.length < 9500) edges.push([random.below(7000), random.below(hubs)]);
  return network({ nodes: 7000, edges });
}

/** 6,000 nodes, 300,000 directed edges: twenty planted groups, heavy-tailed in-degree. */
export function dense(): Network {
  const random = seeded(3);
  const edges: [number, number][] = [];
  const inside = (group: number): number =>
    group * 300 + Math.floor(300 * random.unit() * random.unit() * random.unit());
  for (let e = 0; e < 300000; e++) {
    const group = random.below(20);
    const from = group * 300 + random.below(300);
    edges.push([from, random.below(10) < 7 ? inside(group) : random.below(6000)]);
  }
  return network({ nodes: 6000, edges, directed: true });
}

/** 60,000 nodes, 300,000 directed edges: new nodes choose among old ones, more often those chosen before, and every fifth edge leads back. */
export function wide(): Network {
  const random = seeded(5);
  const edges: [number, number][] = [];
  for (let e = 0; e < 300000; e++) {
    const from = 2 + Math.floor((e * 59998) / 300000);
    const copied = edges.length && random.below(2) ? edges[random.below(edges.length)][1] : random.below(from);
    edges.push(random.below(5) ? [from, copied] : [copied, from]);
  }
  return network({ nodes: 60000, edges, directed: true });
}

/** 73 nodes, 137 directed edges, as in a small study. */
export function small(): Network {
  const random = seeded(11);
  const pairs = new Set<number>();
  while (pairs.size < 137) {
    const [a, b] = [random.below(73), random.below(73)];
    if (a !== b) pairs.add(73 * a + b);
  }
  return network({
    nodes: 73,
    edges: [...pairs].map((pair) => [Math.floor(pair / 73), pair % 73] as const),
    directed: true,
  });
}
