/** A node column read as a grouping. */
import { type Column, cellText } from '../tables';
import { type Network, nodeColumn, nodeCount } from '../graph';
import { Fault } from '../fault';

export interface Grouping {
  /** Group of each node, numbered in the order of first nodes; −1 where the cell is empty. */
  of: Int32Array;
  names: string[];
}

/** A Fault where no column is named, it is not there, or it holds one value only. */
export function groupingOf(net: Network, by: string | undefined): Grouping {
  if (by === undefined) throw new Fault('Choose the column that says to which group a node belongs.', undefined, true);
  const col = nodeColumn(net, by);
  const numbers = new Map<string, number>();
  const of = new Int32Array(nodeCount(net)).fill(-1);
  for (let v = 0; v < of.length; v++) {
    const text = cellText(col, v);
    if (text === '') continue;
    let number = numbers.get(text);
    if (number === undefined) numbers.set(text, (number = numbers.size));
    of[v] = number;
  }
  if (numbers.size < 2) {
    throw new Fault(
      numbers.size
        ? `All nodes have the same value in “${by}”, so there is nothing between groups. Choose another column.`
        : `No node has a value in “${by}”. Choose another column.`,
    );
  }
  return { of, names: [...numbers.keys()] };
}

/** The most values by which a column of numbers is still taken for classes written as numbers. */
const mostClasses = 60;

/** Whether a column of numbers could be classes written as numbers: a few whole numbers, each of which comes more than once on the average. */
export function isCoded(col: Column): boolean {
  if (col.type !== 'number') return false;
  const classes = new Set<number>();
  let filled = 0;
  for (const value of col.values) {
    if (Number.isNaN(value)) continue;
    if (!Number.isInteger(value)) return false;
    filled++;
    classes.add(value);
    if (classes.size > mostClasses) return false;
  }
  return classes.size > 1 && filled >= 2 * classes.size;
}
