import { loaded } from '../loaded';
import { weightsOfZeroOrMore } from '../paths/lengths';
import type { Measure } from './measure';

/** How triangles are counted, loaded where they first are. */
export const closed = loaded(() => import('./closed'));

const shared = {
  question: 'tight',
  on: 'nodes',
  cost: 'triangles',
  high: 'The neighbours know each other: a closed circle.',
  low: 'The neighbours have little to do with each other; 0 with fewer than two neighbours.',
  beware: 'With few neighbours it is coarse: two neighbours give 0 or 1. Hubs have low values almost by necessity.',
} as const;

export const clustering: Measure = {
  ...shared,
  key: 'clustering',
  name: 'Clustering coefficient',
  words:
    'Share of the pairs of a node’s neighbours that are neighbours themselves. It says how closed its surroundings are.',
  formula: 'c(v) = 2 t(v) / (k(v) (k(v) − 1)), with t triangles and k neighbours; 0 where k < 2',
  source: 'Watts & Strogatz 1998',
  reads: 'the undirected simple view: direction and loops dropped, parallel edges merged',
  columns: [{ key: 'clustering', name: 'Clustering coefficient' }],
  compute: async (net) => [(await closed()).clusteringOf(net)],
};

export const clusteringDirected: Measure = {
  ...shared,
  key: 'clustering_directed',
  name: 'Clustering, directed',
  words:
    'Share of the possible directed triangles around a node that are there, whatever way they run. In an undirected network it is the clustering coefficient.',
  formula: 'c(v) = ½ (A + Aᵀ)³ᵥᵥ / (k(k − 1) − 2 k↔), with k edges out and in, and k↔ neighbours tied both ways',
  source: 'Fagiolo 2007',
  reads: 'the directed simple view: loops dropped, parallel edges merged',
  columns: [{ key: 'clustering_directed', name: 'Clustering, directed' }],
  compute: async (net) => {
    const { clusteringOf, directedClustering } = await closed();
    return [net.directed ? directedClustering(net) : clusteringOf(net)];
  },
};

export const clusteringBarrat: Measure = {
  ...shared,
  key: 'clustering_barrat',
  name: 'Clustering by strength (Barrat)',
  weighted: true,
  words:
    'The clustering coefficient with each closed pair counted by the weight of the node’s two ties to it. Above the plain one, the strong ties are the closed ones.',
  formula: 'c(v) = 1 / (s(v)(k(v) − 1)) · Σ (w(vi) + w(vj)) / 2 over ordered pairs of neighbours i, j that are tied',
  source: 'Barrat, Barthélemy, Pastor-Satorras & Vespignani 2004',
  reads: 'the undirected simple view, weights summed',
  columns: [{ key: 'clustering_barrat', name: 'Clustering by strength (Barrat)' }],
  compute: async (net) => {
    weightsOfZeroOrMore(net, 'Weighted clustering');
    return [(await closed()).barratClustering(net)];
  },
};

export const clusteringOnnela: Measure = {
  ...shared,
  key: 'clustering_onnela',
  name: 'Clustering by intensity (Onnela)',
  weighted: true,
  words:
    'The mean intensity of the triangles around a node, over all pairs of its neighbours. All three ties of a triangle count, in units of the largest weight.',
  formula: 'c(v) = 2 / (k(k − 1)) · Σ (ŵ(vi) ŵ(ij) ŵ(jv))^⅓ over triangles, ŵ = w / largest w',
  source: 'Onnela, Saramäki, Kertész & Kaski 2005',
  reads: 'the undirected simple view, weights summed',
  columns: [{ key: 'clustering_onnela', name: 'Clustering by intensity (Onnela)' }],
  compute: async (net) => {
    weightsOfZeroOrMore(net, 'Weighted clustering');
    return [(await closed()).onnelaClustering(net)];
  },
};

export const egoNetworkDensity: Measure = {
  ...shared,
  key: 'ego_density',
  name: 'Density among neighbours',
  words:
    'Ties among a node’s neighbours over those possible, direction counted. In an undirected network it is the clustering coefficient.',
  formula: 'ties among the k neighbours / (k(k − 1)), halved when undirected; 0 where k < 2',
  source: 'Wasserman & Faust 1994',
  reads: 'the directed simple view; neighbours are those tied either way',
  columns: [{ key: 'ego_density', name: 'Density among neighbours' }],
  compute: async (net) => [(await closed()).egoDensity(net)],
};
