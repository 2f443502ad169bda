/** What was found, as lists to take away. */
import type { Network } from '@/core/graph';
import type { Listed } from '@/ui/kit/list-away';
import type { PathAnswer, PathAsk } from '@/worker/client';

/** What a file is called by. */
export const awayNames: Record<PathAsk['find'], string> = {
  shortest: 'shortest paths',
  all: 'paths',
  cycles: 'cycles',
  tree: 'spanning tree',
  flow: 'smallest cut',
};

const tieHeads = (weightName: string): string[] => ['from', 'to', weightName];

/** Paths and cycles one in a row; of a flow the ties of the cut, of a tree its ties. */
export function listOf({ rows, flow, tree, edges }: PathAnswer, weightName: string, net?: Network): Listed {
  if (flow) return { heads: tieHeads(weightName), rows: flow.cut.map(({ from, to, weight }) => [from, to, weight]) };
  if (tree) {
    return {
      heads: tieHeads(weightName),
      rows: net ? edges.map((e) => [net.labels[net.source[e]], net.labels[net.target[e]], net.weight[e]]) : [],
    };
  }
  return {
    heads: ['from', 'to', 'steps', 'length', 'weakest tie', `${weightName} along the way`, 'nodes', 'ids', 'weights'],
    rows: rows.map(({ nodes, length, weights }) => [
      nodes[0].label,
      nodes[nodes.length - 1].label,
      nodes.length - 1,
      length,
      Math.min(...weights),
      weights.reduce((sum, one) => sum + one, 0),
      nodes.map(({ label }) => label).join('; '),
      nodes.map(({ id }) => id).join('; '),
      weights.join('; '),
    ]),
  };
}

/** Nodes by name and id. */
export function nodesList(net: Network, ids: readonly string[]): Listed {
  const place = new Map(net.ids.map((id, v) => [id, v]));
  return { heads: ['node', 'id'], rows: ids.map((id) => [net.labels[place.get(id) ?? -1] ?? id, id]) };
}
