import { kendall, spearman, topOf, topOverlap } from '@/core/compare';
import { Fault } from '@/core/fault';
import type { Network } from '@/core/graph';
import { type Question, finite } from './question';

export interface Relation {
  rho: number | null;
  tau: number | null;
  top: { count: number; both: string[]; first: number; second: number };
  firstTop: string[];
  secondTop: string[];
}

function numbersOf(net: Network, name: string): Float64Array {
  const col = net.nodeColumns.find((one) => one.name === name);
  if (col?.type !== 'number') throw new Fault(`The nodes have no numbers “${name}”. Choose another column.`);
  return col.values;
}

/** How alike two columns rank the nodes. */
export const relate: Question<{ a: string; b: string; top: number }, Relation> = (net, { a, b, top }) => {
  const [x, y] = [numbersOf(net, a), numbersOf(net, b)];
  const { both, first, second } = topOverlap(x, y, top);
  const ids = (places: number[]): string[] => places.map((v) => net.ids[v]);
  return {
    rho: finite(spearman(x, y)),
    tau: finite(kendall(x, y)),
    top: { count: top, both: ids(both), first, second },
    firstTop: ids(topOf(x, top)),
    secondTop: ids(topOf(y, top)),
  };
};
