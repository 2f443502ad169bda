/** An incidence of records and values: both sides as nodes, or one side tied by what it shares on the other. */
import { type Column, type Table, Dictionary } from '../tables';
import { type Network, type Records, type Rows, bundled, renumbered, sizesOf, subnetwork, transposed } from '../graph';
import { counted } from '../fault';
import { cellWeights, cellsOf, sizeAt } from './cells';
import { gathered, recordCounts } from './gather';
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
  noEdge,
  numbersOf,
  passing,
  passingNotes,
  recordSide,
} from './make';
import { Nodes, type Side } from './nodes';
import { normalised, projection, strengths } from './project';
import type { IncidenceTies } from './settings';
import { type RowValues, recordsAsValues, valuesOf } from './values';

/** One side: which things stand in each row, and what each is called. */
interface Things {
  rows: Rows;
  count: number;
  name(thing: number): string;
}

export async function incidenceNetwork(settings: IncidenceTies, context: TiesContext): Promise<Made> {
  const table = context.table(settings.table);
  const { step } = context;
  const byRecord = settings.left.length === 0;
  const { result } = settings;
  const weights = numbersOf(table, settings.weight, step);
  const notes: Note[] = [];
  const whole = valuesOf(
    table,
    settings.right.map((name) => needed(table, name, step)),
  );
  const right = withoutLarge(table, settings, whole, notes);
  const left = byRecord
    ? recordsAsValues(table.rows, () => '')
    : valuesOf(
        table,
        settings.left.map((name) => needed(table, name, step)),
      );
  await context.breathe(0.1);

  const nodes = new Nodes();
  const kinds: [string, string] = settings.kinds ?? [
    byRecord ? 'record' : settings.left.join(' and '),
    settings.right.join(' and '),
  ];
  const leftShown = result !== 'right';
  const rightShown = result !== 'left';
  const leftSide = leftShown ? sideOf(nodes, 0) : undefined;
  const rightSide = rightShown ? sideOf(nodes, 1) : undefined;
  function sideOf(all: Nodes, which: 0 | 1): Side {
    if (which === 0 && byRecord) return recordSide(all, table, settings.label, kinds[0], step);
    const asked = describedBy(which ? settings.others : settings.nodes, kinds[which], context);
    const described = describing(asked, [which ? right : left], notes);
    return all.side({ kind: kinds[which], described, unmatched: settings.unmatched });
  }
  const a = thingsOf(left, leftSide, byRecord, notes);
  const b = thingsOf(right, rightSide, false, notes);
  await context.breathe(0.2);

  const parts = nodes.parts();
  const n = parts.ids.length;
  // Only rows in which both sides stand count.
  const alive = Uint8Array.from({ length: table.rows }, (_, r) => (sizeAt(a.rows, r) && sizeAt(b.rows, r) ? 1 : 0));
  const emptied = (r: number): boolean => sizeAt(whole, r) > 0 && sizeAt(right, r) === 0;
  const without = alive.reduce((sum, one, r) => sum + (one || emptied(r) ? 0 : 1), 0);
  if (without) notes.push({ text: `${counted(without, 'record')} without a value left out.` });
  const leftRows = only(a.rows, alive);
  const rightRows = only(b.rows, alive);
  const shown: Rows[] = [...(leftShown ? [leftRows] : []), ...(rightShown ? [rightRows] : [])];
  const nodeRecords = joinedRows(
    shown.map((rows) => transposed(rows, n)),
    n,
  );
  const records = sizesOf(nodeRecords);
  // What a record that is itself a node stands in is one record: a minimum says nothing of it.
  const minded = byRecord && leftShown ? Uint8Array.from({ length: n }, (_, v) => (v < table.rows ? 0 : 1)) : undefined;
  const incidence = (passes?: Uint8Array): Rows => middle(settings, { leftRows, rightRows, a, b, byRecord }, passes, n);
  const strengthOf = (passes: Uint8Array): Float64Array => {
    if (result !== 'two-mode') return strengths(incidence(passes), n, settings.counting);
    const sums = new Float64Array(n);
    const cells = cellsOf(leftRows, rightRows, (v) => passes[v] === 1);
    const values = cellWeights(settings, cells, weights, table.rows);
    for (let e = 0; e < cells.left.length; e++) {
      sums[cells.left[e]] += values[e];
      sums[cells.right[e]] += values[e];
    }
    return sums;
  };
  const stood = Uint8Array.from({ length: n }, (_, v) => (records[v] > 0 ? 1 : 0));
  const all = passing(settings, { ...parts, records, minded }, strengthOf);
  // What stands nowhere is not a node, and not a candidate either.
  for (let v = 0; v < n; v++) if (!stood[v]) all.state[v] = 0;
  const passes = all.state.map((one) => (one === 1 ? 1 : 0));
  await context.breathe(0.4);

  const base: Omit<Network, 'source' | 'target' | 'weight' | 'edgeColumns' | 'weightName'> = {
    directed: false,
    ...parts,
    nodeRecords: { ...nodeRecords, tables: [settings.table] },
  };
  const candidates = chosen(all, stood);
  const finish = (net: Network, raw?: Float64Array): Made => {
    notes.push(...passingNotes(candidates, settings.minRecords));
    return {
      network: finished(subnetwork(net, passes), { ...settings, minWeight: raw ? 0 : settings.minWeight }, notes),
      notes,
      candidates,
    };
  };
  if (result === 'two-mode') {
    const cells = cellsOf(leftRows, rightRows, (v) => passes[v] === 1);
    const weight = cellWeights(settings, cells, weights, table.rows);
    return finish({
      ...base,
      source: cells.left,
      target: cells.right,
      weight,
      weightName: settings.weight ?? 'records',
      edgeColumns: [recordCounts(cells.behind), ...asked(table, settings, cells.behind, step)],
      edgeRecords: { ...cells.behind, tables: [settings.table] },
      sides: kinds,
    });
  }
  const things = incidence(passes);
  const found = await projection(things, n, settings, {
    breathe: (share) => context.breathe(0.4 + 0.5 * share),
  });
  if (found.total > 0 && !found.source.length) notes.unshift(noEdge);
  const behind =
    result === 'right' && byRecord ? found.shared : recordsOfPairs(found, { leftRows, rightRows, result, n });
  const edgeRecords: Records = { ...behind, tables: [settings.table] };
  const normal = settings.normalise !== 'none';
  const shared = Float64Array.from(
    { length: found.source.length },
    (_, e) => found.shared.offsets[e + 1] - found.shared.offsets[e],
  );
  return finish(
    {
      ...base,
      source: found.source,
      target: found.target,
      weight: normal ? normalised(found, settings.normalise) : found.weight,
      weightName: normal ? settings.normalise : settings.counting === 'full' ? 'shared' : 'shared, fractional',
      edgeColumns: [
        { type: 'number', name: 'shared', values: shared },
        ...(normal && settings.counting === 'fractional'
          ? [{ type: 'number' as const, name: 'shared, fractional', values: found.weight }]
          : []),
        ...(result === 'left' ? [sharedNames(settings.right, found.shared, b)] : []),
        ...(result === 'right' && !byRecord ? [sharedNames(settings.left, found.shared, a)] : []),
        ...asked(table, settings, behind, step),
      ],
      edgeRecords,
    },
    found.weight,
  );
}

/** Rows that hold more values than may be are emptied. */
function withoutLarge(table: Table, settings: IncidenceTies, values: RowValues, notes: Note[]): RowValues {
  const most = settings.mostValues;
  if (most === undefined) return values;
  const large = Uint8Array.from({ length: table.rows }, (_, r) => (sizeAt(values, r) > most ? 1 : 0));
  const count = large.reduce((sum, one) => sum + one, 0);
  if (!count) return values;
  notes.push({ text: `${counted(count, 'record')} with more than ${counted(most, 'value')} left out.` });
  const filled = sizesOf(values).reduce((sum, size) => sum + (size > 0 ? 1 : 0), 0);
  if (count === filled) notes.push({ text: 'Every record is over the limit. Raise it to see ties.' });
  return {
    ...only(
      values,
      large.map((one) => 1 - one),
    ),
    texts: values.texts,
  };
}

/** The rows marked 1; others are emptied. */
function only(rows: Rows, marked: Uint8Array): Rows {
  const offsets = new Uint32Array(rows.offsets.length);
  const items = new Uint32Array(rows.items.length);
  let at = 0;
  for (let r = 0; r + 1 < rows.offsets.length; r++) {
    if (marked[r]) for (let k = rows.offsets[r]; k < rows.offsets[r + 1]; k++) items[at++] = rows.items[k];
    offsets[r + 1] = at;
  }
  return { offsets, items: items.slice(0, at) };
}

/** A side that becomes nodes is numbered by them; one that does not, by its values. */
function thingsOf(values: RowValues, side: Side | undefined, records: boolean, notes: Note[]): Things {
  const { texts } = values;
  if (!side) return { rows: values, count: texts.length, name: (thing) => texts[thing] };
  const counts = sizesOf(transposed(values, texts.length));
  const left = new Map<string, number>();
  const made = new Map<string, number>();
  const place = Int32Array.from(texts, (text, code) => {
    if (records) return side.ofRow(code);
    const v = side.place(text);
    if (v < 0) left.set(text, counts[code]);
    else if (side.described && side.isMade(text)) made.set(text, counts[code]);
    return v;
  });
  if (left.size)
    notes.push({
      text: `${counted(left.size, 'name is', 'names are')} not in ${side.where} and left out.`,
      values: cases(left),
    });
  if (made.size)
    notes.push({
      text: `${counted(made.size, 'name is', 'names are')} not in ${side.where} and became nodes of their own.`,
      values: cases(made),
    });
  let count = 0;
  for (const v of place) count = Math.max(count, v + 1);
  return { rows: renumbered(values, place), count, name: (thing) => texts[thing] };
}

function joinedRows(parts: readonly Rows[], n: number): Rows {
  if (parts.length === 1) return parts[0];
  const of: number[] = [];
  const items: number[] = [];
  for (const rows of parts) {
    for (let v = 0; v < n; v++) {
      for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) {
        of.push(v);
        items.push(rows.items[k]);
      }
    }
  }
  return bundled(Uint32Array.from(of), Uint32Array.from(items), n);
}

interface Sides {
  leftRows: Rows;
  rightRows: Rows;
  a: Things;
  b: Things;
  byRecord: boolean;
}

/** Of a projection: for each thing of the side that is not shown, the nodes that share it and pass. */
function middle(settings: IncidenceTies, sides: Sides, passes: Uint8Array | undefined, n: number): Rows {
  const toRight = settings.result === 'right';
  const members = toRight ? sides.rightRows : sides.leftRows;
  const pass = Int32Array.from({ length: n }, (_, v) => (!passes || passes[v] ? v : -1));
  const kept = renumbered(members, pass);
  const things = toRight ? sides.leftRows : sides.rightRows;
  const count = toRight ? sides.a.count : sides.b.count;
  // Records as the middle: each row is one thing.
  if (toRight && sides.byRecord) return kept;
  const rowsOfThing = transposed(things, count);
  const offsets = new Uint32Array(count + 1);
  const last = new Int32Array(n).fill(-1);
  const items: number[] = [];
  const most = settings.mostRecords ?? Infinity;
  for (let x = 0; x < count; x++) {
    const start = items.length;
    for (let k = rowsOfThing.offsets[x]; k < rowsOfThing.offsets[x + 1]; k++) {
      const r = rowsOfThing.items[k];
      for (let p = kept.offsets[r]; p < kept.offsets[r + 1]; p++) {
        const v = kept.items[p];
        if (last[v] === x) continue;
        last[v] = x;
        items.push(v);
      }
    }
    // What everybody shares tells nobody apart.
    if (rowsOfThing.offsets[x + 1] - rowsOfThing.offsets[x] > most) items.length = start;
    offsets[x + 1] = items.length;
  }
  return { offsets, items: Uint32Array.from(items) };
}

/** The rows that hold one of a pair together with a thing that both share, each once. */
function recordsOfPairs(
  found: { source: Uint32Array; target: Uint32Array; shared: Rows },
  given: { leftRows: Rows; rightRows: Rows; result: IncidenceTies['result']; n: number },
): Rows {
  const members = given.result === 'left' ? given.leftRows : given.rightRows;
  const things = given.result === 'left' ? given.rightRows : given.leftRows;
  const rowsOf = transposed(members, given.n);
  const offsets = new Uint32Array(found.source.length + 1);
  const items: number[] = [];
  const wanted = new Set<number>();
  for (let e = 0; e < found.source.length; e++) {
    wanted.clear();
    for (let k = found.shared.offsets[e]; k < found.shared.offsets[e + 1]; k++) wanted.add(found.shared.items[k]);
    const start = items.length;
    for (const v of [found.source[e], found.target[e]]) {
      for (let k = rowsOf.offsets[v]; k < rowsOf.offsets[v + 1]; k++) {
        const r = rowsOf.items[k];
        for (let p = things.offsets[r]; p < things.offsets[r + 1]; p++) {
          if (!wanted.has(things.items[p])) continue;
          if (!items.includes(r, start)) items.push(r);
          break;
        }
      }
    }
    offsets[e + 1] = items.length;
  }
  return { offsets, items: Uint32Array.from(items) };
}

/** What each pair shares, by name. */
function sharedNames(columns: readonly string[], shared: Rows, things: Things): Column {
  const words = new Dictionary();
  const codes = Uint32Array.from(shared.items, (thing) => words.code(things.name(thing)));
  return {
    type: 'list',
    name: `shared ${columns.join(' and ')}`,
    offsets: shared.offsets,
    codes,
    dictionary: words.texts,
  };
}

/** Edge columns as asked; unasked the first and last of each date. */
function asked(table: Table, settings: IncidenceTies, behind: Rows, step: string): Column[] {
  if (settings.gather) return gatheredAsAsked(table, settings.gather, behind, step);
  return table.columns
    .filter((col) => col.type === 'date')
    .flatMap((col) => [gathered(col, behind, 'first'), gathered(col, behind, 'last')]);
}

function chosen(all: Made['candidates'], stood: Uint8Array): Made['candidates'] {
  const places = Uint32Array.from(stood.keys()).filter((v) => stood[v] === 1);
  return {
    ids: Array.from(places, (v) => all.ids[v]),
    labels: Array.from(places, (v) => all.labels[v]),
    records: places.map((v) => all.records[v]),
    strength: Float64Array.from(places, (v) => all.strength[v]),
    state: Uint8Array.from(places, (v) => all.state[v]),
  };
}
