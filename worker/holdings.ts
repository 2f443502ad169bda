/** What a network holds, for the editors of the steps that read it. */
import { type Network, edgeCount, nodeCount } from '@/core/graph';
import { degreesOf } from '@/core/measure/degree';
import { sidesOf } from '@/core/measure/two-mode';
import { categories } from '@/core/style';
import { type Column, distribution } from '@/core/tables';
import type { ColumnHoldings, Holdings } from './protocol';

export const emptyNetwork: Network = {
  directed: false,
  ids: [],
  labels: [],
  source: new Uint32Array(0),
  target: new Uint32Array(0),
  weight: new Float64Array(0),
  weightName: 'weight',
  nodeColumns: [],
  edgeColumns: [],
};

const mostValues = 300;

/** By the network they are of: every editor that is opened asks for them, and again with every change. */
const described = new WeakMap<Network, Holdings>();

export function holdingsOf(net: Network): Holdings {
  const held = described.get(net) ?? holdingsIn(net);
  described.set(net, held);
  return held;
}

function holdingsIn(net: Network): Holdings {
  const describe = (col: Column): ColumnHoldings => {
    const amounts = col.type === 'number' || col.type === 'date';
    return {
      name: col.name,
      type: col.type,
      ...(col.type === 'text' && col.as === 'picture' ? { pictures: true } : {}),
      values: amounts ? [] : categories(col).slice(0, mostValues),
      distribution: distribution(col),
    };
  };
  return {
    nodes: nodeCount(net),
    edges: edgeCount(net),
    directed: net.directed,
    ...(net.sides ? { sides: sidesIn(net) } : {}),
    nodeColumns: net.nodeColumns.map(describe),
    edgeColumns: net.edgeColumns.map(describe),
    degree: distribution({ type: 'number', name: 'degree', values: degreesOf(net) }),
    degrees: tally(degreesOf(net)),
  };
}

/** Each value once, rising, and how often it is there. */
function tally(values: Float64Array): [value: number, times: number][] {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].sort(([a], [b]) => a - b);
}

function sidesIn(net: Network): Holdings['sides'] {
  const [a, b] = net.sides ?? ['', ''];
  const { sizes } = sidesOf(net);
  return [
    { name: a, nodes: sizes[0] },
    { name: b, nodes: sizes[1] },
  ];
}
