/** Two networks side by side. */
import { combined } from '@/core/combine';
import { edgeJaccard, quadraticAssignment } from '@/core/compare';
import { columnTitle, computeFigures, figuresFor, plainOptions } from '@/core/measure';
import { type Network, edgeCount, isMeasured, nodeCount } from '@/core/graph';
import type { TextColumn } from '@/core/tables';
import type { Breath } from '@/core/split';
import type { Comparison } from './protocol';
import { own } from '@/core/own';

const mostRows = 10;

/** Permutations of the test, fewer where there are many ties. */
const drawsFor = (ties: number): number => Math.max(50, Math.min(500, Math.round(2e7 / (ties + 1))));

export async function comparison(here: Network, there: Network, name: string, breath: Breath): Promise<Comparison> {
  const { nodes, edges } = combined(here, there, { by: 'id', prefer: 'this', names: ['here', 'there'] });
  const only = (of: readonly [Int32Array, Int32Array]): [number, number, number] => {
    const counts: [number, number, number] = [0, 0, 0];
    of[0].forEach((a, i) => counts[a < 0 ? 1 : of[1][i] < 0 ? 0 : 2]++);
    return counts;
  };
  const named = (net: Network, mine: Int32Array, others: Int32Array): string[] =>
    Array.from(mine.keys())
      .filter((i) => mine[i] >= 0 && others[i] < 0)
      .map((i) => net.labels[mine[i]]);
  const shown = figuresFor(here, plainOptions).filter(
    (one) => one.part !== 'triads' && (one.cost !== 'searches' || small(here, there)),
  );
  const [a1, b1] = [
    await computeFigures(here, shown, breath, plainOptions),
    await computeFigures(there, shown, breath, plainOptions),
  ];
  const figures = shown.map(({ key, name: title, words }) => ({
    key,
    name: title,
    words,
    here: own(a1, key)?.value ?? null,
    there: own(b1, key)?.value ?? null,
  }));
  const placeOf = (net: Network): Map<string, number> => new Map(net.ids.map((id, v) => [id, v]));
  const [a, b] = [placeOf(here), placeOf(there)];
  const measures = here.nodeColumns.flatMap((col) => {
    const other = there.nodeColumns.find((one) => one.name === col.name);
    if (col.type !== 'number' || other?.type !== 'number' || !(isMeasured(col) || isMeasured(other))) return [];
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
    nodes: {
      both: nodesBoth,
      here: nodesHere ? named(here, nodes[0], nodes[1]) : [],
      there: nodesThere ? named(there, nodes[1], nodes[0]) : [],
    },
    edges: { both: edgesBoth, here: edgesHere, there: edgesThere },
    measures,
    jaccard: edgeJaccard(here, there),
    qap: await permuted(here, there, breath),
    flow: groupFlow(here, there, nodes),
  };
}

/** Searches from every node are done unasked in networks of this size only. */
const small = (...nets: Network[]): boolean => nets.every((net) => nodeCount(net) * edgeCount(net) < 2e8);

async function permuted(here: Network, there: Network, breath: Breath): Promise<Comparison['qap']> {
  const { values, ...rest } = await quadraticAssignment(
    here,
    there,
    { draws: drawsFor(edgeCount(here)), seed: 1, weights: false },
    breath,
  );
  return Number.isNaN(rest.correlation) || values.length === 0 ? undefined : rest;
}

/** How many nodes go from which group here to which there; undefined where one of the networks has no groups. */
function groupFlow(here: Network, there: Network, nodes: readonly [Int32Array, Int32Array]): Comparison['flow'] {
  const groups = (net: Network): TextColumn | undefined =>
    net.nodeColumns.find((col): col is TextColumn => col.name === 'group' && col.type === 'text');
  const [a, b] = [groups(here), groups(there)];
  if (!a || !b) return undefined;
  const nameOf = (col: TextColumn, v: number): string =>
    v < 0 ? absent : (col.dictionary[col.codes[v]] ?? 'no group');
  const counts = new Map<string, { from: string; to: string; count: number }>();
  nodes[0].forEach((v, i) => {
    const [from, to] = [nameOf(a, v), nameOf(b, nodes[1][i])];
    const key = JSON.stringify([from, to]);
    const one = counts.get(key) ?? { from, to, count: 0 };
    one.count++;
    counts.set(key, one);
  });
  return [...counts.values()].sort((x, y) => y.count - x.count);
}

const absent = 'not in this one';
