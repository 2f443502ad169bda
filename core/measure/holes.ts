/** How structural holes are computed; loaded where they are. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import { tiesOfPairs } from './pairs';

export interface Holes {
  constraint: Float64Array;
  effectiveSize: Float64Array;
  efficiency: Float64Array;
  hierarchy: Float64Array;
}

/**
 * Structural holes (Burt 1992) on w + wᵀ, loops dropped; ignoring weights, every directed tie weighs 1. With p(i,j) the share of i's ties that go to j and
 * m(j,q) the tie of j and q over j's strongest: constraint Σ_j (p(i,j) + Σ_q p(i,q) p(q,j))² over the contacts j, effective size Σ_j (1 − Σ_q p(i,q) m(j,q)),
 * efficiency effective size over contacts, hierarchy the Coleman–Theil disorder of the contacts' shares of constraint. NaN for isolates; hierarchy NaN with one contact.
 */
export function structuralHoles(net: Network, weighted: boolean): Holes {
  const n = nodeCount(net);
  const rows = simpleAdjacency(net, 'both');
  const { offsets, to } = rows;
  const tie = weighted ? rows.weight.slice() : Float64Array.from(tiesOfPairs(net));
  const sum = new Float64Array(n);
  const most = new Float64Array(n);
  for (let v = 0; v < n; v++) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      sum[v] += tie[k];
      if (tie[k] > most[v]) most[v] = tie[k];
    }
  }
  const undefinedYet = (): Float64Array => new Float64Array(n).fill(NaN);
  const found: Holes = {
    constraint: undefinedYet(),
    effectiveSize: undefinedYet(),
    efficiency: undefinedYet(),
    hierarchy: undefinedYet(),
  };
  // Shares that lead from i to each node in two steps, and the overlap of i's contacts with it.
  const twoSteps = new Float64Array(n);
  const overlap = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    if (sum[i] === 0) continue;
    for (let k = offsets[i]; k < offsets[i + 1]; k++) {
      const q = to[k];
      const share = tie[k] / sum[i];
      for (let l = offsets[q]; l < offsets[q + 1]; l++) {
        const j = to[l];
        if (j === i) continue;
        twoSteps[j] += (share * tie[l]) / sum[q];
        overlap[j] += (share * tie[l]) / most[j];
      }
    }
    let constraint = 0;
    let size = 0;
    let contacts = 0;
    let disorder = 0;
    for (let k = offsets[i]; k < offsets[i + 1]; k++) {
      if (tie[k] === 0) continue;
      const j = to[k];
      constraint += (tie[k] / sum[i] + twoSteps[j]) ** 2;
      size += 1 - overlap[j];
      contacts++;
    }
    for (let k = offsets[i]; k < offsets[i + 1]; k++) {
      if (tie[k] === 0) continue;
      const ratio = (tie[k] / sum[i] + twoSteps[to[k]]) ** 2 / (constraint / contacts);
      if (ratio > 0) disorder += ratio * Math.log(ratio);
    }
    found.constraint[i] = constraint;
    found.effectiveSize[i] = size;
    found.efficiency[i] = size / contacts;
    if (contacts > 1) found.hierarchy[i] = disorder / (contacts * Math.log(contacts));
    for (let k = offsets[i]; k < offsets[i + 1]; k++) {
      const q = to[k];
      for (let l = offsets[q]; l < offsets[q + 1]; l++) twoSteps[to[l]] = overlap[to[l]] = 0;
    }
  }
  return found;
}
