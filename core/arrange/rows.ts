/** Groups in rows or columns, ordered so that ties cross less. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import type { Breath } from '../split';
import { groupsBy } from './columns';

const sweeps = 24;

export interface RowsSettings {
  by: string;
  upright: boolean;
  room: number;
  apart: number;
  /** Whether each row is as wide as the widest, its nodes evenly apart. */
  even?: boolean;
}

/**
 * Crossings of straight ties between different rows, where nodes stand in the order of `place` (Barth, Jünger & Mutzel 2002: pairs of ties in the wrong order,
 * counted by a tree of sums).
 */
export function crossings(net: Network, row: Uint32Array, place: Uint32Array): number {
  const between = new Map<number, [number, number][]>();
  const rows = 1 + row.reduce((most, r) => Math.max(most, r), 0);
  for (let e = 0; e < net.source.length; e++) {
    let [a, b] = [net.source[e], net.target[e]];
    if (row[a] === row[b]) continue;
    if (row[a] > row[b]) [a, b] = [b, a];
    const key = row[a] * rows + row[b];
    const list = between.get(key);
    if (list) list.push([place[a], place[b]]);
    else between.set(key, [[place[a], place[b]]]);
  }
  let count = 0;
  for (const ties of between.values()) {
    ties.sort((s, t) => s[0] - t[0] || s[1] - t[1]);
    const width = 1 + ties.reduce((most, [, b]) => Math.max(most, b), 0);
    const sums = new Float64Array(width + 1);
    let seen = 0;
    for (const [, b] of ties) {
      let before = 0;
      for (let i = b + 1; i > 0; i -= i & -i) before += sums[i];
      count += seen++ - before;
      for (let i = b + 1; i <= width; i += i & -i) sums[i]++;
    }
  }
  return count;
}

/** x and y of each node. Within its row each is drawn to the mean place of its neighbours in other rows, sweep after sweep; the order with the fewest crossings is kept. */
export async function rowsLayout(net: Network, settings: RowsSettings, breath: Breath): Promise<Float32Array> {
  const n = nodeCount(net);
  const { of: row, names } = groupsBy(net, settings.by);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const rows: number[][] = names.map(() => []);
  row.forEach((r, v) => rows[r].push(v));
  const place = new Uint32Array(n);
  /** Where nodes stand along their rows, the middle at 0. */
  const along = new Float64Array(n);
  const settle = (): void => {
    for (const set of rows) {
      set.forEach((v, i) => {
        place[v] = i;
        along[v] = i - (set.length - 1) / 2;
      });
    }
  };
  settle();
  let best = along.slice();
  let least = crossings(net, row, place);
  for (let sweep = 0; sweep < sweeps && least > 0; sweep++) {
    await breath.breathe(sweep / sweeps);
    const turn = sweep % 2 ? [...rows].reverse() : rows;
    for (const set of turn) {
      const wish = new Map<number, number>();
      for (const v of set) {
        let [sum, count] = [0, 0];
        for (let k = offsets[v]; k < offsets[v + 1]; k++) {
          if (row[to[k]] === row[v]) continue;
          sum += along[to[k]];
          count++;
        }
        wish.set(v, count ? sum / count : along[v]);
      }
      set.sort((a, b) => (wish.get(a) ?? 0) - (wish.get(b) ?? 0) || place[a] - place[b]);
      settle();
    }
    const now = crossings(net, row, place);
    if (now < least) [best, least] = [along.slice(), now];
  }
  const positions = new Float32Array(2 * n);
  const widest = rows.reduce((most, { length }) => Math.max(most, length), 1);
  const [main, cross] = settings.upright ? [1, 0] : [0, 1];
  for (let v = 0; v < n; v++) {
    const wider = settings.even && rows[row[v]].length > 1 ? (widest - 1) / (rows[row[v]].length - 1) : 1;
    positions[2 * v + main] = best[v] * settings.apart * wider;
    positions[2 * v + cross] = (row[v] - (names.length - 1) / 2) * settings.room;
  }
  return positions;
}
