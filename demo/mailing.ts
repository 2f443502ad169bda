/** Large networks of the circle: who was sent the yearly seed list, and the cross-references of the catalogue. */
import type { Random } from '@/core/random';

/** Pairs of numbers, in order. */
type Pairs = [number, number][];

/** 7,000 people and 9,500 mailings: hubs with fans of one tie each, one large component and many small ones. */
export function makeMailing(random: Random): { nodes: number; edges: Pairs } {
  const nodes = 7000;
  const edges: Pairs = [];
  const seen = new Set<number>();
  const add = (a: number, b: number): boolean => {
    if (a === b || seen.has(a * nodes + b)) return false;
    seen.add(a * nodes + b);
    edges.push([a, b]);
    return true;
  };
  const hubs = 60;
  const main = 5400;
  for (let v = hubs; v < main; v++) add(Math.floor(hubs * random.unit() * random.unit()), v);
  for (let h = 1; h < hubs; h++) add(random.below(h), h);
  // Small circles of three to eight.
  for (let v = main; v < nodes;) {
    const size = Math.min(nodes - v, 3 + random.below(6));
    for (let i = 1; i < size; i++) add(v + random.below(i), v + i);
    v += size;
  }
  while (edges.length < 9500) {
    const a = random.below(4) === 0 ? random.below(hubs) : hubs + random.below(1600);
    add(a, hubs + random.below(1600));
  }
  return { nodes, edges };
}

/** Entries that refer to each other: about 20 planted groups, few entries referred to very often. For trying out scale. */
export function makeCrossReferences(random: Random, nodes = 6000, count = 300_000): { nodes: number; edges: Pairs } {
  const groups = 20;
  const edges: Pairs = [];
  const seen = new Set<number>();
  while (edges.length < count) {
    const from = random.below(nodes);
    const group = random.below(10) < 8 ? from % groups : random.below(groups);
    const to = Math.floor((nodes / groups) * random.unit() ** 2.6) * groups + group;
    if (to >= nodes || to === from || seen.has(from * nodes + to)) continue;
    seen.add(from * nodes + to);
    edges.push([from, to]);
  }
  return { nodes, edges };
}
