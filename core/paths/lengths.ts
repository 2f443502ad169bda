/** Lengths of edges for shortest paths. */
import { type Adjacency, type Direction, type Network, adjacency, keptFor, simpleAdjacency } from '../graph';
import { Fault } from '../fault';

/** What the weights of edges mean to paths: a tie's strength (long when weak), a distance, or nothing. */
export type WeightAs = 'strength' | 'distance' | 'none';

/** Lengths that differ by less than this share of themselves are equal: 0.1 + 0.2 against 0.3. */
export const lengthTolerance = 1e-10;

/**
 * Compressed rows of the simple view whose `weight` is each edge's length: 1 / w for strengths, with parallel edges' weights summed; w for distances,
 * with the shortest of parallel edges; 1 where weights are ignored. Throws a Fault that names the edge where a weight is not above 0.
 */
export function lengthRows(net: Network, direction: Direction, as: WeightAs): Adjacency {
  const dir = net.directed ? direction : 'both';
  return keptFor(net, `lengths ${as} ${dir}`, () => {
    const rows = simpleAdjacency(net, dir);
    if (as === 'none') return { ...rows, weight: new Float64Array(rows.to.length).fill(1) };
    positiveWeights(net);
    if (as === 'strength') return { ...rows, weight: rows.weight.map((w) => 1 / w) };
    const whole = adjacency(net, dir);
    const nearest = new Float64Array(net.ids.length).fill(Infinity);
    const weight = new Float64Array(rows.to.length);
    for (let v = 0; v + 1 < rows.offsets.length; v++) {
      for (let k = whole.offsets[v]; k < whole.offsets[v + 1]; k++) {
        const u = whole.to[k];
        if (whole.weight[k] < nearest[u]) nearest[u] = whole.weight[k];
      }
      for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) weight[k] = nearest[rows.to[k]];
      for (let k = whole.offsets[v]; k < whole.offsets[v + 1]; k++) nearest[whole.to[k]] = Infinity;
    }
    return { ...rows, weight };
  });
}

/** Throws a Fault that names the first edge whose weight is not a number above 0; loops aside, as no path uses them. */
export function positiveWeights(net: Network): void {
  const e = net.weight.findIndex((w, i) => !(w > 0 && w < Infinity) && net.source[i] !== net.target[i]);
  if (e < 0) return;
  throw new Fault(
    `Distances need weights above 0; the edge ${net.labels[net.source[e]]} – ${net.labels[net.target[e]]} has ${net.weight[e]}. Leave such edges out with a Keep step, or ignore the weights.`,
  );
}

/** Throws a Fault that names the first edge whose weight is below 0, or no number. */
export function weightsOfZeroOrMore(net: Network, what: string): void {
  const e = net.weight.findIndex((w) => !(w >= 0 && w < Infinity));
  if (e < 0) return;
  throw new Fault(
    `${what} needs weights of 0 or more; the edge ${net.labels[net.source[e]]} – ${net.labels[net.target[e]]} has ${net.weight[e]}. Leave such edges out with a Keep step, or ignore the weights.`,
  );
}
