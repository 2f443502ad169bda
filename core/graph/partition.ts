/** Partitions of a network's nodes and their modularity. */
import { type Adjacency, simpleAdjacency } from './adjacency';
import type { Network } from './network';

/** Renumbers groups by falling size, equal sizes in the order of their first nodes; returns the number of groups. In place. */
export function numberBySize(group: Uint32Array): number {
  let highest = -1;
  for (let v = 0; v < group.length; v++) if (group[v] > highest) highest = group[v];
  const size = new Uint32Array(highest + 1);
  const first = new Int32Array(highest + 1).fill(-1);
  for (let v = 0; v < group.length; v++) {
    if (first[group[v]] < 0) first[group[v]] = v;
    size[group[v]]++;
  }
  const used: number[] = [];
  for (let g = 0; g <= highest; g++) if (size[g] > 0) used.push(g);
  used.sort((a, b) => size[b] - size[a] || first[a] - first[b]);
  const number = new Uint32Array(highest + 1);
  used.forEach((g, i) => (number[g] = i));
  for (let v = 0; v < group.length; v++) group[v] = number[group[v]];
  return used.length;
}

/**
 * Newman–Girvan modularity of a grouping at resolution γ, on the undirected simple view (loops dropped, parallel edges merged, weights summed):
 * Q = Σ_c [ W_c / W − γ (S_c / 2W)² ], with W_c the weight inside c, S_c its strength, W all weight. 0 without edges.
 */
export function modularity(net: Network, group: Uint32Array, resolution = 1): number {
  return modularityOf(simpleAdjacency(net, 'both'), group, resolution);
}

/** {@link modularity} of symmetric compressed rows. */
export function modularityOf(rows: Adjacency, group: Uint32Array, resolution: number): number {
  let groups = 0;
  for (let v = 0; v < group.length; v++) groups = Math.max(groups, group[v] + 1);
  const inside = new Float64Array(groups);
  const strength = new Float64Array(groups);
  let total = 0;
  for (let v = 0; v < group.length; v++) {
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) {
      const w = rows.weight[k];
      total += w;
      strength[group[v]] += w;
      if (group[rows.to[k]] === group[v]) inside[group[v]] += w;
    }
  }
  if (total === 0) return 0;
  let q = 0;
  for (let g = 0; g < groups; g++) q += inside[g] / total - resolution * (strength[g] / total) ** 2;
  return q;
}
