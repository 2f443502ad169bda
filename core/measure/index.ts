/** Measures of nodes and of the whole network. To add one: a file beside this, and a line in the registry. */
import type { Measure } from './measure';
import { degree, inDegree, outDegree, strength } from './degree';
import { betweenness } from './betweenness';
import { pagerank, pagerankWeighted } from './pagerank';
import { component } from './component';

export const measures: readonly Measure[] = [
  degree,
  inDegree,
  outDegree,
  strength,
  betweenness,
  pagerank,
  pagerankWeighted,
  component,
];

const names = new Map(measures.flatMap((measure) => measure.columns.map(({ key, name }) => [key, name] as const)));

/** A computed column's name in words; others begin with a capital and have no underscores. */
export function columnTitle(name: string): string {
  const words = name.replaceAll('_', ' ');
  return names.get(name) ?? words.charAt(0).toUpperCase() + words.slice(1);
}

export * from './measure';
export * from './whole';
