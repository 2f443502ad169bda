import { type Table, rawCell, typedTable } from '../../tables';
import { quotedName, withDatabase } from '../sqlite';
import type { StoredFormat, StoredTable } from './format';

/**
 * One SQLite file (file format 3): a table for each, numbers as numbers, everything else as texts as they were written, empty cells as NULL. A reference to a column
 * whose values are all different is a foreign key.
 */
export const storedSqlite: StoredFormat = {
  key: 'sqlite',
  title: 'SQLite',
  ending: '.sqlite',
  type: 'application/vnd.sqlite3',
  holds: 'all',
  write: (tables) =>
    withDatabase(undefined, (db) => {
      const names = titles(tables);
      db.run('begin');
      for (const one of tables) {
        const typed = typedTable(one.key, one.raw, one.specs);
        const columns = columnsOf(one, typed, tables, names);
        db.run(`create table ${quotedName(names.get(one.key) as string)} (${columns.join(', ')})`);
        const row = db.prepare(
          `insert into ${quotedName(names.get(one.key) as string)} values (${one.specs.map(() => '?').join(', ')})`,
        );
        try {
          for (let r = 0; r < one.raw.rows; r++) row.run(cellsOf(one, typed, r));
        } finally {
          row.free();
        }
      }
      db.run('commit');
      return db.export();
    }),
};

/** Names of tables there: those they have here, numbered where two are alike for SQLite, which knows no case. */
function titles(tables: readonly StoredTable[]): ReadonlyMap<string, string> {
  const used = new Set<string>();
  return new Map(
    tables.map(({ key, name }) => {
      const plain = /^sqlite_/i.test(name) ? `table ${name}` : name;
      let title = plain;
      for (let i = 2; used.has(title.toLowerCase()); i++) title = `${plain} (${i})`;
      used.add(title.toLowerCase());
      return [key, title] as const;
    }),
  );
}

function columnsOf(
  { specs }: StoredTable,
  typed: Table,
  tables: readonly StoredTable[],
  names: ReadonlyMap<string, string>,
): string[] {
  const used = new Set<string>();
  return specs.map((spec, c) => {
    let { name } = spec;
    for (let i = 2; used.has(name.toLowerCase()); i++) name = `${spec.name} (${i})`;
    used.add(name.toLowerCase());
    const col = typed.columns.at(c);
    const kind = col?.type === 'number' ? (col.values.every(wholeOrEmpty) ? 'integer' : 'real') : 'text';
    return `${quotedName(name)} ${kind}${isUnique(tables, typed.name, spec.name) && spec.id ? ' unique' : ''}${pointing(spec, tables, names)}`;
  });
}

const wholeOrEmpty = (value: number): boolean => Number.isNaN(value) || Number.isSafeInteger(value);

function pointing(
  spec: StoredTable['specs'][number],
  tables: readonly StoredTable[],
  names: ReadonlyMap<string, string>,
): string {
  if (spec.type !== 'reference' || spec.table === undefined || spec.by === undefined) return '';
  const to = names.get(spec.table);
  const there = tables.find(({ key }) => key === spec.table);
  const marked = there?.specs.some(({ name, id }) => name === spec.by && id);
  return to !== undefined && marked && isUnique(tables, spec.table, spec.by)
    ? ` references ${quotedName(to)}(${quotedName(spec.by)})`
    : '';
}

/** Whether all filled cells of a column differ. */
function isUnique(tables: readonly StoredTable[], key: string, name: string): boolean {
  const raw = tables.find((one) => one.key === key)?.raw;
  const column = raw?.columns.find((one) => one.name === name);
  if (!raw || !column) return false;
  const seen = new Set<string>();
  for (let r = 0; r < raw.rows; r++) {
    const cell = rawCell(column, r);
    if (cell !== '' && seen.size === seen.add(cell).size) return false;
  }
  return true;
}

/** Numbers where a cell is one, else what was written. */
function cellsOf({ raw }: StoredTable, typed: Table, row: number): (string | number | null)[] {
  return raw.columns.map((column, c) => {
    const written = rawCell(column, row);
    const col = typed.columns.at(c);
    if (col?.type === 'number' && !Number.isNaN(col.values[row])) return col.values[row];
    return written === '' ? null : written;
  });
}
