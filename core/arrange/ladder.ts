/** A network level by level: below all its nodes, above them what belongs together as one node each. */
import type { Adjacency, Components } from '../graph';
import { moveNodes } from '../groups/leiden';
import { type Level, aggregate, compact } from '../groups/levels';
import type { Random } from '../random';

/** Compressed rows whose weights are springs; `strength` is the mass of each node, that of all it stands for. */
export interface Rung extends Level {
  /** Node of the next rung that each node of this one is in; absent on the highest. */
  up?: Uint32Array;
}

/** A rung that is not smaller than this share of the one below is not worth its time. */
const worthwhile = 0.8;
/** Groups are taken small, so that each rung keeps what the one below will need. */
const resolution = 4;

/** The rungs from all nodes to at most `few`, as far as there are ties to gather by. A node's mass is 1 and the springs that pull at it. */
export function ladder(rows: Adjacency, random: Random, few: number): Rung[] {
  const n = rows.offsets.length - 1;
  const mass = new Float64Array(n);
  let all = 0;
  for (let v = 0; v < n; v++) {
    mass[v] = 1;
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) mass[v] += rows.weight[k];
    all += mass[v];
  }
  const rungs: Rung[] = [{ rows, strength: mass }];
  for (let rung = rungs[0]; rung.strength.length > few; rung = rungs[rungs.length - 1]) {
    const size = rung.strength.length;
    const up = Uint32Array.from({ length: size }, (_, v) => v);
    moveNodes(rung, up, resolution / all, random);
    const count = compact(up);
    if (count > worthwhile * size) break;
    rung.up = up;
    rungs.push(aggregate(rung, up, count));
  }
  return rungs;
}

/** Node of a rung that each of the lowest is in. */
export function nodesAt(rungs: readonly Rung[], level: number): Uint32Array {
  const of = Uint32Array.from({ length: rungs[0].strength.length }, (_, v) => v);
  for (const { up } of rungs.slice(0, level)) if (up) for (let v = 0; v < of.length; v++) of[v] = up[of[v]];
  return of;
}

/** Components of the highest rung: nodes are gathered along ties, so each lies in one. */
export function partsAt(parts: Components, of: Uint32Array, count: number): Components {
  const above = new Uint32Array(count);
  of.forEach((node, v) => (above[node] = parts.of[v]));
  return { of: above, sizes: parts.sizes };
}

/** Places for the nodes of a rung from those of the next: spread at random over the room that their share of the mass has. x, y of each node. */
export function spreadOut(
  above: Float64Array,
  { up, strength }: Rung,
  higher: Rung,
  all: number,
  random: Random,
): Float64Array {
  const at = new Float64Array(2 * strength.length);
  for (let v = 0; v < strength.length; v++) {
    const node = up ? up[v] : v;
    const share = higher.strength[node] > strength[v] ? Math.sqrt(higher.strength[node] / all) : 0;
    const angle = 2 * Math.PI * random.unit();
    const radius = 0.8 * share * Math.sqrt(random.unit());
    at[2 * v] = above[2 * node] + radius * Math.cos(angle);
    at[2 * v + 1] = above[2 * node + 1] + radius * Math.sin(angle);
  }
  return at;
}

/** Moves the nodes of every part but the largest to about where its first node is: parts that begin as a heap need not be pulled together. Changes `at`. */
export function together(at: Float64Array, { of, sizes }: Components, random: Random): void {
  const all = sizes.reduce((sum, size) => sum + size, 0);
  const first = new Map<number, readonly [number, number]>();
  for (let v = 0; v < of.length; v++) {
    const part = of[v];
    if (part === 0) continue;
    const middle = first.get(part);
    if (!middle) {
      first.set(part, [at[2 * v], at[2 * v + 1]]);
      continue;
    }
    const radius = 0.5 * Math.sqrt(sizes[part] / all);
    at[2 * v] = middle[0] + radius * (random.unit() - 0.5);
    at[2 * v + 1] = middle[1] + radius * (random.unit() - 0.5);
  }
}
