/** Stores a table that comes in: its rows as they arrive, with what it changes in names and in other tables, in one transaction. */
import { and, eq, isNull } from 'drizzle-orm';
import * as z from 'zod';
import type { Aside } from '@/core/intake';
import { columnSpecsSchema, idColumn, madeId } from '@/core/tables';
import { Fault, counted, grouped } from '@/core/fault';
import { studyFor } from '@/server/access';
import { type Body, setDown } from '@/server/body';
import { cleanName, touchStudy } from '@/server/studies';
import { intakeNames, joinLists } from '@/server/names/intake';
import { type IntakeEffects, database, inTransaction, inTurn, studyTable } from '@/server/db';
import { appendRecords } from './append';
import { rewritten } from './edit';
import { recordChange } from './change';
import { keepEffects } from './intake';
import { wholeLines } from './lines';
import { Incoming, packAhead, packThese } from './packed';
import { keptCells, newSet } from './record-sets';
import { lockedTable } from '.';
import { happened } from '@/server/happened';

/** At most this many bytes are taken for one table. */
const largestTable = 1024 * 1024 * 1024;
const tooLarge = 'The table is over 1 GB. Split it, or leave columns out, and bring it in again.';
const text = z.string().max(100_000);

export const storeSchema = z.object({
  name: z.string(),
  /** Where it came from, in words. */
  origin: z.string().max(1000),
  /** Names the request: one that comes again, after a reload while it was stored, is answered with the table that it made. */
  token: z.string().min(1).max(100).optional(),
  columns: columnSpecsSchema.min(1),
  /** How many rows follow, to know that they came whole. */
  rows: z.number().int().min(0),
  aside: z
    .array(z.object({ line: z.number().int(), reason: text, cells: z.array(z.string()) }))
    .max(2000)
    .default([]),
  /** The table that gets the rows in the place of its own, and the version this was decided on. */
  // Rows set aside before stay with it where its own rows do.
  into: z
    .object({
      table: z.string(),
      version: z.number().int(),
      what: z.string().max(300),
      keepsAside: z.boolean().default(false),
    })
    .optional(),
  names: z
    .array(
      z.object({
        table: z.string(),
        by: z.string(),
        column: z.string(),
        joins: z.array(z.object({ from: text, to: text })),
        drops: z.array(text),
      }),
    )
    .default([]),
  creates: z.array(z.object({ table: z.string(), by: z.string(), values: z.array(text) })).default([]),
  /** Ids for the records of other tables, decided on when these had so many rows. */
  ids: z
    .array(
      z.object({
        table: z.string(),
        rows: z.number().int().min(0),
        letter: z.string().max(8),
        width: z.number().int().min(1).max(12),
      }),
    )
    .default([]),
});
export type StoreRequest = z.input<typeof storeSchema>;

export interface Stored {
  key: string;
  rows: number;
}

/** Letters, digits and hyphens: what a trail calls a table. */
export function keyFrom(name: string): string {
  const key = name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  return key.slice(0, 60) || 'table';
}

/**
 * Stores rows, each a line that is a JSON array of texts (a piece may hold many lines), as a new table or as the contents of one that is there, and returns its key. All is there or nothing: a row
 * that is none, a broken connection or an end that comes too early rolls everything back.
 */
export async function storeTable(studyId: string, asked: StoreRequest, rows: AsyncIterable<string>): Promise<Stored> {
  await studyFor(studyId, 'edit');
  const request = storeSchema.parse(asked);
  const name = cleanName(request.name, 'table');
  const names = request.columns.map((column) => column.name);
  if (new Set(names).size < names.length)
    throw new Fault('Two columns have the same name. Give each its own.', 'columns');
  const stored = await inTransaction(async () => {
    if (request.token !== undefined && !request.into) {
      // Both of two requests with one token wait here for each other.
      await inTurn(`${studyId} ${request.token}`);
      const ofToken = and(eq(studyTable.studyId, studyId), eq(studyTable.token, request.token));
      const known = await database()
        .select({ key: studyTable.key, rows: studyTable.rows, version: studyTable.version })
        .from(studyTable)
        .where(and(ofToken, isNull(studyTable.deletedAt)));
      if (known.length) return known[0];
      await database().update(studyTable).set({ token: null }).where(ofToken);
    }
    const incoming = new Incoming(request.columns);
    const written = await newSet(checked(rows, request, incoming));
    if (written.rows !== request.rows) {
      throw new Fault(
        `“${name}” came incomplete: ${grouped(written.rows)} of ${grouped(request.rows)} rows. Try again.`,
        name,
      );
    }
    const { columns, origin, token, aside } = request;
    let key: string;
    let id: number;
    let version = 1;
    if (request.into) {
      const before = await lockedTable(studyId, request.into.table, request.into.version);
      key = before.key;
      id = before.id;
      version = await recordChange(before, { ...written, columns: request.columns }, request.into.what);
      const former = request.into.keepsAside ? await asideOf(id) : [];
      await database()
        .update(studyTable)
        .set({ origin, aside: [...former, ...aside] })
        .where(eq(studyTable.id, id));
    } else {
      key = await freeKey(studyId, keyFrom(name));
      const [made] = await database()
        .insert(studyTable)
        .values({ studyId, key, name, columns, ...written, aside, origin, token })
        .returning({ id: studyTable.id });
      id = made.id;
      await happened(studyId, `brought in the table “${name}” with ${counted(written.rows, 'row')}`);
    }
    const ids: IntakeEffects['ids'] = [];
    for (const asked of request.ids) ids.push(await giveIds(studyId, asked));
    const created: IntakeEffects['created'] = [];
    for (const { table, by, values } of request.creates) {
      created.push({ table, rows: await appendRecords(studyId, table, by, values) });
    }
    const lists = await joinLists(studyId, key, request.columns);
    const entered = await intakeNames(studyId, key, request.names);
    await keepEffects(id, version, { names: entered, lists, created, ids });
    return { key, rows: written.rows, version, id, setId: written.setId, incoming };
  });
  await touchStudy(studyId);
  if (!('id' in stored && packThese(stored, stored.version, stored.incoming)))
    packAhead(studyId, stored.key, stored.version);
  return { key: stored.key, rows: stored.rows };
}

/** Gives every record of a table an id, as a column before the others; a Fault where it has other rows by now. */
async function giveIds(
  studyId: string,
  { table: key, rows, ...how }: z.output<typeof storeSchema>['ids'][number],
): Promise<{ table: string; version: number }> {
  const table = await lockedTable(studyId, key);
  if (table.rows !== rows)
    throw new Fault(`“${table.name}” was changed meanwhile. Decide again which of its records are meant.`, key);
  const name = idColumn(table.columns.map((spec) => spec.name));
  const others = table.columns.map(({ id: _id, ...spec }) => spec);
  const columns = [{ name, type: 'text' as const, id: true }, ...others];
  const version = await rewritten(table, columns, `gave ${counted(rows, 'record')} ids`, (cells, row) => [
    JSON.stringify([madeId(how, row), ...cells]),
  ]);
  return { table: key, version };
}

async function asideOf(id: number): Promise<Aside[]> {
  const [{ aside }] = await database()
    .select({ aside: studyTable.aside })
    .from(studyTable)
    .where(eq(studyTable.id, id));
  return aside;
}

async function freeKey(studyId: string, wanted: string): Promise<string> {
  // The lock makes two imports into one study take turns at choosing keys.
  await inTurn(studyId);
  const held = await database().select({ key: studyTable.key }).from(studyTable).where(eq(studyTable.studyId, studyId));
  const used = new Set(held.map(({ key }) => key));
  let key = wanted;
  for (let i = 2; used.has(key); i++) key = `${wanted}-${i}`;
  return key;
}

/** Pieces of lines, each an array of as many texts as there are columns, which are handed on as they are kept; a Fault at the first that is none. */
async function* checked(
  pieces: AsyncIterable<string>,
  { name, columns: { length: width } }: { name: string; columns: readonly unknown[] },
  incoming: Incoming,
): AsyncGenerator<string[]> {
  let count = 0;
  for await (const piece of pieces) {
    const lines = piece.split('\n').filter((line) => line !== '');
    for (const line of lines) {
      count++;
      const cells = rowOf(line, width);
      if (!cells) {
        throw new Fault(`“${name}”: row ${grouped(count)} is no row of ${width} cells. Bring the file in again.`, name);
      }
      incoming.push(cells, line.length);
    }
    yield lines;
  }
}

function rowOf(line: string, width: number): string[] | undefined {
  try {
    const cells: unknown = JSON.parse(line);
    const isRow = Array.isArray(cells) && cells.length === width && cells.every((cell) => typeof cell === 'string');
    return isRow ? keptCells(line, cells) : undefined;
  } catch {
    return undefined;
  }
}

/** A request may not be longer than this before its rows begin. */
const longestHead = 32 * 1024 * 1024;
const saysNothing = (): Fault => new Fault('The request does not say what it brings. Try again.');

/**
 * Stores what a body holds: the request as one line of JSON, then a line for each row. (An address could not hold the names of a thousand columns.)
 * A Fault where the line is missing; a ZodError where it is no request. The database is asked for nothing until the body has come whole.
 */
export async function storeBody(studyId: string, body: Body): Promise<Stored> {
  await studyFor(studyId, 'edit');
  return setDown(body, largestTable, tooLarge, async (lying) => {
    const pieces = wholeLines(lying, longestHead, saysNothing);
    const piece = await pieces.next();
    if (piece.done) throw saysNothing();
    const end = piece.value.indexOf('\n');
    const head = end < 0 ? piece.value : piece.value.slice(0, end);
    const request = storeSchema.parse(JSON.parse(head));
    return storeTable(studyId, request, after(end < 0 ? '' : piece.value.slice(end + 1), pieces));
  });
}

async function* after(first: string, rest: AsyncIterable<string>): AsyncGenerator<string> {
  if (first !== '') yield first;
  yield* rest;
}
