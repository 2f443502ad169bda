/** Dyads and triads counted by kind. */
import { type Network, keptFor, nodeCount, simpleAdjacency } from '../graph';
import { back, there, waysOfPairs } from './pairs';
import { triangles } from './triangles';
import { type TriadName, triadEdges, triadNames } from './triad-names';

export interface Dyads {
  mutual: number;
  asymmetric: number;
  none: number;
}

/** Pairs of nodes tied both ways, one way, and not at all, on the directed simple view. Undirected ties run both ways. (Holland & Leinhardt 1970) */
export function dyadCensus(net: Network): Dyads {
  return keptFor(net, 'dyads', () => {
    const n = nodeCount(net);
    const ways = waysOfPairs(net);
    let twice = 0;
    for (const way of ways) if (way === (there | back)) twice++;
    const mutual = twice / 2;
    const asymmetric = (ways.length - twice) / 2;
    return { mutual, asymmetric, none: (n * (n - 1)) / 2 - mutual - asymmetric };
  });
}

const index = Object.fromEntries(triadNames.map((name, i) => [name, i])) as Record<TriadName, number>;

/** Kind of a path of two ties by what its middle node does to the two others: 0 sends, 1 receives, 2 both. */
const wedge = [
  [index['021D'], index['021C'], index['111U']],
  [index['021C'], index['021U'], index['111D']],
  [index['111U'], index['111D'], index['201']],
];
/** What a node does along an entry of {@link waysOfPairs}. */
const deed = [0, 0, 1, 2];

/** Kind of a triangle by the ways of its pairs a–b, b–c, c–a, as 4²·ab + 4·bc + ca. */
const closed = closedKinds();

function closedKinds(): Uint8Array {
  const kinds = new Uint8Array(64);
  const both = there | back;
  for (let ab = 1; ab < 4; ab++) {
    for (let bc = 1; bc < 4; bc++) {
      for (let ca = 1; ca < 4; ca++) {
        const pairs = [ab, bc, ca];
        const mutual = pairs.filter((way) => way === both).length;
        // Ties that leave each node along the asymmetric pairs.
        const leaves = [0, 0, 0];
        pairs.forEach((way, i) => {
          if (way === there) leaves[i]++;
          if (way === back) leaves[(i + 1) % 3]++;
        });
        let name: TriadName;
        if (mutual === 3) name = '300';
        else if (mutual === 2) name = '210';
        else if (mutual === 1) {
          // The node outside the mutual pair sends to both (down), receives from both (up), or stands between.
          const outside = (pairs.indexOf(both) + 2) % 3;
          name = leaves[outside] === 2 ? '120D' : leaves[outside] === 0 ? '120U' : '120C';
        } else name = leaves.every((count) => count === 1) ? '030C' : '030T';
        kinds[16 * ab + 4 * bc + ca] = index[name];
      }
    }
  }
  return kinds;
}

const asymmetricIn = triadNames.map((name) => Number(name[1]));
const mutualIn = triadNames.map((name) => Number(name[0]));

/**
 * Triads of every kind, in the order of {@link triadNames}, on the directed simple view; undirected ties run both ways. Triangles are found one by one;
 * paths of two ties follow from what each node sends, receives and exchanges, less those that a triangle closes; triads with one tie or none follow from
 * the numbers of dyads. Kinds as in Batagelj & Mrvar 2001; the counting by parts is that of Ortmann & Brandes 2017.
 */
export function triadCensus(net: Network): Float64Array {
  return keptFor(net, 'triads', () => {
    const n = nodeCount(net);
    const rows = simpleAdjacency(net, 'both');
    const ways = waysOfPairs(net);
    const counts = new Float64Array(16);
    triangles(rows, (_a, _b, _c, ab, bc, ca) => {
      counts[closed[16 * ways[ab] + 4 * ways[bc] + ways[ca]]]++;
    });
    // Every triangle of a kind has the same three paths of two ties in it.
    const triangleKinds = counts.slice();
    for (let v = 0; v < n; v++) {
      const does = [0, 0, 0];
      for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) does[deed[ways[k]]]++;
      for (let x = 0; x < 3; x++) {
        counts[wedge[x][x]] += (does[x] * (does[x] - 1)) / 2;
        for (let y = x + 1; y < 3; y++) counts[wedge[x][y]] += does[x] * does[y];
      }
    }
    triadNames.forEach((name, i) => {
      if (triangleKinds[i] > 0) for (const kind of pathsIn(name)) counts[kind] -= triangleKinds[i];
    });
    const { mutual, asymmetric } = dyadCensus(net);
    let oneWay = asymmetric * (n - 2);
    let bothWays = mutual * (n - 2);
    for (let i = 3; i < 16; i++) {
      oneWay -= asymmetricIn[i] * counts[i];
      bothWays -= mutualIn[i] * counts[i];
    }
    counts[1] = n > 2 ? oneWay : 0;
    counts[2] = n > 2 ? bothWays : 0;
    let rest = n > 2 ? (n * (n - 1) * (n - 2)) / 6 : 0;
    for (let i = 1; i < 16; i++) rest -= counts[i];
    counts[0] = rest;
    return counts;
  });
}

/** Kinds of the three paths of two ties inside a triangle. */
function pathsIn(name: TriadName): number[] {
  const edges = triadEdges[name];
  const sends = (a: number, b: number): boolean => edges.some(([from, to]) => from === a && to === b);
  return [0, 1, 2].map((v) => {
    const [x, y] = [0, 1, 2].filter((u) => u !== v).map((u) => (sends(v, u) && sends(u, v) ? 2 : sends(v, u) ? 0 : 1));
    return wedge[x][y];
  });
}
