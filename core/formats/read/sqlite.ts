import type { Database } from 'sql.js';
import { type RawTable, RawBuilder, headerNames } from '../../tables';
import { Fault, counted, grouped, listed } from '../../fault';
import { mostColumns } from '../headed-rows';
import { quotedName, withDatabase } from '../sqlite';
import { type FileSource, type Format, type ReadContext, type ReadPart, wholeBytes } from './format';

const mark = 'SQLite format 3\0';
/** Rows of one table, and cells of all: more do not fit into memory beside the file. */
const mostRows = 5_000_000;
const mostCells = 40_000_000;

interface Found {
  name: string;
  columns: string[];
  /** By column: the table that it points to, and the column there that its cells name. */
  points: Record<string, { table: string; by: string }>;
}

const asked = (db: Database, sql: string): (string | number | Uint8Array | null)[][] =>
  db.exec(sql).flatMap(({ values }) => values);

/** What the tables are, and how they point to one another; tables that others point to come first. */
function tablesOf(db: Database): { tables: Found[]; passed: string[] } {
  const rows = asked(
    db,
    "select name, sql from sqlite_master where type = 'table' and name not like 'sqlite\\_%' escape '\\'",
  );
  const passed: string[] = [];
  const found = rows.flatMap(([given, sql]): Found[] => {
    const name = String(given);
    // Tables that a program of the file's owner makes up as it is asked.
    if (/^\s*create\s+virtual/i.test(String(sql))) {
      passed.push(name);
      return [];
    }
    const columns = asked(db, `pragma table_info(${quotedName(name)})`).map((row) => String(row[1]));
    return [{ name, columns, points: pointsOf(db, name) }];
  });
  return { tables: parentsFirst(found), passed };
}

/** Foreign keys of one column each. */
function pointsOf(db: Database, name: string): Found['points'] {
  const keys = new Map<number, (string | number | Uint8Array | null)[][]>();
  for (const row of asked(db, `pragma foreign_key_list(${quotedName(name)})`)) {
    const id = Number(row[0]);
    keys.set(id, [...(keys.get(id) ?? []), row]);
  }
  const single = [...keys.values()].flatMap((rows) => (rows.length === 1 ? rows : []));
  return Object.fromEntries(
    single.map(([, , table, from, to]) => {
      const parent = String(table);
      const by = to === null ? primaryKey(db, parent) : String(to);
      return [String(from), { table: parent, by }];
    }),
  );
}

const primaryKey = (db: Database, table: string): string =>
  String(asked(db, `pragma table_info(${quotedName(table)})`).find((row) => Number(row[5]) === 1)?.[1] ?? 'rowid');

function parentsFirst(tables: readonly Found[]): Found[] {
  const placed: Found[] = [];
  const left = [...tables];
  while (left.length) {
    const next = left.findIndex(({ name, points }) =>
      Object.values(points).every(({ table }) => table === name || !left.some((one) => one.name === table)),
    );
    placed.push(...left.splice(Math.max(0, next), 1));
  }
  return placed;
}

/** Whole numbers beyond those of the language come as they are. */
type Exact = (params: null, config: { useBigInt: true }) => (bigint | number | string | Uint8Array | null)[];

interface Counts {
  cells: number;
  blobs: number;
}

async function rowsOf(
  db: Database,
  { name, columns }: Found,
  source: FileSource,
  counts: Counts,
  breathe: (done: number) => Promise<void> | void,
): Promise<RawTable> {
  const builder = new RawBuilder(headerNames(columns).names);
  const rows = db.prepare(`select * from ${quotedName(name)}`);
  try {
    for (let r = 0; rows.step(); r++) {
      counts.cells += columns.length;
      if (r >= mostRows || counts.cells > mostCells)
        throw new Fault(
          `“${source.name}” has over ${grouped(r >= mostRows ? mostRows : mostCells)} ${r >= mostRows ? `rows in “${name}”` : 'cells'}. Take out what is not needed, and bring it in again.`,
          source.name,
        );
      const cells = (rows.get.bind(rows) as unknown as Exact)(null, { useBigInt: true });
      builder.push(
        cells.map((cell) => {
          if (cell === null) return '';
          if (typeof cell !== 'object') return String(cell);
          counts.blobs++;
          return '';
        }),
        r + 1,
      );
      if (r % 2000 === 0) await breathe(r);
    }
  } finally {
    rows.free();
  }
  return builder.done();
}

/** Databases of SQLite (file format 3): each table with rows is one; columns that a foreign key points from are references. */
export const sqliteFormat: Format = {
  key: 'sqlite',
  title: 'SQLite',
  endings: ['sqlite', 'sqlite3', 'db', 'db3', 'gpkg'],
  fits: (head) => mark.split('').every((letter, i) => head[i] === letter.charCodeAt(0)),
  // Pages that point at one another in a circle.
  mayHang: true,
  async read(source, context) {
    const bytes = (await wholeBytes(source, context)).slice();
    // Written with a log beside it (18 and 19 say so), which cannot be there in memory.
    const logged = bytes[18] === 2 || bytes[19] === 2;
    if (logged) bytes[18] = bytes[19] = 1;
    try {
      return await withDatabase(bytes, (db) => partsOf(db, source, context, logged));
    } catch (error) {
      // The engine says what is wrong as plain errors, or breaks down.
      const told = error instanceof Error && (error.constructor === Error || error instanceof WebAssembly.RuntimeError);
      if (!told) throw error;
      throw new Fault(
        `“${source.name}” is a SQLite file that is damaged, cut off, or locked with a password. Bring in a whole copy of it.`,
        source.name,
      );
    }
  },
};

async function partsOf(db: Database, source: FileSource, context: ReadContext, logged: boolean): Promise<ReadPart[]> {
  const { tables, passed } = tablesOf(db);
  const counts: Counts = { cells: 0, blobs: 0 };
  const parts: ReadPart[] = [];
  for (const [i, found] of tables.entries()) {
    const { name, columns, points } = found;
    if (columns.length > mostColumns)
      throw new Fault(
        `“${source.name}” has ${grouped(columns.length)} columns in “${name}”; ${grouped(mostColumns)} are the most.`,
        source.name,
      );
    counts.blobs = 0;
    const table = await rowsOf(db, found, source, counts, (done) =>
      context.breathe(0.3 + (0.7 * (i + done / (done + 20_000))) / tables.length),
    );
    if (!table.rows) continue;
    const notes = counts.blobs
      ? [
          `${counted(counts.blobs, 'cell')} with bytes in ${counts.blobs === 1 ? 'it' : 'them'}, such as pictures, left empty.`,
        ]
      : [];
    const { names } = headerNames(columns);
    const pointing = Object.fromEntries(
      Object.entries(points).map(([column, to]) => [names[columns.indexOf(column)], to]),
    );
    parts.push({ name, table, faulty: [], notes, how: 'SQLite', types: {}, points: pointing });
  }
  if (!parts.length)
    throw new Fault(`“${source.name}” has no table with rows. Choose a database with records in it.`, source.name);
  if (logged)
    parts[0].notes.unshift(
      'It was written with a log beside it; what was not yet carried over from there is not in this file.',
    );
  if (passed.length)
    parts[0].notes.unshift(
      `${counted(passed.length, 'table')} that a program makes up left out: ${listed(passed, 5)}.`,
    );
  return parts;
}
