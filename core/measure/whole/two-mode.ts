/** Figures of networks with two sides. */
import { type Network, simpleAdjacency } from '../../graph';
import { sidesOf } from '../two-mode';
import { Fault } from '../../fault';
import { type Given, figuresOf, simpleView } from './figure';

/** Tied pairs over the pairs of one node of each side. */
export function bipartiteDensity(net: Network): number {
  const [a, b] = sidesOf(net).sizes;
  if (a * b === 0) throw new Fault('One side has no nodes.');
  return simpleAdjacency(net, 'both').to.length / 2 / (a * b);
}

/**
 * Opsahl 2013: of the paths a – x – b – y – c over distinct nodes with a, b, c on one side (0, the first, or 1), the share whose ends a and c share a node
 * of the other side other than x and y.
 */
export function bipartiteClustering(net: Network, side: 0 | 1 = 0): number {
  const { of } = sidesOf(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const n = of.length;
  let paths = 0;
  let closed = 0;
  const shared = new Map<number, number>();
  const common = (a: number, c: number): number => {
    const key = a < c ? a * n + c : c * n + a;
    let count = shared.get(key);
    if (count !== undefined) return count;
    count = 0;
    let i = offsets[a];
    let j = offsets[c];
    while (i < offsets[a + 1] && j < offsets[c + 1]) {
      if (to[i] === to[j]) count++;
      const step = to[i] - to[j];
      if (step <= 0) i++;
      if (step >= 0) j++;
    }
    shared.set(key, count);
    return count;
  };
  const tied = (v: number, u: number): boolean => {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) if (to[k] === u) return true;
    return false;
  };
  for (let b = 0; b < n; b++) {
    if (of[b] !== side) continue;
    for (let k = offsets[b]; k < offsets[b + 1]; k++) {
      for (let l = k + 1; l < offsets[b + 1]; l++) {
        const [x, y] = [to[k], to[l]];
        for (let i = offsets[x]; i < offsets[x + 1]; i++) {
          const a = to[i];
          if (a === b) continue;
          for (let j = offsets[y]; j < offsets[y + 1]; j++) {
            const c = to[j];
            if (c === b || c === a) continue;
            paths++;
            const others = common(a, c) - (tied(c, x) ? 1 : 0) - (tied(a, y) ? 1 : 0);
            if (others > 0) closed++;
          }
        }
      }
    }
  }
  if (paths === 0) throw new Fault(`No path of four ties runs between nodes of the ${side ? 'second' : 'first'} side.`);
  return closed / paths;
}

/** 1 for nodes of the (p, q)-core: those left when nodes of the first side with fewer than p ties and of the second with fewer than q go again and again. */
export function bipartiteCores(net: Network, p: number, q: number): Uint8Array {
  const { of } = sidesOf(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const degree = Uint32Array.from(of, (_, v) => offsets[v + 1] - offsets[v]);
  const inside = new Uint8Array(of.length).fill(1);
  const least = [p, q];
  const stack: number[] = [];
  const drop = (v: number): void => {
    if (!inside[v] || degree[v] >= least[of[v]]) return;
    inside[v] = 0;
    stack.push(v);
  };
  for (let v = 0; v < of.length; v++) drop(v);
  for (let v = stack.pop(); v !== undefined; v = stack.pop()) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      degree[to[k]]--;
      drop(to[k]);
    }
  }
  return inside;
}

const undirectedView = (net: Network): Network => (net.directed ? { ...net, directed: false } : net);

export const twoModeFigures = figuresOf('two-mode', [
  {
    key: 'two_mode_density',
    headline: true,
    high: 'Most of one side take part in most of the other.',
    low: 'Few take part in few.',
    beware: 'It falls as the sides grow: nobody can be everywhere.',
    name: 'Two-mode density',
    needs: 'sides',
    words: 'Share of the possible pairs of one of each side that are tied. 1 is everyone in everything.',
    formula: 'm / (n₁ n₂)',
    source: 'Borgatti & Everett 1997',
    reads: simpleView,
    compute: (net) => bipartiteDensity(undirectedView(net)),
  },
  ...([0, 1] as const).map((side): Given => ({
    key: side ? 'two_mode_clustering_second' : 'two_mode_clustering',
    name: `Two-mode clustering, ${side ? 'second' : 'first'} side`,
    cost: 'long searches',
    needs: 'sides',
    words: `Of the paths of four ties that begin and end on the ${side ? 'second' : 'first'} side, the share whose ends share another thing. How far ${side ? 'things that share one member share others too' : 'those who meet once meet elsewhere too'}.`,
    formula: `closed 4-paths / 4-paths, centred on the ${side ? 'second' : 'first'} side`,
    source: 'Opsahl 2013',
    reads: simpleView,
    high: side ? 'Things have the same members again and again.' : 'Those who meet once meet elsewhere too.',
    low: side ? 'Things share single members.' : 'Meetings mix people anew each time.',
    beware: `The two sides have different values; this is the ${side ? 'second' : 'first'}.`,
    nameOn: ({ sides }) => sides && `Two-mode clustering of ${sides[side]}`,
    compute: (net) => bipartiteClustering(undirectedView(net), side),
  })),
  {
    key: 'two_mode_core',
    name: '(p, q)-core',
    needs: 'sides',
    uses: ['p', 'q'],
    words:
      'Nodes left when those of the first side with fewer than p ties and of the second with fewer than q are taken away again and again. The part where all are tied so often.',
    formula: 'nodes of the (p, q)-core',
    source: 'Cerinšek & Batagelj 2015',
    reads: simpleView,
    high: 'A large core: many are tied so often.',
    low: 'A small core, or none.',
    beware: 'It hangs on p and q: try other values before speaking of a core.',
    nameOn: (_net, { p, q }) => `(${p}, ${q})-core`,
    compute: (net, _breath, { p, q }) => bipartiteCores(undirectedView(net), p, q).reduce((total, x) => total + x, 0),
  },
]);
