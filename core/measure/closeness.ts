import { type Network, nodeCount, simpleAdjacency } from '../graph';
import type { Spread } from '../paths/sweep';
import type { WeightAs } from '../paths/lengths';
import type { Breath } from '../split';
import type { Measure } from './measure';
import { percent } from './words';

/** Closeness after Wasserman and Faust 1994: (r / (n−1)) · (r / Σd) over the r other nodes reached; 0 where none is. */
export function closenessOf({ reached, sum }: Spread): Float64Array {
  const n = reached.length;
  return reached.map((r, v) => (r > 0 ? ((r / (n - 1)) * r) / sum[v] : 0));
}

/** Σ 1/d over the other nodes, divided by n − 1; 0 in a network of one node. */
export function harmonicOf({ inverse }: Spread): Float64Array {
  const n = inverse.length;
  return inverse.map((total) => (n > 1 ? total / (n - 1) : 0));
}

/** Loaded when it is run: a page that only speaks of measures does without. */
const sweeping = () => import('../paths/sweep');

const both = async (
  net: Network,
  breath: Breath,
  as: WeightAs,
  of: (spread: Spread) => Float64Array,
): Promise<Float64Array[]> => {
  const { out, into } = await (await sweeping()).sweep(net, as, 'out', breath);
  return [of(out), of(into)];
};

const shared = {
  question: 'centre',
  on: 'nodes',
  uses: ['undirected'],
  high: 'Few steps lead to everyone: news from here is everywhere soon.',
  low: 'Out of the way, or in a small part of the network; 0 for a node that reaches nobody.',
  reads:
    'shortest paths along outgoing edges (the versions “from others”: along incoming ones); parallel edges once, loops left out',
} as const;
const closenessWords = {
  formula: 'C(v) = (r / (n−1)) · (r / Σ d(v,u)) over the r other nodes u that v reaches',
  source: 'Wasserman & Faust 1994, after Freeman 1978',
  beware:
    'In networks that fall into parts, small parts are pressed down by the share they reach. Differences are often small: look at the ranks.',
};
const harmonicWords = {
  formula: 'H(v) = Σ 1 / d(v,u) over u ≠ v, divided by n − 1; what is not reached adds 0',
  source: 'Marchiori & Latora 2000; Rochat 2009',
  beware: 'Direct neighbours weigh much: a hub at the edge of the network can outrank a node in its middle.',
};

export const closeness: Measure = {
  ...shared,
  ...closenessWords,
  key: 'closeness',
  name: 'Closeness',
  cost: 'searches',
  words:
    'How near a node is to all others it can reach, and how many these are. From others means the same along incoming edges.',
  columns: [
    { key: 'closeness', name: 'Closeness' },
    { key: 'in_closeness', name: 'Closeness from others', directedOnly: true },
  ],
  compute: (net, breath) => both(net, breath, 'none', closenessOf),
};

export const harmonic: Measure = {
  ...shared,
  ...harmonicWords,
  key: 'harmonic_closeness',
  name: 'Harmonic closeness',
  cost: 'searches',
  words:
    'The mean nearness of all others, a neighbour counting 1, two steps ½, and those out of reach 0. It needs no exception for networks that fall into parts.',
  columns: [
    { key: 'harmonic_closeness', name: 'Harmonic closeness' },
    { key: 'in_harmonic_closeness', name: 'Harmonic closeness from others', directedOnly: true },
  ],
  compute: (net, breath) => both(net, breath, 'none', harmonicOf),
};

const byLength = {
  weighted: true,
  cost: 'long searches',
  uses: ['undirected', 'weightAs'],
  high: 'Short ways over strong ties lead to everyone.',
  low: 'Far from the others by length, or in a small part of the network; 0 for a node that reaches nobody.',
  reads:
    'shortest paths by length along outgoing edges: 1 / w of strengths, parallel ones summed; w of distances, the shortest of parallel ones',
} as const;

export const closenessWeighted: Measure = {
  ...shared,
  ...closenessWords,
  ...byLength,
  key: 'closeness_weighted',
  name: 'Closeness by length',
  words:
    'How near a node is to all others it can reach, where strong ties are short ones. Its size depends on the unit of the weights.',
  columns: [
    { key: 'closeness_weighted', name: 'Closeness by length' },
    { key: 'in_closeness_weighted', name: 'Closeness by length from others', directedOnly: true },
  ],
  compute: (net, breath, { weightAs }) => both(net, breath, weightAs, closenessOf),
};

export const harmonicWeighted: Measure = {
  ...shared,
  ...harmonicWords,
  ...byLength,
  key: 'harmonic_closeness_weighted',
  name: 'Harmonic closeness by length',
  words:
    'The mean nearness of all others, where strong ties are short ones. Its size depends on the unit of the weights.',
  columns: [
    { key: 'harmonic_closeness_weighted', name: 'Harmonic closeness by length' },
    { key: 'in_harmonic_closeness_weighted', name: 'Harmonic closeness by length from others', directedOnly: true },
  ],
  compute: (net, breath, { weightAs }) => both(net, breath, weightAs, harmonicOf),
};

export const eccentricity: Measure = {
  ...shared,
  key: 'eccentricity',
  reads: 'shortest paths along outgoing edges, weights ignored; parallel edges once, loops left out',
  name: 'Eccentricity',
  cost: 'searches',
  words:
    'The number of steps to the farthest node that can be reached. The least value marks the middle of the network, the greatest its diameter.',
  formula: 'e(v) = max d(v,u) over the nodes u that v reaches; 0 where there is none',
  source: 'Harary 1969',
  high: 'At the rim of the network.',
  low: 'In the middle; but also 0 or 1 in tiny parts.',
  beware: 'Read it within one connected part: in a small part nobody can be far away.',
  columns: [{ key: 'eccentricity', name: 'Eccentricity' }],
  compute: async (net, breath) => [(await (await sweeping()).sweep(net, 'none', 'out', breath)).out.longest],
};

/** Nodes within k steps, the node itself not counted. */
export const reach: Measure = {
  ...shared,
  key: 'reach',
  lead: (name, top, _next, net) => `${name} reaches ${percent(top / Math.max(1, net.ids.length - 1))} of the others.`,
  reads: 'steps along outgoing edges, incoming ones, and both, weights ignored; loops left out',
  name: 'Reach',
  cost: 'searches',
  uses: ['undirected', 'steps'],
  words: 'How many others can be reached within so many steps. Along outgoing edges, incoming ones, and along both.',
  formula: 'r_k(v) = number of u ≠ v with d(v,u) ≤ k',
  source: 'Wasserman & Faust 1994',
  high: 'A large part of the network is near.',
  low: 'Few are near.',
  beware: 'In dense networks almost everybody is within two or three steps, and the measure tells little.',
  columns: [
    { key: 'reach_out', name: 'Reach' },
    { key: 'reach_in', name: 'Reached by', directedOnly: true },
    { key: 'reach_both', name: 'Reach either way', directedOnly: true },
  ],
  compute: async (net, breath, { steps }) => {
    const found: Float64Array[] = [];
    for (const way of ['out', 'in', 'both'] as const) {
      if (way !== 'out' && !net.directed) {
        found.push(found[0]);
        continue;
      }
      found.push(await within(net, way, steps, breath));
    }
    return found;
  },
};

async function within(net: Network, way: 'out' | 'in' | 'both', steps: number, breath: Breath): Promise<Float64Array> {
  const n = nodeCount(net);
  const { offsets, to } = simpleAdjacency(net, way);
  const seen = new Int32Array(n).fill(-1);
  const queue = new Uint32Array(n);
  const counts = new Float64Array(n);
  for (let s = 0; s < n; s++) {
    if ((s & 63) === 0) await breath.breathe(s / n);
    let tail = 1;
    queue[0] = s;
    seen[s] = s;
    for (let head = 0, step = 0; step < steps && head < tail; step++) {
      for (const end = tail; head < end; head++) {
        const v = queue[head];
        for (let k = offsets[v]; k < offsets[v + 1]; k++) {
          if (seen[to[k]] === s) continue;
          seen[to[k]] = s;
          queue[tail++] = to[k];
        }
      }
    }
    counts[s] = tail - 1;
  }
  return counts;
}
