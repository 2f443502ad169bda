/** How surprising an edge's share of its end's strength is. */
import { type Network, groupedPairs, nodeCount } from '../graph';
import { Fault } from '../fault';

/** Strength and number of edges at one end of all nodes. */
class Ends {
  private readonly sum: Float64Array;
  private readonly edges: Uint32Array;
  /** The weight last asked for at each node, and what came of it: powers are dear, and many edges weigh the same. */
  private readonly asked: Float64Array;
  private readonly found: Float64Array;
  constructor(nodes: number) {
    this.sum = new Float64Array(nodes);
    this.edges = new Uint32Array(nodes);
    this.asked = new Float64Array(nodes);
    this.found = new Float64Array(nodes);
  }
  add(node: number, weight: number): void {
    this.sum[node] += weight;
    this.edges[node]++;
  }
  chance(node: number, weight: number): number {
    if (this.edges[node] < 2) return 1;
    if (this.asked[node] !== weight) {
      this.asked[node] = weight;
      this.found[node] = (1 - weight / this.sum[node]) ** (this.edges[node] - 1);
    }
    return this.found[node];
  }
}

/**
 * How likely each edge's share of its end's strength would be if strength were spread at random over the k edges there: (1 − w/s)^(k − 1), the smaller of
 * both ends; of a directed network out of the source and into the target (Serrano, Boguñá and Vespignani 2009). Parallel edges count as one; loops and
 * the only edge of both ends have 1.
 */
export function disparity(net: Network, step?: string): Float64Array {
  const m = net.source.length;
  const n = nodeCount(net);
  let bad = 0;
  while (bad < m && net.weight[bad] > 0) bad++;
  if (bad < m) {
    throw new Fault(
      `The backbone needs weights above 0; the edge ${net.labels[net.source[bad]]} – ${net.labels[net.target[bad]]} has ${net.weight[bad]}. Leave such edges out before.`,
      step,
    );
  }
  const a = net.source.slice();
  const b = net.target.slice();
  if (!net.directed) {
    for (let e = 0; e < m; e++) {
      if (a[e] <= b[e]) continue;
      a[e] = net.target[e];
      b[e] = net.source[e];
    }
  }
  const { of, count } = groupedPairs(a, b, n);
  const weight = new Float64Array(count);
  const from = new Uint32Array(count);
  const to = new Uint32Array(count);
  for (let e = 0; e < m; e++) {
    weight[of[e]] += net.weight[e];
    from[of[e]] = a[e];
    to[of[e]] = b[e];
  }
  // Undirected: both ends count into the same sums.
  const out = new Ends(n);
  const into = net.directed ? new Ends(n) : out;
  for (let p = 0; p < count; p++) {
    if (from[p] === to[p]) continue;
    out.add(from[p], weight[p]);
    into.add(to[p], weight[p]);
  }
  const values = new Float64Array(m);
  for (let e = 0; e < m; e++) {
    const p = of[e];
    values[e] = from[p] === to[p] ? 1 : Math.min(out.chance(from[p], weight[p]), into.chance(to[p], weight[p]));
  }
  return values;
}
