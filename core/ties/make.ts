/** What every way of making ties needs: columns by name, sides by their descriptions, and the finish. */
import { type Column, type Table, cellText, column } from '../tables';
import { type Network, components, nodeCount, subnetwork } from '../graph';
import type { Breath } from '../split';
import { Fault, counted, grouped, listed } from '../fault';
import type { Describes, Gathering } from './settings';
import { type Described, type Side, Nodes } from './nodes';
import { fitsGathering, gathered } from './gather';
import type { Rows } from '../graph';

/** Something the user should know of the work, in a sentence; `values` are the cases, most frequent first. */
export interface Note {
  text: string;
  values?: { value: string; count: number }[];
}

/** What tables there are, where a fault stands, and how long work comes up for air. */
export interface TiesContext extends Breath {
  step: string;
  table(key: string): Table;
}

/** A node that might be: in how many records it stands, the sum of its pairs' weights, and whether it passes. */
export interface Candidates {
  ids: string[];
  labels: string[];
  records: Uint32Array;
  strength: Float64Array;
  /** 1 passes, 0 too few records, 2 taken out by hand, 3 not among the strongest. */
  state: Uint8Array;
}

export interface Made {
  network: Network;
  notes: Note[];
  candidates: Candidates;
}

export function needed(table: Table, name: string, step: string): Column {
  const found = column(table, name);
  if (found) return found;
  throw new Fault(
    `The table “${table.name}” has no column “${name}”. Choose one of ${listed(
      table.columns.map((col) => col.name),
      8,
    )}.`,
    step,
  );
}

/** The values of a number column. A Fault where it is none. */
export function numbersOf(table: Table, name: string | undefined, step: string): Float64Array | undefined {
  if (name === undefined) return undefined;
  const col = needed(table, name, step);
  if (col.type === 'number') return col.values;
  throw new Fault(
    `“${col.name}” is no number column, so it cannot be summed to a weight. Choose a number column, or make it one on the Records page.`,
    step,
  );
}

/** The tables that describe a side; all of them are of its kind, where the side has one. */
export function describedBy(
  asked: Describes | readonly Describes[] | undefined,
  kind: string | undefined,
  context: TiesContext,
): Described[] {
  return (asked ? [asked].flat() : []).map((one) => {
    const table = context.table(one.table);
    return {
      table,
      match: needed(table, one.match, context.step),
      label: one.label === undefined ? undefined : needed(table, one.label, context.step),
      kind: kind ?? one.kind ?? one.table,
    };
  });
}

/** The tables that have at least one of the values; those that have none describe nobody here, and it is said. */
export function describing(
  described: readonly Described[],
  values: readonly { texts: readonly string[] }[],
  notes: Note[],
): Described[] {
  if (values.every(({ texts }) => texts.length === 0)) return [...described];
  return described.filter(({ table, match }) => {
    const known = new Set<string>();
    const single = table.identity?.length === 1 ? column(table, table.identity[0]) : undefined;
    for (let r = 0; r < table.rows; r++) {
      known.add(cellText(match, r));
      if (single) known.add(cellText(single, r));
    }
    if (values.some(({ texts }) => texts.some((text) => known.has(text)))) return true;
    notes.push({
      text: `The table “${table.name}” has none of these names by “${match.name}”, so it describes nobody here and is left aside.`,
    });
    return false;
  });
}

/** The records of a table as a side: called by a column, or by their identity, or by the first column that tells them apart. */
export function recordSide(nodes: Nodes, table: Table, label: string | undefined, kind: string, step: string): Side {
  const name = label ?? table.identity?.[0] ?? mostTelling(table)?.name;
  if (name === undefined) throw new Fault(`The table “${table.name}” has no columns.`, step);
  const match = needed(table, name, step);
  return nodes.side({ kind, described: [{ table, match, label: match, kind }], unmatched: 'leave' });
}

function mostTelling(table: Table): Column | undefined {
  const texts = table.columns.filter((col) => col.type === 'text');
  return texts.find((col) => col.dictionary.length === table.rows) ?? texts[0] ?? table.columns[0];
}

/** Columns of the edges as asked. A Fault where a column is missing, or cannot be gathered so. */
export function gatheredAsAsked(
  table: Table,
  asked: readonly { column: string; as: Gathering }[],
  behind: Rows,
  step: string,
): Column[] {
  return asked.map(({ column: name, as }) => {
    const col = needed(table, name, step);
    if (!fitsGathering(col.type, as)) {
      throw new Fault(
        `“${name}” holds no ${as === 'most frequent' ? 'categories' : 'numbers'}, so “${as}” cannot be had of it. Choose another way to gather it.`,
        step,
      );
    }
    return gathered(col, behind, as);
  });
}

/** Cases of a note, most frequent first, equal ones by letter. */
export const cases = (counts: ReadonlyMap<string, number>): { value: string; count: number }[] =>
  Array.from(counts, ([value, count]) => ({ value, count })).sort(
    (a, b) => b.count - a.count || (a.value < b.value ? -1 : 1),
  );

/** Which nodes pass: enough records, not taken out by hand, and among the strongest where only those are wanted. */
export function passing(
  asked: { minRecords: number; leftOut: readonly string[]; strongest?: number },
  given: { ids: readonly string[]; labels: readonly string[]; records: Uint32Array; minded?: Uint8Array },
  strengthOf: (passes: Uint8Array) => Float64Array,
): Candidates {
  const n = given.ids.length;
  const state = new Uint8Array(n);
  const out = new Set(asked.leftOut);
  for (let v = 0; v < n; v++) {
    const enough = given.records[v] >= asked.minRecords || given.minded?.[v] === 0;
    state[v] = out.has(given.ids[v]) ? 2 : enough ? 1 : 0;
  }
  const strength = strengthOf(state.map((one) => (one === 1 ? 1 : 0)));
  if (asked.strongest !== undefined) {
    const order = Array.from(state.keys()).filter((v) => state[v] === 1);
    order.sort(
      (a, b) =>
        strength[b] - strength[a] ||
        given.records[b] - given.records[a] ||
        (given.labels[a] < given.labels[b] ? -1 : 1),
    );
    for (const v of order.slice(asked.strongest)) state[v] = 3;
  }
  return { ids: [...given.ids], labels: [...given.labels], records: given.records, strength, state };
}

/** Notes on nodes that do not pass. */
export function passingNotes(found: Candidates, minRecords: number): Note[] {
  const count = (state: number): number => found.state.reduce((sum, one) => sum + (one === state ? 1 : 0), 0);
  const notes: Note[] = [];
  const few = count(0);
  if (few)
    notes.push({
      text: `${counted(few, 'node stands', 'nodes stand')} in fewer than ${counted(minRecords, 'record')} and left out.`,
    });
  const weak = count(3);
  if (weak) notes.push({ text: `${counted(weak, 'node is', 'nodes are')} not among the strongest and left out.` });
  const hand = count(2);
  if (hand) notes.push({ text: `${counted(hand, 'node is', 'nodes are')} taken out by hand.` });
  if (found.ids.length && !count(1))
    notes.unshift({ text: 'No node passes. Lower the minimum of records, or take fewer nodes out.' });
  return notes;
}

/** Where a minimum weight leaves nothing. */
export const noEdge: Note = { text: 'No edge reaches the minimum weight. Lower it to see ties.' };

/** The minimum weight where it is not applied yet, and the connected part. Says how much is outside of the largest. */
export function finished(
  net: Network,
  asked: { minWeight: number; part: 'all' | 'largest' },
  notes: Note[],
  raw: Float64Array = net.weight,
): Network {
  let kept = net;
  if (asked.minWeight > 0) {
    const stays = Uint8Array.from(raw, (w) => (w >= asked.minWeight ? 1 : 0));
    kept = subnetwork(net, new Uint8Array(nodeCount(net)).fill(1), stays);
    const gone = net.source.length - kept.source.length;
    if (gone) notes.push({ text: `${counted(gone, 'edge')} under the weight of ${asked.minWeight} left out.` });
  }
  if (net.source.length && !kept.source.length) notes.unshift(noEdge);
  const { of, sizes } = components(kept);
  const outside = nodeCount(kept) - (sizes[0] ?? 0);
  if (outside > 0) {
    notes.push({
      text: `The largest connected part holds ${grouped(sizes[0])} of ${counted(nodeCount(kept), 'node')}; ${asked.part === 'largest' ? `${grouped(outside)} left out` : `“only the connected part” would leave out ${grouped(outside)}`}.`,
    });
  }
  if (asked.part === 'largest' && outside > 0) {
    kept = subnetwork(kept, of.map((c) => (c === 0 ? 1 : 0)) as unknown as Uint8Array);
  }
  return kept;
}
