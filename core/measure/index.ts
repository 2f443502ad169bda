/** Measures of nodes, of edges and of the whole network. To add one: a file beside this, and a line in the registry. */
import type { Measure } from './measure';
import { degree, inDegree, inStrength, neighbours, outDegree, outStrength, strength } from './degree';
import { closeness, closenessWeighted, eccentricity, harmonic, harmonicWeighted, reach } from './closeness';
import { betweenness, betweennessWeighted } from './betweenness';
import { eigenvector, eigenvectorWeighted, hubs, hubsWeighted, katz } from './eigenvector';
import { pagerank, pagerankWeighted } from './pagerank';
import { clustering, clusteringBarrat, clusteringDirected, clusteringOnnela, egoNetworkDensity } from './clustering';
import { coreNumber } from './core';
import { constraint, constraintWeighted } from './constraint';
import { brokerage, participation } from './roles';
import { articulation, component, strongComponent } from './component';
import { twoMode } from './two-mode';
import { edgeMeasures } from './edges';

/** Measures of nodes, in the order of their questions. */
export const nodeMeasures: readonly Measure[] = [
  degree,
  inDegree,
  outDegree,
  neighbours,
  strength,
  inStrength,
  outStrength,
  closeness,
  closenessWeighted,
  harmonic,
  harmonicWeighted,
  eigenvector,
  eigenvectorWeighted,
  pagerank,
  pagerankWeighted,
  katz,
  hubs,
  hubsWeighted,
  twoMode,
  reach,
  betweenness,
  betweennessWeighted,
  constraint,
  constraintWeighted,
  articulation,
  clustering,
  clusteringDirected,
  clusteringBarrat,
  clusteringOnnela,
  egoNetworkDensity,
  coreNumber,
  eccentricity,
  participation,
  brokerage,
  component,
  strongComponent,
];

export const measures: readonly Measure[] = [...nodeMeasures, ...edgeMeasures];

const names = new Map(
  [...edgeMeasures, ...nodeMeasures].flatMap((measure) => measure.columns.map(({ key, name }) => [key, name] as const)),
);

/** A computed column's name in words; others begin with a capital and have no underscores. */
export function columnTitle(name: string): string {
  const words = name.replaceAll('_', ' ');
  return names.get(name) ?? words.charAt(0).toUpperCase() + words.slice(1);
}

/** The columns that a measure makes, by their keys. */
export const measureColumns = (key: string): string[] =>
  measures.filter((one) => one.key === key).flatMap(({ columns }) => columns.map((col) => col.key));

/** The measure that makes a column, on nodes or on edges. */
export function measureOf(column: string, on: 'nodes' | 'edges' = 'nodes'): Measure | undefined {
  return (on === 'nodes' ? nodeMeasures : edgeMeasures).find((one) => one.columns.some(({ key }) => key === column));
}

export { edgeMeasures };
export * from './measure';
export * from './whole';
export * from './figures';
export * from './estimate';
export * from './telling';
export { type TriadName, triadEdges, triadNames } from './triad-names';
export { type Breath, atOnce } from '../split';
