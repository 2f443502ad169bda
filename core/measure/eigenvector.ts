import type { Network } from '../graph';
import { keptFor } from '../graph';
import { weightsOfZeroOrMore } from '../paths/lengths';
import { Fault } from '../fault';
import type { Measure } from './measure';

/** The search for leading vectors comes with a package of linear algebra, so it is loaded when it is run. */
const search = (): Promise<typeof import('./leading')> => import('./leading');

/** A network's matrix of arrivals with the search; a Fault where a weight is below 0. */
async function begun(net: Network, weighted: boolean, what: string) {
  if (weighted) weightsOfZeroOrMore(net, what);
  const found = await search();
  return { ...found, rows: found.arrivals(net, weighted) };
}

const eigen = (weighted: boolean): Measure => ({
  key: weighted ? 'eigenvector_weighted' : 'eigenvector',
  name: weighted ? 'Eigenvector, weighted' : 'Eigenvector',
  question: 'centre',
  on: 'nodes',
  cost: 'edges',
  weighted,
  uses: ['undirected'],
  words:
    'A node is central when it is tied to central nodes: its score is the sum of theirs, up to a factor. In a directed network the scores of those who point to it count.',
  formula: 'x = Aᵀx / λ for the largest eigenvalue λ, scaled to a largest value of 1',
  source: 'Bonacich 1972',
  reads: weighted
    ? 'incoming edges with their weights, parallel ones summed; a loop twice in an undirected network'
    : 'incoming edges, parallel ones once, weights ignored; a loop twice in an undirected network',
  high: 'Well connected to the well connected.',
  low: 'Away from the centre of the densest part; 0 outside the part with the largest eigenvalue.',
  beware:
    'It gathers in the densest part and can be 0 everywhere else. It is not defined where no directed walk returns, nor where several parts lead equally.',
  columns: [
    {
      key: weighted ? 'eigenvector_weighted' : 'eigenvector',
      name: weighted ? 'Eigenvector, weighted' : 'Eigenvector',
    },
  ],
  async compute(net) {
    const { rows, principalVector } = await begun(net, weighted, 'Eigenvector centrality');
    return [principalVector(net, rows)];
  },
});

const hits = (weighted: boolean): Measure => {
  const suffix = weighted ? '_weighted' : '';
  const title = weighted ? ', weighted' : '';
  return {
    adds: true,
    key: `hub${suffix}`,
    name: `Hubs and authorities${title}`,
    question: 'centre',
    on: 'nodes',
    cost: 'edges',
    weighted,
    words:
      'A good hub points to good authorities, and a good authority is pointed to by good hubs. In an undirected network the two are the same.',
    formula: 'h ∝ A a, a ∝ Aᵀ h for the largest singular value; each sums to 1',
    source: 'Kleinberg 1999',
    reads: weighted
      ? 'directed edges with their weights, parallel ones summed'
      : 'directed edges, parallel ones once, weights ignored',
    high: 'Hub: points to much that matters. Authority: much that matters points here.',
    low: 'Away from the strongest circle of senders and receivers.',
    beware:
      'One tightly knit circle can take all the score. It is not defined where the largest value is repeated, as in undirected networks without odd cycles.',
    columns: [
      { key: `hub${suffix}`, name: `Hub${title}` },
      { key: `authority${suffix}`, name: `Authority${title}` },
    ],
    async compute(net) {
      const { rows, singularVectors } = await begun(net, weighted, 'This measure');
      return keptFor(net, `hits${suffix}`, () => singularVectors(net, rows));
    },
  };
};

export const eigenvector = eigen(false);
export const eigenvectorWeighted = eigen(true);
export const hubs = hits(false);
export const hubsWeighted = hits(true);

/** Default share of the limit 1 / λ. */
export const katzShare = 0.85;

/**
 * Katz centrality x = 1 + α Aᵀ x, not rescaled, to a relative 1e-13. Without α, 0.85 of the limit 1 / λ; where no walk returns every α has an answer, and
 * 0.85 is taken. Throws a Fault with the limit where α is not below it.
 */
export async function katzOf(
  net: Network,
  alpha?: number,
): Promise<{ values: Float64Array; alpha: number; limit: number }> {
  const { arrivals, spectralRadius } = await search();
  const rows = arrivals(net, false);
  const radius = keptFor(net, 'spectral radius', () => spectralRadius(net, rows));
  const limit = radius > 0 ? 1 / radius : Infinity;
  const a = alpha ?? (radius > 0 ? katzShare / radius : katzShare);
  if (a >= limit * (1 - 1e-12)) {
    throw new Fault(
      `Katz centrality has no answer for α = ${a}: in this network it must be below ${limit.toPrecision(6)}. Choose a smaller one, or leave it empty for 0.85 of the limit.`,
    );
  }
  const { offsets, to, diagonal } = rows;
  const x = new Float64Array(diagonal.length).fill(1);
  for (let round = 0; round < 200000; round++) {
    let change = 0;
    for (let v = 0; v < x.length; v++) {
      let sum = 0;
      for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) sum += x[to[k]];
      const next = (1 + a * sum) / (1 - a * diagonal[v]);
      const moved = Math.abs(next - x[v]) / next;
      if (moved > change) change = moved;
      x[v] = next;
    }
    if (change < 1e-14) break;
  }
  return { values: x, alpha: a, limit };
}

export const katz: Measure = {
  key: 'katz',
  name: 'Katz',
  question: 'centre',
  on: 'nodes',
  cost: 'edges',
  uses: ['undirected', 'alpha'],
  words:
    'Counts all walks that arrive at a node, long ones for less: each further step multiplies by α. Everyone has 1 to begin with, so it is defined where the eigenvector is not.',
  formula: 'x = 1 + α Aᵀ x, with α below 1 / λ (0.85 / λ unless given); not rescaled',
  source: 'Katz 1953',
  reads: 'incoming edges, parallel ones once, weights ignored',
  high: 'Many walks arrive, directly or from far.',
  low: 'Few point here; 1 where nobody does.',
  beware:
    'The nearer α is to its limit, the more it becomes the eigenvector; scores of two networks cannot be compared.',
  columns: [{ key: 'katz', name: 'Katz' }],
  compute: async (net, _breath, { alpha }) => [(await katzOf(net, alpha)).values],
};
