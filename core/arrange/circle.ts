/** Nodes on a circle, ordered so that edges are short. */
import { type Adjacency, type Network, nodeCount, simpleAdjacency } from '../graph';
import type { Breath } from '../split';
import { groupsBy } from './columns';

/** Rounds of drawing nodes to the middle of their neighbours. */
const rounds = 24;

/** Nodes as a search in depth meets them, those of one group together: along a ring or a path it goes straight on. */
function inDepth({ offsets, to }: Adjacency, of: Uint32Array, groups: number): Uint32Array {
  const n = of.length;
  const met = new Uint8Array(n);
  const order: number[] = [];
  const stack: number[] = [];
  for (let first = 0; first < n; first++) {
    if (met[first]) continue;
    stack.push(first);
    for (let v = stack.pop(); v !== undefined; v = stack.pop()) {
      if (met[v]) continue;
      met[v] = 1;
      order.push(v);
      for (let k = offsets[v + 1] - 1; k >= offsets[v]; k--) if (!met[to[k]]) stack.push(to[k]);
    }
  }
  const sets: number[][] = Array.from({ length: groups }, () => []);
  for (const v of order) sets[of[v]].push(v);
  return Uint32Array.from(sets.flat());
}

/** Sum over edges of the places between their ends, the shorter way round. */
export function lengthAround({ offsets, to }: Adjacency, order: Uint32Array): number {
  const n = order.length;
  const place = new Uint32Array(n);
  order.forEach((v, i) => (place[v] = i));
  let sum = 0;
  for (let v = 0; v < n; v++) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const far = Math.abs(place[v] - place[to[k]]);
      sum += Math.min(far, n - far);
    }
  }
  return sum / 2;
}

/**
 * The order of nodes around a circle: groups after each other; within them each node drawn to the mean direction of its neighbours, round after round, as long as
 * the edges become shorter (a barycentre heuristic, as Sugiyama, Tagawa & Toda 1981 have for layers).
 */
export async function orderAround(net: Network, by: string | undefined, breath: Breath): Promise<Uint32Array> {
  const n = nodeCount(net);
  const rows = simpleAdjacency(net, 'both');
  const { of, names } = groupsBy(net, by);
  let best = inDepth(rows, of, names.length);
  let least = lengthAround(rows, best);
  let order = best;
  for (let round = 0; round < rounds && least > 0; round++) {
    await breath.breathe(round / rounds);
    const angle = new Float64Array(n);
    order.forEach((v, i) => (angle[v] = (2 * Math.PI * i) / n));
    const pulled = angle.slice();
    for (let v = 0; v < n; v++) {
      let [x, y] = [Math.cos(angle[v]), Math.sin(angle[v])];
      for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) {
        x += Math.cos(angle[rows.to[k]]);
        y += Math.sin(angle[rows.to[k]]);
      }
      // Seen from where it stands, so that a cut of the circle does not tear neighbours apart.
      let turn = Math.atan2(y, x) - angle[v];
      turn -= 2 * Math.PI * Math.round(turn / (2 * Math.PI));
      if (x * x + y * y > 1e-12) pulled[v] += turn;
    }
    order = order.slice().sort((a, b) => of[a] - of[b] || pulled[a] - pulled[b] || a - b);
    const length = lengthAround(rows, order);
    if (length < least) [best, least] = [order, length];
  }
  return best;
}

/** x and y of each node on one circle, `room` map units from neighbour to neighbour; a group and the next are twice as far apart. */
export async function circleLayout(
  net: Network,
  { by, room }: { by?: string; room: number },
  breath: Breath,
): Promise<Float32Array> {
  const n = nodeCount(net);
  const positions = new Float32Array(2 * n);
  if (n < 2) return positions;
  const order = await orderAround(net, by, breath);
  const { of, names } = groupsBy(net, by);
  const gaps = names.length > 1 ? names.length : 0;
  const steps = n + gaps;
  const radius = (room * steps) / (2 * Math.PI);
  let at = 0;
  order.forEach((v, i) => {
    if (gaps && i > 0 && of[v] !== of[order[i - 1]]) at++;
    const angle = (2 * Math.PI * at++) / steps - Math.PI / 2;
    positions[2 * v] = radius * Math.cos(angle);
    positions[2 * v + 1] = radius * Math.sin(angle);
  });
  return positions;
}
