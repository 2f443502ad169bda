/** Spanning trees, flows and cuts. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import { Fault } from '../fault';
import { weightsOfZeroOrMore } from './lengths';

/**
 * Edges of a minimum or maximum spanning forest by weight, direction ignored (Kruskal 1956); 1 for those in it. Of equal weights the earlier edge is taken.
 */
export function spanningForest(net: Network, which: 'minimum' | 'maximum'): Uint8Array {
  const { source, target, weight } = net;
  const order = Uint32Array.from({ length: source.length }, (_, e) => e);
  const sign = which === 'minimum' ? 1 : -1;
  order.sort((a, b) => sign * (weight[a] - weight[b]) || a - b);
  const parent = Uint32Array.from({ length: nodeCount(net) }, (_, v) => v);
  const root = (v: number): number => {
    while (parent[v] !== v) v = parent[v] = parent[parent[v]];
    return v;
  };
  const inside = new Uint8Array(source.length);
  for (const e of order) {
    const [a, b] = [root(source[e]), root(target[e])];
    if (a === b) continue;
    parent[a] = b;
    inside[e] = 1;
  }
  return inside;
}

export interface Flow {
  value: number;
  /** Flow over each edge of the network, against it below 0 (undirected edges only). */
  edges: Float64Array;
  /** 1 for nodes on the source's side of the minimum cut. */
  side: Uint8Array;
  /** Edges of the minimum cut. */
  cut: number[];
}

/**
 * Largest flow between two nodes with edges' weights as capacities, or 1 each, and a smallest cut (Dinic 1970; Ford & Fulkerson 1956). An undirected edge
 * carries its capacity either way. A Fault where both ends are one node, or a weight is below 0.
 */
export function maximumFlow(net: Network, from: number, to: number, capacities: 'weights' | 'ones'): Flow {
  if (from === to) throw new Fault('A flow runs between two different nodes. Choose another end.');
  if (capacities === 'weights') weightsOfZeroOrMore(net, 'A flow');
  const n = nodeCount(net);
  const m = net.source.length;
  // Arc 2e runs along edge e, arc 2e + 1 against it; what one carries the other can give back.
  const room = new Float64Array(2 * m);
  for (let e = 0; e < m; e++) {
    const c = capacities === 'ones' ? 1 : net.weight[e];
    room[2 * e] = c;
    room[2 * e + 1] = net.directed ? 0 : c;
  }
  const whole = room.slice();
  const offsets = new Uint32Array(n + 1);
  for (let e = 0; e < m; e++) {
    offsets[net.source[e] + 1]++;
    offsets[net.target[e] + 1]++;
  }
  for (let v = 0; v < n; v++) offsets[v + 1] += offsets[v];
  const at = offsets.slice(0, n);
  const arcs = new Uint32Array(2 * m);
  for (let e = 0; e < m; e++) {
    arcs[at[net.source[e]]++] = 2 * e;
    arcs[at[net.target[e]]++] = 2 * e + 1;
  }
  const head = (arc: number): number => (arc & 1 ? net.source[arc >> 1] : net.target[arc >> 1]);
  const level = new Int32Array(n);
  const next = new Uint32Array(n);
  let value = 0;
  const tiny = 1e-12;
  const layered = (): boolean => {
    level.fill(-1);
    level[from] = 0;
    const queue = [from];
    for (const v of queue) {
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        const u = head(arcs[k]);
        if (level[u] >= 0 || room[arcs[k]] <= tiny) continue;
        level[u] = level[v] + 1;
        queue.push(u);
      }
    }
    return level[to] >= 0;
  };
  const trail: number[] = [];
  while (layered()) {
    next.set(offsets.subarray(0, n));
    let v = from;
    trail.length = 0;
    for (;;) {
      if (v === to) {
        let most = Infinity;
        for (const arc of trail) most = Math.min(most, room[arc]);
        for (const arc of trail) {
          room[arc] -= most;
          room[arc ^ 1] += most;
        }
        value += most;
        v = from;
        trail.length = 0;
        continue;
      }
      if (next[v] < offsets[v + 1]) {
        const arc = arcs[next[v]];
        const u = head(arc);
        if (room[arc] > tiny && level[u] === level[v] + 1) {
          trail.push(arc);
          v = u;
        } else next[v]++;
        continue;
      }
      if (v === from) break;
      const arc = trail.pop() as number;
      v = head(arc ^ 1);
      next[v]++;
    }
  }
  const side = Uint8Array.from(level, (l) => (l >= 0 ? 1 : 0));
  const cut: number[] = [];
  const edges = new Float64Array(m);
  for (let e = 0; e < m; e++) {
    edges[e] = whole[2 * e] - room[2 * e];
    const [a, b] = [side[net.source[e]], side[net.target[e]]];
    if (whole[2 * e] > 0 && (net.directed ? a === 1 && b === 0 : a !== b)) cut.push(e);
  }
  return { value, edges, side, cut };
}

/** Edges that must go before no path is left between two nodes: the largest flow with capacity 1 on each tie of the simple view (Menger 1927). */
export function edgeConnectivity(net: Network, from: number, to: number): number {
  const { offsets, to: ends } = simpleAdjacency(net, 'out');
  const source: number[] = [];
  const target: number[] = [];
  for (let v = 0; v + 1 < offsets.length; v++) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (!net.directed && ends[k] < v) continue;
      source.push(v);
      target.push(ends[k]);
    }
  }
  const simple = {
    ...net,
    source: Uint32Array.from(source),
    target: Uint32Array.from(target),
    weight: new Float64Array(source.length).fill(1),
  };
  return maximumFlow(simple, from, to, 'ones').value;
}

/** Edges between two nodes in the given direction, or in either; undirected ones always. */
export function edgesBetween(net: Network, a: number, b: number, either: boolean): number[] {
  const found: number[] = [];
  for (let e = 0; e < net.source.length; e++) {
    const along = net.source[e] === a && net.target[e] === b;
    const against = net.source[e] === b && net.target[e] === a;
    if (along || (against && (either || !net.directed))) found.push(e);
  }
  return found;
}
