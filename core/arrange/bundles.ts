/** Edges bundled along paths of the network. */
import { type Network, nodeCount } from '../graph';
import type { Breath } from '../split';
import type { Routes } from '../graph';

/** A way around is taken where it is no longer than this many times the edge. */
const longest = 2;
/** Points of a smooth line between one node of the way and the next. */
const smooth = 4;

/**
 * Edge-path bundling (Wallinger, Archambault, Auber, Nöllenburg & Peltonen 2022): from the longest edge to the shortest, an edge is drawn along the shortest path
 * between its ends over other edges, lengths squared, where that is at most twice as long; the edges of such a path stay straight. Drawn as a Bézier curve
 * over the nodes of the path. Loops, and of parallel edges all but the first, keep the lines they have.
 */
export async function bundlesOf(net: Network, positions: Float32Array, breath: Breath): Promise<Routes> {
  const n = nodeCount(net);
  const m = net.source.length;
  const length = new Float64Array(m);
  const first = new Uint8Array(m);
  const seen = new Set<number>();
  for (let e = 0; e < m; e++) {
    const [a, b] = [net.source[e], net.target[e]];
    length[e] = away(positions, a, b);
    const key = Math.min(a, b) * n + Math.max(a, b);
    if (a === b || seen.has(key)) continue;
    seen.add(key);
    first[e] = 1;
  }
  const ways = waysOver(net, first);
  const order = Array.from({ length: m }, (_, e) => e).filter((e) => first[e]);
  order.sort((e, f) => length[f] - length[e] || e - f);
  const state = new Uint8Array(m);
  const found: (number[] | undefined)[] = new Array<number[] | undefined>(m);
  const search = new Search(n);
  for (const [i, e] of order.entries()) {
    if (i % 64 === 0) await breath.breathe(i / order.length);
    if (state[e] === straight) continue;
    state[e] = left;
    const path = search.path(net, ways, e, { positions, length, state });
    if (!path) {
      state[e] = open;
      continue;
    }
    for (const over of path.edges) state[over] = straight;
    found[e] = curve(path.nodes, positions);
  }
  const offsets = new Uint32Array(m + 1);
  for (let e = 0; e < m; e++) offsets[e + 1] = offsets[e] + (found[e]?.length ?? 0) / 2;
  const points = new Float32Array(2 * offsets[m]);
  found.forEach((way, e) => way && points.set(way, 2 * offsets[e]));
  return { offsets, points };
}

/** What became of an edge: nothing yet, part of another one's way, drawn along a way of its own. */
const [open, straight, left] = [0, 1, 2];

const away = (at: Float32Array, a: number, b: number): number => {
  const [dx, dy] = [at[2 * a] - at[2 * b], at[2 * a + 1] - at[2 * b + 1]];
  return Math.sqrt(dx * dx + dy * dy);
};

interface Ways {
  offsets: Uint32Array;
  edges: Uint32Array;
}

/** The edges at each node, of those that are marked. */
function waysOver(net: Network, marked: Uint8Array): Ways {
  const offsets = new Uint32Array(nodeCount(net) + 1);
  const each = (work: (v: number, e: number) => void): void =>
    marked.forEach((one, e) => {
      if (!one) return;
      work(net.source[e], e);
      work(net.target[e], e);
    });
  each((v) => offsets[v + 1]++);
  for (let v = 0; v + 1 < offsets.length; v++) offsets[v + 1] += offsets[v];
  const next = offsets.slice(0, -1);
  const edges = new Uint32Array(offsets[offsets.length - 1]);
  each((v, e) => (edges[next[v]++] = e));
  return { offsets, edges };
}

/** Dijkstra's search, with its memory kept from one to the next. */
class Search {
  private readonly cost: Float64Array;
  private readonly drawn: Float64Array;
  private readonly over: Int32Array;
  private readonly touched: number[] = [];
  private readonly heap: number[] = [];

  constructor(n: number) {
    this.cost = new Float64Array(n).fill(Infinity);
    this.drawn = new Float64Array(n);
    this.over = new Int32Array(n).fill(-1);
  }

  /** The way between the ends of an edge, squares of lengths added; undefined where it is longer than allowed. */
  path(
    { source, target }: Network,
    ways: Ways,
    edge: number,
    { positions, length, state }: { positions: Float32Array; length: Float64Array; state: Uint8Array },
  ): { nodes: number[]; edges: number[] } | undefined {
    const [start, end] = [source[edge], target[edge]];
    const most = longest * length[edge];
    for (const v of this.touched) {
      this.cost[v] = Infinity;
      this.over[v] = -1;
    }
    this.touched.length = 0;
    this.heap.length = 0;
    this.cost[start] = this.drawn[start] = 0;
    this.touched.push(start);
    this.push(start);
    while (this.heap.length) {
      const v = this.pop();
      if (v === end) break;
      for (let k = ways.offsets[v]; k < ways.offsets[v + 1]; k++) {
        const e = ways.edges[k];
        if (state[e] === left) continue;
        const u = source[e] === v ? target[e] : source[e];
        const drawn = this.drawn[v] + length[e];
        // No way on from here can be short enough.
        if (drawn + away(positions, u, end) > most) continue;
        const cost = this.cost[v] + length[e] * length[e];
        if (cost >= this.cost[u]) continue;
        if (this.cost[u] === Infinity) this.touched.push(u);
        this.cost[u] = cost;
        this.drawn[u] = drawn;
        this.over[u] = e;
        this.push(u);
      }
    }
    if (this.over[end] < 0) return undefined;
    const [nodes, edges] = [[end], [] as number[]];
    for (let v = end; v !== start;) {
      const e = this.over[v];
      edges.push(e);
      v = source[e] === v ? target[e] : source[e];
      nodes.push(v);
    }
    return { nodes: nodes.reverse(), edges };
  }

  private push(v: number): void {
    const { heap, cost } = this;
    heap.push(v);
    for (let i = heap.length - 1; i > 0;) {
      const up = (i - 1) >> 1;
      if (cost[heap[up]] <= cost[heap[i]]) break;
      [heap[up], heap[i]] = [heap[i], heap[up]];
      i = up;
    }
  }

  private pop(): number {
    const { heap, cost } = this;
    const top = heap[0];
    const last = heap.pop() as number;
    if (heap.length) {
      heap[0] = last;
      for (let i = 0; ;) {
        let least = i;
        for (const below of [2 * i + 1, 2 * i + 2])
          if (below < heap.length && cost[heap[below]] < cost[heap[least]]) least = below;
        if (least === i) break;
        [heap[least], heap[i]] = [heap[i], heap[least]];
        i = least;
      }
    }
    return top;
  }
}

/** Points of the Bézier curve over the nodes, by de Casteljau's steps; its ends left out. */
function curve(nodes: readonly number[], at: Float32Array): number[] {
  const pieces = Math.min(40, smooth * (nodes.length - 1));
  const points: number[] = [];
  const [x, y] = [new Float64Array(nodes.length), new Float64Array(nodes.length)];
  for (let i = 1; i < pieces; i++) {
    const t = i / pieces;
    nodes.forEach((v, k) => {
      x[k] = at[2 * v];
      y[k] = at[2 * v + 1];
    });
    for (let size = nodes.length - 1; size > 0; size--)
      for (let k = 0; k < size; k++) {
        x[k] += t * (x[k + 1] - x[k]);
        y[k] += t * (y[k + 1] - y[k]);
      }
    points.push(x[0], y[0]);
  }
  return points;
}
