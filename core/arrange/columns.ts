/** What layouts read of columns: amounts, and values as groups. */
import { numbers } from '../amounts';
import { Fault, counted } from '../fault';
import { type Network, nodeColumn, nodeCount } from '../graph';

/** The amounts of a node column, days for dates; NaN where there is none. A Fault where the column holds none, or is gone. */
export function amountsAt(net: Network, name: string): Float64Array {
  return numbers(nodeColumn(net, name));
}

/** What is missing for a layout that follows an amount; undefined where nothing is. */
export function lacksAmount(net: Network, name: string, what: string): string | undefined {
  if (name === '') return `Choose the column that says ${what}.`;
  const col = net.nodeColumns.find((one) => one.name === name);
  if (!col) return `The nodes have no column “${name}” here. Choose the column that says ${what}.`;
  if (col.type !== 'number' && col.type !== 'date')
    return `“${name}” holds no amounts. Choose a column of numbers or dates.`;
  const n = nodeCount(net);
  if (n > 0 && numbers(col).every(Number.isNaN)) return `None of the ${counted(n, 'node')} has a value in “${name}”.`;
  return undefined;
}

/** What is missing for a layout that follows a column of any kind; undefined where nothing is. */
export function lacksColumn(net: Network, name: string, what: string): string | undefined {
  if (name === '') return `Choose the column that says ${what}.`;
  return net.nodeColumns.some((one) => one.name === name)
    ? undefined
    : `The nodes have no column “${name}” here. Choose the column that says ${what}.`;
}

export interface Groups {
  /** Group of each node. */
  of: Uint32Array;
  /** Values in the order of their groups; those without a value are the last group, under the empty name. */
  names: string[];
}

/** Nodes by the value of a column, the most frequent value first, equal ones in the order in which they are met. One group for all where no column is named. */
export function groupsBy(net: Network, name: string | undefined): Groups {
  const n = nodeCount(net);
  if (name === undefined || name === '') return { of: new Uint32Array(n), names: [''] };
  const col = nodeColumn(net, name);
  const valueAt = (v: number): string | undefined => {
    if (col.type === 'text') return col.codes[v] < 0 ? undefined : col.dictionary[col.codes[v]];
    if (col.type === 'yesno') return col.values[v] < 0 ? undefined : col.values[v] ? 'yes' : 'no';
    if (col.type === 'number') return Number.isNaN(col.values[v]) ? undefined : String(col.values[v]);
    throw new Fault(`“${name}” holds no single values to order by. Choose another column.`);
  };
  const counts = new Map<string, number>();
  for (let v = 0; v < n; v++) {
    const value = valueAt(v);
    if (value !== undefined) counts.set(value, (counts.get(value) ?? 0) + 1);
  }
  const names = [...counts.keys()].sort((a, b) => (counts.get(b) ?? 0) - (counts.get(a) ?? 0));
  const place = new Map(names.map((value, g) => [value, g]));
  const of = Uint32Array.from({ length: n }, (_, v) => {
    const value = valueAt(v);
    return value === undefined ? names.length : (place.get(value) as number);
  });
  if (of.includes(names.length)) names.push('');
  return { of, names };
}
