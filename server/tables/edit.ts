/** Editing by hand: cells, rows, columns. Every change is made on the version it was decided on, and can be taken back. */
import { and, eq, sql } from 'drizzle-orm';
import * as z from 'zod';
import { type ColumnSpec, columnSpecSchema } from '@/core/tables';
import { Fault, counted } from '@/core/fault';
import { studyFor } from '@/server/access';
import { database, inTransaction, studyTable, tableChange } from '@/server/db';
import { cleanName, touchStudy } from '@/server/studies';
import { appendRows } from './append';
import { stepEffects } from './intake';
import {
  type ChangeRow,
  bringBack,
  changesSince,
  formerStates,
  moves,
  recordChange,
  stepBack,
  undoable,
  withSpec,
  writeCells,
} from './change';
import { newSet, readRows } from './record-sets';
import { type LockedTable, lockedTable, tableFor } from '.';

const place = z.number().int().min(0);
const cell = z.string().max(8_000_000);

export const editSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('cells'),
    edits: z.array(z.object({ row: place, column: place, text: cell })).max(2_000_000),
    what: z.string().max(300),
  }),
  z.object({ kind: z.literal('add rows'), at: place, rows: z.array(z.array(cell)).max(200_000) }),
  z.object({ kind: z.literal('delete rows'), rows: z.array(place).max(2_000_000) }),
  z.object({ kind: z.literal('add column'), at: place, spec: columnSpecSchema, fill: cell.default('') }),
  z.object({ kind: z.literal('delete column'), column: place }),
  z.object({ kind: z.literal('change column'), column: place, spec: columnSpecSchema }),
  z.object({ kind: z.literal('identity'), columns: z.array(z.string()) }),
]);
export type Edit = z.input<typeof editSchema>;

/** A cell that somebody else has written since the edit was decided on. */
export interface Conflict {
  row: number;
  column: number;
  theirs: string;
  yours: string;
}

export interface Edited {
  version: number;
  /** Whether others have changed the table since the version that the edit was decided on. */
  others: boolean;
  /** Cells that were left as others wrote them. */
  conflicts: Conflict[];
}

/** Who asks for an edit, and under which token: one that was done already is not done again. */
export interface Asking {
  author?: string;
  token?: string;
  /** Token of the addition of rows from whose first row the rows of an edit of cells are counted. */
  onto?: string;
  progress?: (share: number) => void;
}

/**
 * Makes one change that was decided on at version `base`. What others did since stays: cells that they wrote are given back as conflicts, all else is
 * written. A Fault where rows or columns have other places by now.
 */
export async function editTable(
  studyId: string,
  key: string,
  base: number,
  edit: Edit,
  { author, token, onto, progress }: Asking = {},
): Promise<Edited> {
  await studyFor(studyId, 'edit');
  let parsed = editSchema.parse(edit);
  const edited = await inTransaction(async (): Promise<Edited> => {
    const table = { ...(await lockedTable(studyId, key)), author, token };
    const later = await changesSince(table.id, base);
    const others = later.some((change) => author === undefined || change.author !== author);
    const done = token && (await versionOf(table.id, token));
    if (done) return { version: table.version, others, conflicts: [] };
    if (onto !== undefined && parsed.kind === 'cells') {
      const start = await startOf(table, onto);
      parsed = { ...parsed, edits: parsed.edits.map((one) => ({ ...one, row: one.row + start })) };
    }
    if (base > table.version) throw new Fault(`“${table.name}” is older than what is shown. Load the page again.`, key);
    const placed = parsed.kind === 'identity' || (parsed.kind === 'add rows' && parsed.at >= table.rows);
    const hinders = parsed.kind === 'cells' ? moves : ({ before }: ChangeRow) => before !== null;
    if (!placed && later.some(hinders)) {
      throw new Fault(
        `“${table.name}” was changed meanwhile by somebody else. It is shown as it is now; make your change again.`,
        key,
      );
    }
    if (parsed.kind !== 'cells') return { version: await apply(table, parsed), others, conflicts: [] };
    const { free, conflicts } = apart(
      parsed.edits,
      later.filter((change) => author === undefined || change.author !== author),
    );
    const { version } = await writeCells(table, free, parsed.what, undefined, progress);
    return { version, others, conflicts };
  });
  await touchStudy(studyId);
  return edited;
}

async function versionOf(tableId: number, token: string): Promise<number | undefined> {
  const found = await database()
    .select({ version: tableChange.version })
    .from(tableChange)
    .where(and(eq(tableChange.tableId, tableId), eq(tableChange.token, token)));
  return found.length ? found[0].version : undefined;
}

/** The place of the first row that an addition made; a Fault where rows have other places since. */
async function startOf(table: LockedTable, token: string): Promise<number> {
  const made = await versionOf(table.id, token);
  const [change, ...later] = made === undefined ? [] : await changesSince(table.id, made - 1);
  if (!(change as ChangeRow | undefined)?.before || later.some(moves))
    throw new Fault(`The rows that were added to “${table.name}” are not there any more.`, table.name);
  return change.before?.rows ?? 0;
}

/** The edits of cells that others have not written since, and those of cells that hold another text by now. */
function apart(
  edits: readonly { row: number; column: number; text: string }[],
  later: readonly ChangeRow[],
): { free: readonly { row: number; column: number; text: string }[]; conflicts: Conflict[] } {
  const written = new Map<string, string>();
  for (const { cells } of later)
    for (const [row, column, , after] of cells ?? []) written.set(`${row} ${column}`, after);
  if (!written.size) return { free: edits, conflicts: [] };
  const conflicts: Conflict[] = [];
  const free = edits.filter(({ row, column, text }) => {
    const theirs = written.get(`${row} ${column}`);
    if (theirs === undefined || theirs === text) return true;
    conflicts.push({ row, column, theirs, yours: text });
    return false;
  });
  return { free, conflicts };
}

type Structural = Exclude<z.output<typeof editSchema>, { kind: 'cells' }>;

async function apply(table: LockedTable, edit: Structural): Promise<number> {
  const { columns, rows } = table;
  const width = columns.length;
  switch (edit.kind) {
    case 'add rows': {
      if (edit.rows.some((cells) => cells.length > width))
        throw new Fault(`A row has more cells than “${table.name}” has columns. Add columns first.`, table.name);
      const lines = edit.rows.map((cells) =>
        JSON.stringify([...cells, ...new Array<string>(width - cells.length).fill('')]),
      );
      const what = `added ${counted(lines.length, 'row')}`;
      if (edit.at >= rows) return appendRows(table, lines, what);
      return rewritten(table, columns, what, (cells, row) =>
        row === edit.at ? [...lines, JSON.stringify(cells)] : [JSON.stringify(cells)],
      );
    }
    case 'delete rows': {
      const gone = new Set(edit.rows);
      return rewritten(table, columns, `deleted ${counted(gone.size, 'row')}`, (cells, row) =>
        gone.has(row) ? [] : [JSON.stringify(cells)],
      );
    }
    case 'add column': {
      const name = freeName(columns, edit.spec.name);
      const at = Math.min(edit.at, width);
      const next = [...columns.slice(0, at), { ...edit.spec, name }, ...columns.slice(at)];
      return rewritten(table, next, `added the column ${name}`, (cells) => [
        JSON.stringify([...cells.slice(0, at), edit.fill, ...cells.slice(at)]),
      ]);
    }
    case 'delete column': {
      if (width === 1) throw new Fault(`“${table.name}” has only this column. Delete the table instead.`, table.name);
      const next = columns.filter((_, c) => c !== edit.column);
      const name = columns[edit.column]?.name ?? '';
      return rewritten(table, next, `deleted the column ${name}`, (cells) => [
        JSON.stringify(cells.filter((_, c) => c !== edit.column)),
      ]);
    }
    case 'change column': {
      const former = columns[edit.column] as ColumnSpec | undefined;
      if (!former) throw new Fault('This column is not there any more. Open the table again.', table.name);
      const name = cleanName(edit.spec.name, 'column');
      if (columns.some((spec, c) => c !== edit.column && spec.name === name))
        throw new Fault(`“${table.name}” has a column “${name}” already. Choose another name.`, name);
      const next = withSpec(columns, edit.column, { ...edit.spec, name });
      const what = name === former.name ? `read ${name} as ${edit.spec.type}` : `renamed ${former.name} to ${name}`;
      return recordChange(table, { setId: table.setId, columns: next, rows }, what);
    }
    case 'identity': {
      const next = columns.map(({ id: _id, ...spec }) =>
        edit.columns.includes(spec.name) ? { ...spec, id: true } : spec,
      );
      return recordChange(
        table,
        { setId: table.setId, columns: next, rows },
        edit.columns.length ? `identity: ${edit.columns.join(' and ')}` : 'no identity',
      );
    }
  }
}

function freeName(columns: readonly ColumnSpec[], wanted: string): string {
  const base = wanted.trim() || 'column';
  let name = base;
  for (let k = 2; columns.some((spec) => spec.name === name); k++) name = `${base} ${k}`;
  return name;
}

/** The table with every row passed through `change`, as a set of its own; the former one is kept. */
export async function rewritten(
  table: LockedTable,
  columns: ColumnSpec[],
  what: string,
  change: (cells: string[], row: number) => string[],
): Promise<number> {
  // Reading and copying cannot share a connection; the rows are at most as many as were stored.
  const lines: string[] = [];
  let row = 0;
  for await (const some of readRows(table.setId, table.rows)) {
    for (const cells of some) lines.push(...change(cells, row++));
  }
  const written = await newSet([lines]);
  return recordChange(table, { ...written, columns }, what);
}

/** Takes back the import that a table began with: the table goes to the deleted ones, and what it did elsewhere is taken back. */
export async function undoIntake(studyId: string, key: string): Promise<void> {
  await studyFor(studyId, 'edit');
  await inTransaction(async () => {
    const table = await lockedTable(studyId, key);
    if (table.version !== 1) {
      throw new Fault(
        `“${table.name}” was changed since it came in. Undo these changes first, or delete the table.`,
        key,
      );
    }
    await database()
      .update(studyTable)
      .set({ deletedAt: sql`now()` })
      .where(eq(studyTable.id, table.id));
    await stepEffects(studyId, table.id, 1, 'undo');
  });
  await touchStudy(studyId);
}

/** Takes the last change of a table back, or makes it again: the author's own where one is named. */
export async function stepTable(
  studyId: string,
  key: string,
  direction: 'undo' | 'redo',
  { author, token }: Asking = {},
): Promise<{ version: number; what: string }> {
  await studyFor(studyId, 'edit');
  const result = await inTransaction(async () => {
    const table = { ...(await lockedTable(studyId, key)), author, token };
    if (token && (await versionOf(table.id, token))) return { version: table.version, what: '' };
    const { of, ...stepped } = await stepBack(table, direction);
    // An import is taken back with all that it did elsewhere.
    await stepEffects(studyId, table.id, of, direction);
    return stepped;
  });
  await touchStudy(studyId);
  return result;
}

export interface TableHistory {
  undo?: string;
  redo?: string;
  former: { version: number; what: string; at: string; rows: number }[];
}

/** What can be taken back, and the former versions that can be brought back. */
export async function tableHistory(studyId: string, key: string, author?: string): Promise<TableHistory> {
  await studyFor(studyId, 'read');
  const { id } = await tableFor(studyId, key);
  return inTransaction(async () => {
    const former = await formerStates(id);
    return {
      ...(await undoable(id, author)),
      former: former.map((one) => ({ ...one, at: one.at.toISOString() })),
    };
  }, 'read');
}

/** Brings back what a table held before one of its changes. */
export async function bringBackTable(studyId: string, key: string, version: number): Promise<{ version: number }> {
  await studyFor(studyId, 'edit');
  const now = await inTransaction(async () => bringBack(await lockedTable(studyId, key), version));
  await touchStudy(studyId);
  return { version: now };
}
