import { coreNumbers, type Network, nodeCount, simpleAdjacency } from '../graph';
import type { Measure } from './measure';
import { short } from './words';

/** Core numbers by the edges that arrive, or that leave: the greatest k such that the node is left when those with fewer than k of them inside are taken away again and again. */
export function directedCores(net: Network, way: 'in' | 'out'): Float64Array {
  const counted = simpleAdjacency(net, way);
  const onward = simpleAdjacency(net, way === 'in' ? 'out' : 'in');
  const n = nodeCount(net);
  const degree = Float64Array.from({ length: n }, (_, v) => counted.offsets[v + 1] - counted.offsets[v]);
  const gone = new Uint8Array(n);
  const core = new Float64Array(n);
  let most = 0;
  for (const d of degree) if (d > most) most = d;
  const shelves: number[][] = Array.from({ length: most + 1 }, () => []);
  for (let v = 0; v < n; v++) shelves[degree[v]].push(v);
  for (let d = 0; d <= most; d++) {
    const shelf = shelves[d];
    for (let v = shelf.pop(); v !== undefined; v = shelf.pop()) {
      if (gone[v] || degree[v] > d) continue;
      gone[v] = 1;
      core[v] = d;
      for (let k = onward.offsets[v]; k < onward.offsets[v + 1]; k++) {
        const u = onward.to[k];
        if (gone[u] || degree[u] <= d) continue;
        degree[u]--;
        shelves[degree[u]].push(u);
      }
    }
  }
  return core;
}

export const coreNumber: Measure = {
  key: 'core_number',
  lead: (_name, top) => `The innermost core has number ${short(top)}.`,
  name: 'Core number',
  question: 'core',
  on: 'nodes',
  cost: 'edges',
  words:
    'The greatest k for which a node belongs to the k-core, the part in which everyone has at least k neighbours within it. Peels the network like an onion.',
  formula:
    'largest k such that v is left when nodes of degree below k are taken away again and again; in and out: by those edges only',
  source: 'Seidman 1983; computed after Batagelj & Zaveršnik 2003',
  reads: 'the undirected simple view; by incoming and by outgoing edges, the directed one',
  high: 'In the thick of it: tied to many who are tied to many.',
  low: 'At the fringe; 0 for isolates, 1 on hanging chains.',
  beware: 'Two separate dense parts can share the highest number: a core need not hang together.',
  columns: [
    { key: 'core_number', name: 'Core number' },
    { key: 'in_core_number', name: 'Core number, incoming', directedOnly: true },
    { key: 'out_core_number', name: 'Core number, outgoing', directedOnly: true },
  ],
  compute: (net) => {
    const plain = Float64Array.from(coreNumbers(net));
    return net.directed ? [plain, directedCores(net, 'in'), directedCores(net, 'out')] : [plain, plain, plain];
  },
};
