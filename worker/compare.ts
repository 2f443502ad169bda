/** Two networks side by side. */
import { combined } from '@/core/combine';
import { columnTitle, wholeFigures } from '@/core/measure';
import { type Network, components, nodeCount } from '@/core/graph';
import type { Comparison } from './protocol';

const mostNamed = 500;
const mostRows = 10;

export function comparison(here: Network, there: Network, name: string): Comparison {
  const { nodes, edges } = combined(here, there, { by: 'id', prefer: 'this', names: ['here', 'there'] });
  const only = (of: readonly [Int32Array, Int32Array]): [number, number, number] => {
    const counts: [number, number, number] = [0, 0, 0];
    of[0].forEach((a, i) => counts[a < 0 ? 1 : of[1][i] < 0 ? 0 : 2]++);
    return counts;
  };
  const named = (net: Network, mine: Int32Array, others: Int32Array): string[] =>
    Array.from(mine.keys())
      .filter((i) => mine[i] >= 0 && others[i] < 0)
      .slice(0, mostNamed)
      .map((i) => net.labels[mine[i]]);
  const largest = (net: Network): number => components(net).sizes[0] ?? 0;
  const figures = [
    ...wholeFigures.map(({ key, name: title, compute }) => ({ key, name: title, here: compute(here), there: compute(there) })), // prettier-ignore
    { key: 'largest_component', name: 'Largest component', here: largest(here), there: largest(there) },
  ];
  const placeOf = (net: Network): Map<string, number> => new Map(net.ids.map((id, v) => [id, v]));
  const [a, b] = [placeOf(here), placeOf(there)];
  const measures = here.nodeColumns.flatMap((col) => {
    const other = there.nodeColumns.find((one) => one.name === col.name);
    if (col.type !== 'number' || other?.type !== 'number' || !(col.name in here.origins || col.name in there.origins))
      return [];
    const highest = (net: Network, values: Float64Array): string[] =>
      Array.from({ length: nodeCount(net) }, (_, v) => v)
        .sort((x, y) => values[y] - values[x])
        .slice(0, mostRows)
        .map((v) => net.ids[v]);
    const ids = [...new Set([...highest(here, col.values), ...highest(there, other.values)])].slice(0, 2 * mostRows);
    const value = (places: Map<string, number>, values: Float64Array, id: string): number | null => {
      const v = places.get(id);
      return v === undefined || Number.isNaN(values[v]) ? null : values[v];
    };
    const rows = ids.map((id) => {
      const v = a.get(id);
      return {
        label: v === undefined ? there.labels[b.get(id) ?? 0] : here.labels[v],
        here: value(a, col.values, id),
        there: value(b, other.values, id),
      };
    });
    return [{ column: columnTitle(col.name), rows }];
  });
  const [nodesHere, nodesThere, nodesBoth] = only(nodes);
  const [edgesHere, edgesThere, edgesBoth] = only(edges);
  return {
    name,
    figures,
    nodes: { both: nodesBoth, here: nodesHere ? named(here, nodes[0], nodes[1]) : [], there: nodesThere ? named(there, nodes[1], nodes[0]) : [] }, // prettier-ignore
    edges: { both: edgesBoth, here: edgesHere, there: edgesThere },
    measures,
  };
}
