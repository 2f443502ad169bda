/** Direct ties: a row is an edge from the values of one column to those of another. */
import { type Table, pick } from '../tables';
import { type Network, type Rows, bundled, groupedPairs, subnetwork } from '../graph';
import { counted } from '../fault';
import { amounts, gatheredByType, recordCounts } from './gather';
import {
  type Made,
  type Note,
  type TiesContext,
  cases,
  describedBy,
  describing,
  finished,
  gatheredAsAsked,
  needed,
  numbersOf,
  passing,
  passingNotes,
} from './make';
import { Nodes, type Side } from './nodes';
import type { DirectTies } from './settings';
import { type RowValues, valuesOf } from './values';

/** One entry for each tie of a record: its ends and its row. */
interface Pairs {
  a: Uint32Array;
  b: Uint32Array;
  row: Uint32Array;
}

/** What was left out on the way, for the notes. */
interface Losses {
  empty: number;
  withoutWeight: number;
  loops: number;
  leftRows: number;
  left: Map<string, number>;
  made: Map<string, number>;
}

export async function directNetwork(settings: DirectTies, context: TiesContext): Promise<Made> {
  const table = context.table(settings.table);
  const from = valuesOf(table, [needed(table, settings.from, context.step)]);
  const to = valuesOf(table, [needed(table, settings.to, context.step)]);
  const weights = numbersOf(table, settings.weight, context.step);
  const nodes = new Nodes();
  const idle: Note[] = [];
  const [first, second] = sidesOf(nodes, settings, context, { from, to }, idle);
  await context.breathe(0.2);
  const { pairs, losses } = pairsOf(settings, { from, to }, { first, second }, weights);
  await context.breathe(0.5);

  const parts = nodes.parts();
  const n = parts.ids.length;
  const records = standing(pairs, n);
  const counts = Uint32Array.from({ length: n }, (_, v) => records.offsets[v + 1] - records.offsets[v]);
  const strengthOf = (passes: Uint8Array): Float64Array => {
    const sums = new Float64Array(n);
    for (let k = 0; k < pairs.a.length; k++) {
      const a = pairs.a[k];
      const b = pairs.b[k];
      if (!passes[a] || !passes[b]) continue;
      const w = weights ? weights[pairs.row[k]] : 1;
      sums[a] += w;
      sums[b] += w;
    }
    return sums;
  };
  const candidates = passing(settings, { ...parts, records: counts }, strengthOf);
  await context.breathe(0.6);
  const staying = (v: number): boolean => candidates.state[v] === 1;
  const kept = keptPairs(pairs, (k) => staying(pairs.a[k]) && staying(pairs.b[k]));
  const full: Network = {
    directed: settings.directed,
    ...parts,
    ...edgesOf(table, settings, kept, weights, context.step),
    weightName: settings.weight ?? 'records',
    nodeRecords: { ...records, tables: [settings.table] },
    ...(first === second ? {} : twoSides(first, second, parts)),
  };
  const notes = [...idle, ...notesOn(losses, nodes, first, settings)];
  const chosen = subnetwork(
    full,
    Uint8Array.from(candidates.state, (one) => (one === 1 ? 1 : 0)),
  );
  notes.push(...passingNotes(candidates, settings.minRecords));
  return { network: finished(chosen, settings, notes), notes, candidates };
}

/** Two-mode where every tie joins a node of one kind to one of the other. */
function twoSides(first: Side, second: Side, parts: Pick<Network, 'nodeColumns'>): Pick<Network, 'sides'> {
  const kinds = parts.nodeColumns[0];
  const single = kinds?.type === 'text' && kinds.dictionary.length === 2;
  return single && first.kind !== second.kind ? { sides: [first.kind, second.kind] } : {};
}

function sidesOf(
  nodes: Nodes,
  settings: DirectTies,
  context: TiesContext,
  { from, to }: { from: RowValues; to: RowValues },
  notes: Note[],
): [Side, Side] {
  const { unmatched, kinds } = settings;
  const two = settings.others !== undefined || kinds !== undefined;
  const ask = (which: 0 | 1): Parameters<Nodes['side']>[0] => {
    const asked = describedBy(which ? settings.others : settings.nodes, kinds?.[which], context);
    const described = describing(asked, two ? [which ? to : from] : [from, to], notes);
    const column = which ? settings.to : settings.from;
    return { kind: kinds?.[which] ?? described[0]?.kind ?? column, described, unmatched };
  };
  const first = nodes.side(ask(0));
  return [first, two ? nodes.side(ask(1)) : first];
}

function pairsOf(
  settings: DirectTies,
  values: { from: RowValues; to: RowValues },
  sides: { first: Side; second: Side },
  weights: Float64Array | undefined,
): { pairs: Pairs; losses: Losses } {
  const { from, to } = values;
  const rows = from.offsets.length - 1;
  const placeA = new Int32Array(from.texts.length).fill(-2);
  const placeB = new Int32Array(to.texts.length).fill(-2);
  const losses: Losses = { empty: 0, withoutWeight: 0, loops: 0, leftRows: 0, left: new Map(), made: new Map() };
  const tally = (counts: Map<string, number>, value: string): unknown =>
    counts.set(value, (counts.get(value) ?? 0) + 1);
  const place = (side: Side, known: Int32Array, code: number, text: string): number => {
    if (known[code] === -2) known[code] = side.place(text);
    if (known[code] < 0) tally(losses.left, text);
    else if (side.described && side.isMade(text)) tally(losses.made, text);
    return known[code];
  };
  let most = 0;
  for (let r = 0; r < rows; r++) most += (from.offsets[r + 1] - from.offsets[r]) * (to.offsets[r + 1] - to.offsets[r]);
  const pairs = { a: new Uint32Array(most), b: new Uint32Array(most), row: new Uint32Array(most) };
  let at = 0;
  for (let r = 0; r < rows; r++) {
    if (from.offsets[r] === from.offsets[r + 1] || to.offsets[r] === to.offsets[r + 1]) {
      losses.empty++;
      continue;
    }
    if (weights && Number.isNaN(weights[r])) {
      losses.withoutWeight++;
      continue;
    }
    const before = at;
    let looped = false;
    for (let i = from.offsets[r]; i < from.offsets[r + 1]; i++) {
      const code = from.items[i];
      const a = place(sides.first, placeA, code, from.texts[code]);
      for (let j = to.offsets[r]; j < to.offsets[r + 1]; j++) {
        const other = to.items[j];
        const b = place(sides.second, placeB, other, to.texts[other]);
        if (a < 0 || b < 0) continue;
        if (a === b) {
          looped = true;
          losses.loops++;
          if (settings.loops === 'drop') continue;
        }
        pairs.a[at] = a;
        pairs.b[at] = b;
        pairs.row[at++] = r;
      }
    }
    if (at === before && !looped) losses.leftRows++;
  }
  return { pairs: { a: pairs.a.slice(0, at), b: pairs.b.slice(0, at), row: pairs.row.slice(0, at) }, losses };
}

/** The records in which each node stands, each once. */
function standing({ a, b, row }: Pairs, n: number): Rows {
  const of: number[] = [];
  const items: number[] = [];
  const last = new Int32Array(n).fill(-1);
  for (let k = 0; k < row.length; k++) {
    for (const v of [a[k], b[k]]) {
      if (last[v] === row[k]) continue;
      last[v] = row[k];
      of.push(v);
      items.push(row[k]);
    }
  }
  return bundled(Uint32Array.from(of), Uint32Array.from(items), n);
}

function keptPairs(pairs: Pairs, stays: (k: number) => boolean): Pairs {
  const places = Uint32Array.from(pairs.row.keys()).filter(stays);
  const taken = (values: Uint32Array): Uint32Array => places.map((k) => values[k]);
  return { a: taken(pairs.a), b: taken(pairs.b), row: taken(pairs.row) };
}

type Edges = Pick<Network, 'source' | 'target' | 'weight' | 'edgeColumns' | 'edgeRecords'>;

function edgesOf(
  table: Table,
  settings: DirectTies,
  pairs: Pairs,
  weights: Float64Array | undefined,
  step: string,
): Edges {
  const others = table.columns.filter((col) => col.name !== settings.from && col.name !== settings.to);
  const tables = [settings.table];
  if (settings.parallel === 'keep') {
    return {
      source: pairs.a,
      target: pairs.b,
      weight: Float64Array.from(pairs.row, (r) => weights?.[r] ?? 1),
      edgeColumns: others.map((col) => pick(col, pairs.row)),
      edgeRecords: {
        offsets: Uint32Array.from({ length: pairs.row.length + 1 }, (_, i) => i),
        items: pairs.row,
        tables,
      },
    };
  }
  const merge = !settings.directed && settings.opposite === 'merge';
  const a = merge ? pairs.a.map((one, k) => Math.min(one, pairs.b[k])) : pairs.a;
  const b = merge ? pairs.b.map((one, k) => Math.max(one, pairs.a[k])) : pairs.b;
  let n = 0;
  for (let k = 0; k < a.length; k++) n = Math.max(n, a[k] + 1, b[k] + 1);
  const { of, count } = groupedPairs(a, b, n);
  const source = new Uint32Array(count);
  const target = new Uint32Array(count);
  for (let k = 0; k < of.length; k++) {
    source[of[k]] = a[k];
    target[of[k]] = b[k];
  }
  const behind = bundled(of, pairs.row, count);
  return {
    source,
    target,
    weight: weights
      ? amounts(weights, behind, settings.weightBy)
      : Float64Array.from({ length: count }, (_, e) => behind.offsets[e + 1] - behind.offsets[e]),
    edgeColumns: [
      recordCounts(behind),
      ...(settings.gather ? gatheredAsAsked(table, settings.gather, behind, step) : gatheredByType(others, behind)),
    ],
    edgeRecords: { ...behind, tables },
  };
}

function notesOn(losses: Losses, nodes: Nodes, first: Side, settings: DirectTies): Note[] {
  const notes: Note[] = [];
  for (const { table, values } of nodes.doubles()) {
    if (!values.size) continue;
    notes.push({
      text: `${counted(values.size, 'name stands', 'names stand')} in several rows of ${table}; ties go to the first of them. Match by another column to tell them apart.`,
      values: cases(values),
    });
  }
  const { where } = first;
  if (losses.left.size) {
    notes.push({
      text: `${counted(losses.leftRows, 'row')} left out: ${counted(losses.left.size, 'name is', 'names are')} not in ${where}.`,
      values: cases(losses.left),
    });
  }
  if (losses.made.size) {
    notes.push({
      text: `${counted(losses.made.size, 'name is', 'names are')} not in ${where} and became nodes of their own.`,
      values: cases(losses.made),
    });
  }
  if (losses.empty) notes.push({ text: `${counted(losses.empty, 'row')} without one of the two ends left out.` });
  if (losses.withoutWeight) {
    notes.push({ text: `${counted(losses.withoutWeight, 'row')} without a number in “${settings.weight}” left out.` });
  }
  if (losses.loops) {
    const verb = settings.loops === 'drop' ? 'left out' : 'kept as loops';
    notes.push({ text: `${counted(losses.loops, 'row')} with the same name at both ends ${verb}.` });
  }
  return notes;
}
