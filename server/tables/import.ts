/** Brings a file in: read as it arrives, copied into the database, in one transaction. */
import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { from as copyFrom } from 'pg-copy-streams';
import { z } from 'zod';
import { CsvReader, type FaultyRow } from '@/core/formats';
import { columnTypes } from '@/core/tables';
import { Fault, grouped, listed } from '@/core/fault';
import { pool } from '@/server/db';
import { studyFor } from '@/server/access';
import { cleanName, touchStudy } from '@/server/studies';

/** At most this many bytes are taken in one file. */
export const largestFile = 256 * 1024 * 1024;

export const importSchema = z.object({
  name: z.string(),
  file: z.string().max(300),
  /** As the preview found them or as they were set by hand, in the order of the file. */
  columns: z.array(z.object({ name: z.string(), type: z.enum(columnTypes) })).max(2000),
  faulty: z.enum(['aside', 'fit']),
  delimiter: z.string().min(1).max(1).optional(),
  /** The file's size, to know that it came whole. */
  size: z.number().int().min(0),
});
export type ImportRequest = z.infer<typeof importSchema>;

export interface Imported {
  key: string;
  rows: number;
  setAside: number;
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

// What JSON must escape; the part of a row without any is written as it is, which most rows are.
const special = /["\\\u0000-\u001f]/;

/** A COPY text field: the cells as a JSON array, backslashes escaped. NUL, which PostgreSQL cannot hold, is left out. */
function copyField(cells: readonly string[]): string {
  let plain = true;
  for (const cell of cells) {
    if (special.test(cell)) {
      plain = false;
      break;
    }
  }
  if (plain) return `["${cells.join('","')}"]`;
  const json = JSON.stringify(cells.map((cell) => cell.replaceAll('\0', '')));
  return json.replaceAll('\\', '\\\\');
}

/**
 * Stores the file's rows as a new table and returns its key. The table is there whole or not at all: a Fault in the file, a broken connection or an
 * abort of `bytes` rolls everything back.
 */
export async function importTable(
  studyId: string,
  request: ImportRequest,
  bytes: AsyncIterable<Uint8Array>,
): Promise<Imported> {
  await studyFor(studyId, 'edit');
  const name = cleanName(request.name, 'table');
  const client = await pool().connect();
  try {
    await client.query('begin');
    const key = await freeKey(client, studyId, keyFrom(name));
    const made = await client.query<{ id: number }>(
      `insert into study_table (study_id, key, name, columns, rows, origin) values ($1, $2, $3, $4, 0, $5) returning id`,
      [studyId, key, name, JSON.stringify(request.columns), `from ${request.file}`],
    );
    const { id } = made.rows[0];
    const counts = { rows: 0, setAside: 0 };
    const source = Readable.from(copyLines(id, request, bytes, counts), { objectMode: true, highWaterMark: 4 });
    await pipeline(source, client.query(copyFrom('copy record (table_id, position, cells) from stdin')));
    await client.query('update study_table set rows = $1 where id = $2', [counts.rows, id]);
    await client.query('commit');
    await touchStudy(studyId);
    return { key, ...counts };
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

async function freeKey(
  client: { query: (text: string, values: unknown[]) => Promise<{ rows: { key: string }[] }> },
  studyId: string,
  wanted: string,
): Promise<string> {
  // The lock makes two imports into one study take turns at choosing keys.
  await client.query('select pg_advisory_xact_lock(hashtext($1))', [studyId]);
  const { rows } = await client.query('select key from study_table where study_id = $1', [studyId]);
  const used = new Set(rows.map(({ key }) => key));
  let key = wanted;
  for (let i = 2; used.has(key); i++) key = `${wanted}-${i}`;
  return key;
}

/** The file's rows as lines for COPY, about 64 kB at a time. */
async function* copyLines(
  id: number,
  request: ImportRequest,
  bytes: AsyncIterable<Uint8Array>,
  counts: { rows: number; setAside: number },
): AsyncGenerator<string> {
  let lines = '';
  const take = {
    rows: (cells: string[]): void => {
      lines += `${id}\t${counts.rows++}\t${copyField(cells)}\n`;
    },
    faulty: (_row: FaultyRow): void => {
      if (request.faulty === 'aside') counts.setAside++;
    },
  };
  const reader = new CsvReader(request.file, take, request.faulty, { delimiter: request.delimiter });
  let size = 0;
  for await (const piece of bytes) {
    size += piece.length;
    if (size > largestFile) {
      throw new Fault(
        `“${request.file}” is over 256 MB. Split it, or leave columns out, and bring it in again.`,
        request.file,
      );
    }
    reader.push(piece);
    checkColumns(reader, request);
    if (lines.length > 65536) {
      yield lines;
      lines = '';
    }
  }
  if (size !== request.size) {
    throw new Fault(
      `“${request.file}” came incomplete: ${grouped(size)} of ${grouped(request.size)} bytes. Try again.`,
      request.file,
    );
  }
  reader.end();
  checkColumns(reader, request);
  if (lines) yield lines;
}

function checkColumns(reader: CsvReader, request: ImportRequest): void {
  const found = reader.found?.columns;
  if (found && found.join('\n') !== request.columns.map(({ name }) => name).join('\n')) {
    throw new Fault(
      `“${request.file}” has other columns than in the preview (${listed(found, 4)}). Drop the file again.`,
      request.file,
    );
  }
}

/** A request may not be longer than this before its file begins. */
const longestHead = 1024 * 1024;

/**
 * Brings in what a body holds: the request as one line of JSON, then the file as it is. (An address could not hold the names of a thousand columns.)
 * A Fault where the line is missing; a ZodError where it is no request.
 */
export async function importBody(studyId: string, body: AsyncIterable<Uint8Array>): Promise<Imported> {
  const pieces = body[Symbol.asyncIterator]();
  let head = Buffer.alloc(0);
  for (;;) {
    const end = head.indexOf(10);
    if (end >= 0) {
      const request = importSchema.parse(JSON.parse(head.toString('utf8', 0, end)));
      return importTable(studyId, request, after(head.subarray(end + 1), pieces));
    }
    const piece = await pieces.next();
    if (piece.done || head.length > longestHead)
      throw new Fault('The request does not say what file it brings. Try again.');
    head = Buffer.concat([head, piece.value]);
  }
}

async function* after(first: Uint8Array, rest: AsyncIterator<Uint8Array>): AsyncGenerator<Uint8Array> {
  if (first.length) yield first;
  for (;;) {
    const piece = await rest.next();
    if (piece.done) return;
    yield piece.value;
  }
}
