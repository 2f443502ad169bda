/** How triangles are counted and clustering coefficients are computed; loaded where they are. */
import { type Network, keptFor, neighbourCounts, nodeCount, simpleAdjacency } from '../graph';
import { tiesOfPairs } from './pairs';
import { triangleCounts, triangles } from './triangles';

/** Triangles at each node of the undirected simple view. */
export function trianglesAt(net: Network): Float64Array {
  return keptFor(net, 'triangles', () => triangleCounts(simpleAdjacency(net, 'both')));
}

/** Watts and Strogatz 1998: 2t / (k(k−1)), 0 for fewer than two neighbours. */
export function clusteringOf(net: Network): Float64Array {
  const k = neighbourCounts(simpleAdjacency(net, 'both'));
  return trianglesAt(net).map((t, v) => (k[v] > 1 ? (2 * t) / (k[v] * (k[v] - 1)) : 0));
}

/** Share of the ordered pairs of neighbours joined by a directed edge: for directed networks other than the coefficient of triangles. */
export function egoDensity(net: Network): Float64Array {
  const both = simpleAdjacency(net, 'both');
  const out = simpleAdjacency(net, 'out');
  const n = nodeCount(net);
  const near = new Int32Array(n).fill(-1);
  const values = new Float64Array(n);
  for (let v = 0; v < n; v++) {
    const k = both.offsets[v + 1] - both.offsets[v];
    if (k < 2) continue;
    for (let i = both.offsets[v]; i < both.offsets[v + 1]; i++) near[both.to[i]] = v;
    let ties = 0;
    for (let i = both.offsets[v]; i < both.offsets[v + 1]; i++) {
      const u = both.to[i];
      for (let j = out.offsets[u]; j < out.offsets[u + 1]; j++) if (near[out.to[j]] === v) ties++;
    }
    values[v] = ties / (k * (k - 1));
  }
  return values;
}

/** Fagiolo 2007 for directed networks: (A + Aᵀ)³ᵥᵥ / 2 over k(k−1) − 2k↔, with k both ways together and k↔ returned edges, on the directed simple view. */
export function directedClustering(net: Network): Float64Array {
  const n = nodeCount(net);
  const both = simpleAdjacency(net, 'both');
  const ties = tiesOfPairs(net);
  const cube = new Float64Array(n);
  triangles(both, (a, b, c, ab, bc, ca) => {
    // Each triangle stands twice in (A + Aᵀ)³ᵥᵥ for each of its nodes; halved it is the product of its three pairs.
    const product = ties[ab] * ties[bc] * ties[ca];
    cube[a] += product;
    cube[b] += product;
    cube[c] += product;
  });
  return cube.map((found, v) => {
    let total = 0;
    let mutual = 0;
    for (let i = both.offsets[v]; i < both.offsets[v + 1]; i++) {
      total += ties[i];
      if (ties[i] === 2) mutual++;
    }
    const possible = total * (total - 1) - 2 * mutual;
    return possible > 0 ? found / possible : 0;
  });
}

/** Barrat et al. 2004: mean weight of the two edges that close a triangle, over all pairs, in units of strength. */
export function barratClustering(net: Network): Float64Array {
  const rows = simpleAdjacency(net, 'both');
  const sums = new Float64Array(nodeCount(net));
  const { weight } = rows;
  triangles(rows, (a, b, c, ab, bc, ca) => {
    sums[a] += weight[ab] + weight[ca];
    sums[b] += weight[ab] + weight[bc];
    sums[c] += weight[bc] + weight[ca];
  });
  return sums.map((sum, v) => {
    const k = rows.offsets[v + 1] - rows.offsets[v];
    let strength = 0;
    for (let i = rows.offsets[v]; i < rows.offsets[v + 1]; i++) strength += weight[i];
    return k > 1 && strength > 0 ? sum / (strength * (k - 1)) : 0;
  });
}

/** Onnela et al. 2005: geometric mean of the weights of a triangle, in units of the largest weight of the network. */
export function onnelaClustering(net: Network): Float64Array {
  const rows = simpleAdjacency(net, 'both');
  const { weight } = rows;
  let most = 0;
  for (const w of weight) if (w > most) most = w;
  const sums = new Float64Array(nodeCount(net));
  triangles(rows, (a, b, c, ab, bc, ca) => {
    const mean = Math.cbrt((weight[ab] / most) * (weight[bc] / most) * (weight[ca] / most));
    sums[a] += mean;
    sums[b] += mean;
    sums[c] += mean;
  });
  return sums.map((sum, v) => {
    const k = rows.offsets[v + 1] - rows.offsets[v];
    return k > 1 ? (2 * sum) / (k * (k - 1)) : 0;
  });
}
