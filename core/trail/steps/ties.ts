/** Ties: how records become nodes and edges. Here the direct way: a row is an edge from one column's value to another's. */
import { z } from 'zod';
import { type Column, type Table, cellText, column, extended } from '../../tables';
import { type Network, edgeCount, nodeCount } from '../../graph';
import { Fault, counted, grouped } from '../../fault';
import type { Note, StepContext, StepKind } from '../step';
import { edgesOf } from './ties-edges';

export const tiesSchema = z.object({
  id: z.string(),
  kind: z.literal('ties'),
  on: z.boolean(),
  /** The table whose rows are ties, and its two end columns. */
  table: z.string(),
  from: z.string(),
  to: z.string(),
  directed: z.boolean().default(true),
  parallel: z.enum(['sum', 'keep']).default('sum'),
  loops: z.enum(['keep', 'drop']).default('drop'),
  /** The number column that is summed; absent: the number of records. */
  weight: z.string().optional(),
  /** The table that describes the nodes: matched by `match`, called by `label`. */
  nodes: z.object({ table: z.string(), match: z.string(), label: z.string().optional() }).optional(),
  /** What becomes of ends that the node table does not have. */
  unmatched: z.enum(['create', 'leave']).default('create'),
});
export type TiesSettings = z.infer<typeof tiesSchema>;

export const ties: StepKind<TiesSettings> = {
  kind: 'ties',
  title: 'Ties',
  help: 'Say which columns hold the two ends of a tie. Every row becomes one; rows with the same ends can be summed.',
  schema: tiesSchema,
  summary: (settings) => `${settings.from} ${settings.directed ? '→' : '–'} ${settings.to}`,
  async run(_state, settings, context) {
    const { network, notes } = await tie(settings, context);
    return {
      state: { network },
      result: `${grouped(nodeCount(network))} · ${counted(edgeCount(network), 'tie')}`,
      notes,
    };
  },
};

function needed(table: Table, name: string, step: string): Column {
  const found = column(table, name);
  if (!found) throw new Fault(`The table “${table.name}” has no column “${name}”. Choose one of its columns.`, step);
  return found;
}

/** The one value of a cell that names a node; lists are taken as a whole. */
function valuesOf(col: Column, rows: number): string[] {
  const values = new Array<string>(rows);
  for (let r = 0; r < rows; r++) values[r] = cellText(col, r);
  return values;
}

async function tie(settings: TiesSettings, context: StepContext): Promise<{ network: Network; notes: Note[] }> {
  const table = context.table(settings.table);
  const fromColumn = needed(table, settings.from, context.step);
  const toColumn = needed(table, settings.to, context.step);
  const weightColumn = settings.weight === undefined ? undefined : needed(table, settings.weight, context.step);
  if (weightColumn && weightColumn.type !== 'number') {
    throw new Fault(
      `“${weightColumn.name}” is no number column, so it cannot be summed to a weight. Choose a number column, or make it one on the Records page.`,
      context.step,
    );
  }
  const register = nodesFrom(settings, context);
  await context.breathe(0.1);
  const from = valuesOf(fromColumn, table.rows);
  const to = valuesOf(toColumn, table.rows);
  await context.breathe(0.3);

  const left = new Map<string, number>();
  const source = new Int32Array(table.rows).fill(-1);
  const target = new Int32Array(table.rows).fill(-1);
  let empty = 0;
  let withoutWeight = 0;
  let loops = 0;
  let leftRows = 0;
  for (let r = 0; r < table.rows; r++) {
    if (from[r] === '' || to[r] === '') {
      empty++;
      continue;
    }
    if (weightColumn && Number.isNaN(weightColumn.values[r])) {
      withoutWeight++;
      continue;
    }
    const a = register.place(from[r]);
    const b = register.place(to[r]);
    if (a < 0) left.set(from[r], (left.get(from[r]) ?? 0) + 1);
    if (b < 0) left.set(to[r], (left.get(to[r]) ?? 0) + 1);
    if (a < 0 || b < 0) {
      leftRows++;
      continue;
    }
    if (a === b) {
      loops++;
      if (settings.loops === 'drop') continue;
    }
    source[r] = a;
    target[r] = b;
  }
  await context.breathe(0.6);
  const edges = edgesOf(table, settings, { source, target, weight: weightColumn?.values });
  const network: Network = {
    directed: settings.directed,
    ids: register.ids,
    labels: register.labels(),
    ...edges,
    weightName: settings.weight ?? 'records',
    nodeColumns: register.columns(),
    origins: {},
  };
  const read = [settings.table, settings.nodes?.table].flatMap((key) => (key ? context.names(key) : '') || []);
  return {
    network,
    notes: notesOn({ names: [...new Set(read)], empty, withoutWeight, loops, leftRows, left, register }, settings),
  };
}

interface Register {
  ids: string[];
  /** The node a value names, made where it may be; −1 where it is left out. */
  place(value: string): number;
  labels(): string[];
  columns(): Column[];
  /** Values that the node table does not have and that became nodes, with how often they stood. */
  created: Map<string, number>;
  /** Keys that several rows of the node table share, with the number of rows. */
  doubles: Map<string, number>;
}

/** The node table's rows are the first nodes; ends that it does not have come after them. */
function nodesFrom(settings: TiesSettings, context: StepContext): Register {
  const ids: string[] = [];
  const places = new Map<string, number>();
  const created = new Map<string, number>();
  const doubles = new Map<string, number>();
  const identities = new Map<string, number>();
  const table = settings.nodes && context.table(settings.nodes.table);
  const match = table && needed(table, settings.nodes?.match ?? '', context.step);
  if (table && match) {
    // Ties name a node by its identity, or by what the match column says.
    const single = table.identity?.length === 1 ? column(table, table.identity[0]) : undefined;
    const own = single ? valuesOf(single, table.rows) : undefined;
    const used = new Set<string>();
    valuesOf(match, table.rows).forEach((key, r) => {
      const first = key !== '' && !places.has(key);
      if (first) places.set(key, r);
      else if (key !== '') doubles.set(key, (doubles.get(key) ?? 1) + 1);
      const wanted = own?.[r] || (first ? key : '');
      // A row without a key, or with one that stood before, stays a node of its own that no tie names.
      const id = wanted !== '' && !used.has(wanted) ? wanted : `${key}#${r + 1}`;
      used.add(id);
      ids.push(id);
    });
    own?.forEach((id, r) => ids[r] === id && identities.set(id, r));
  }
  const known = ids.length;
  const label = table && column(table, settings.nodes?.label ?? settings.nodes?.match ?? '');
  return {
    ids,
    created,
    doubles,
    place(value) {
      const place = identities.get(value) ?? places.get(value);
      if (place !== undefined) {
        if (place >= known && match) created.set(value, (created.get(value) ?? 0) + 1);
        return place;
      }
      if (match && settings.unmatched === 'leave') return -1;
      places.set(value, ids.length);
      if (match) created.set(value, 1);
      ids.push(value);
      return ids.length - 1;
    },
    labels: () => ids.map((id, v) => (label && v < known && cellText(label, v)) || id),
    columns: () => (table ? table.columns.map((col) => extended(col, ids.length)) : []),
  };
}

function notesOn(
  found: {
    names: string[];
    empty: number;
    withoutWeight: number;
    loops: number;
    leftRows: number;
    left: Map<string, number>;
    register: Register;
  },
  settings: TiesSettings,
): Note[] {
  const notes: Note[] = [];
  const cases = (counts: Map<string, number>): { value: string; count: number }[] =>
    Array.from(counts, ([value, count]) => ({ value, count })).sort(
      (a, b) => b.count - a.count || (a.value < b.value ? -1 : 1),
    );
  const { created, doubles } = found.register;
  if (found.names.length) notes.push({ text: `Names as joined in ${found.names.join(', ')}.` });
  if (doubles.size) {
    notes.push({
      text: `${counted(doubles.size, 'name stands', 'names stand')} in several rows of ${settings.nodes?.table}; ties go to the first of them. Match by another column to tell them apart.`,
      values: cases(doubles),
    });
  }
  const where = settings.nodes?.table;
  if (found.left.size) {
    notes.push({
      text: `${counted(found.leftRows, 'row')} left out: ${counted(found.left.size, 'name is', 'names are')} not in ${where}.`,
      values: cases(found.left),
    });
  }
  if (created.size) {
    notes.push({
      text: `${counted(created.size, 'name is', 'names are')} not in ${where} and became nodes of their own.`,
      values: cases(created),
    });
  }
  if (found.empty) notes.push({ text: `${counted(found.empty, 'row')} without one of the two ends left out.` });
  if (found.withoutWeight) {
    notes.push({ text: `${counted(found.withoutWeight, 'row')} without a number in “${settings.weight}” left out.` });
  }
  if (found.loops) {
    const verb = settings.loops === 'drop' ? 'left out' : 'kept as loops';
    notes.push({ text: `${counted(found.loops, 'row')} with the same name at both ends ${verb}.` });
  }
  return notes;
}
