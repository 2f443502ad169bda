import { adjustedRand, crossTable, normalisedMutualInformation } from '@/core/compare';
import { nodeCount } from '@/core/graph';
import { groupingOf } from '@/core/measure/grouping';
import { type Question, finite } from './question';

export interface GroupingAgreement {
  rand: number | null;
  information: number | null;
  rows: string[];
  columns: string[];
  counts: number[][];
  left: number;
}

/** How far two groupings agree. */
export const agreement: Question<{ a: string; b: string }, GroupingAgreement> = (net, { a, b }) => {
  const [x, y] = [groupingOf(net, a), groupingOf(net, b)];
  const table = crossTable(x.of, y.of);
  return {
    rand: finite(adjustedRand(table)),
    information: finite(normalisedMutualInformation(table)),
    rows: x.names,
    columns: y.names,
    counts: table.counts,
    left: nodeCount(net) - table.total,
  };
};
