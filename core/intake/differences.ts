/** What a newer file changes in a table. */
import {
  type ColumnSpec,
  type RawTable,
  type ReadDate,
  RawBuilder,
  identityOf,
  listSeparator,
  losesDigits,
  rawCell,
  rawRow,
  readDate,
  readList,
  readNumber,
  readYesNo,
  writeDate,
} from '../tables';

export interface Differences {
  columns: { added: string[]; gone: string[] };
  added: number;
  gone: number;
  /** Records with another cell, and all such cells. */
  changed: { records: number; cells: number };
  same: number;
  /** Up to 200 of each, for showing. */
  examples: {
    added: string[];
    gone: string[];
    changed: { key: string; column: string; before: string; after: string }[];
  };
  /** What records were told apart by; empty: by all of their cells. */
  by: string[];
}

const mostExamples = 200;

/** Whether two written cells mean the same under the column's type. */
function sameMeaning(a: string, b: string, spec: ColumnSpec | undefined): boolean {
  if (a.trim() === b.trim()) return true;
  switch (spec?.type) {
    case 'date': {
      const [x, y] = [readDate(a, spec.order), readDate(b, spec.order)];
      return !!x && !!y && dateForm(x) === dateForm(y);
    }
    case 'number': {
      const [x, y] = [readNumber(a, spec.decimal), readNumber(b, spec.decimal)];
      return x === y && !losesDigits(a) && !losesDigits(b);
    }
    case 'list': {
      const form = (text: string): string => JSON.stringify(readList(text, spec.separator ?? listSeparator));
      return form(a) === form(b);
    }
    case 'yesno':
      return readYesNo(a) >= 0 && readYesNo(a) === readYesNo(b);
    default:
      return false;
  }
}

const dateForm = ({ day, precision, doubtful, span }: ReadDate): string => writeDate(day, precision, doubtful, span);

/** A row's key under the identity (or all shared columns), numbered where it stands more than once, so that each row has its partner. */
function keysOf(table: RawTable, names: readonly string[]): string[] {
  const columns = names.map((name) => table.columns.find((column) => column.name === name));
  const times = new Map<string, number>();
  return Array.from({ length: table.rows }, (_, row) => {
    const key = columns.map((column) => (column ? rawCell(column, row).trim() : '')).join('\n');
    const time = times.get(key) ?? 0;
    times.set(key, time + 1);
    return time ? `${key}\n#${time}` : key;
  });
}

/** Compares by the newer file's identity; without one, rows are the same when all their shared cells are. */
export function differences(before: RawTable, after: RawTable, specs: readonly ColumnSpec[]): Differences {
  const specOf = new Map(specs.map((spec) => [spec.name, spec]));
  const old = new Map(before.columns.map((column) => [column.name, column]));
  const shared = after.columns.filter(({ name }) => old.has(name)).map(({ name }) => name);
  const by = identityOf(specs).filter((name) => old.has(name));
  const names = by.length ? by : shared;
  const beforeKeys = keysOf(before, names);
  const afterKeys = keysOf(after, names);
  const places = new Map(beforeKeys.map((key, row) => [key, row]));
  const found: Differences = {
    columns: {
      added: after.columns.filter(({ name }) => !old.has(name)).map(({ name }) => name),
      gone: before.columns.filter(({ name }) => !shared.includes(name)).map(({ name }) => name),
    },
    added: 0,
    gone: 0,
    changed: { records: 0, cells: 0 },
    same: 0,
    examples: { added: [], gone: [], changed: [] },
    by,
  };
  const shown = (table: RawTable, row: number): string =>
    rawRow(table, row)
      .filter((cell) => cell.trim() !== '')
      .slice(0, 3)
      .join(', ');
  afterKeys.forEach((key, row) => {
    const partner = places.get(key);
    if (partner === undefined) {
      found.added++;
      if (found.examples.added.length < mostExamples) found.examples.added.push(shown(after, row));
      return;
    }
    places.delete(key);
    let cells = 0;
    for (const column of after.columns) {
      const former = old.get(column.name);
      if (!former) continue;
      const [was, is] = [rawCell(former, partner), rawCell(column, row)];
      // The same day, number or list written otherwise is no correction.
      if (was === is || sameMeaning(was, is, specOf.get(column.name))) continue;
      cells++;
      if (found.examples.changed.length < mostExamples) {
        found.examples.changed.push({ key: key.replaceAll('\n', ', '), column: column.name, before: was, after: is });
      }
    }
    found.changed.cells += cells;
    if (cells) found.changed.records++;
    else found.same++;
  });
  found.gone = places.size;
  for (const row of places.values()) {
    if (found.examples.gone.length >= mostExamples) break;
    found.examples.gone.push(shown(before, row));
  }
  return found;
}

/** The former records with the newer ones behind them, columns by name; where both have an identity, the newer record takes the place of the former. */
export function appended(before: RawTable, after: RawTable, specs: readonly ColumnSpec[]): RawTable {
  const names = [...before.columns.map(({ name }) => name)];
  for (const { name } of after.columns) if (!names.includes(name)) names.push(name);
  const identity = identityOf(specs).filter((name) => before.columns.some((column) => column.name === name));
  const cells = (table: RawTable, row: number): Map<string, string> =>
    new Map(table.columns.map((column) => [column.name, rawCell(column, row)]));
  const builder = new RawBuilder(names);
  const newer = identity.length
    ? new Map(keysOf(after, identity).map((key, row) => [key, row]))
    : new Map<string, number>();
  const keys = identity.length ? keysOf(before, identity) : [];
  const used = new Set<number>();
  for (let row = 0; row < before.rows; row++) {
    const row2 = identity.length ? newer.get(keys[row]) : undefined;
    const own = cells(before, row);
    if (row2 !== undefined) {
      used.add(row2);
      for (const [name, text] of cells(after, row2)) own.set(name, text);
    }
    builder.push(names.map((name) => own.get(name) ?? ''));
  }
  for (let row = 0; row < after.rows; row++) {
    if (used.has(row)) continue;
    const own = cells(after, row);
    builder.push(names.map((name) => own.get(name) ?? ''));
  }
  return builder.done();
}

/** Several tables as one, columns matched by their names without regard to capitals and blanks; each row keeps its line, and says in a column where it came from (unless that is called nothing). */
export function together(tables: readonly { file: string; table: RawTable }[], called = 'file'): RawTable {
  const canon = (name: string): string =>
    name
      .trim()
      .toLowerCase()
      .replace(/[\s_]+/g, ' ');
  const names = new Map<string, string>();
  for (const { table } of tables)
    for (const { name } of table.columns) if (!names.has(canon(name))) names.set(canon(name), name);
  const all = [...names.values()];
  const withFile = all.includes(called) ? `from ${called}` : called;
  const builder = new RawBuilder(called === '' ? all : [...all, withFile]);
  for (const { file, table } of tables) {
    const byName = new Map(table.columns.map((column) => [canon(column.name), column]));
    const columns = [...names.keys()].map((key) => byName.get(key));
    for (let row = 0; row < table.rows; row++) {
      builder.push(
        [...columns.map((column) => (column ? rawCell(column, row) : '')), ...(called === '' ? [] : [file])],
        table.lines[row] ?? row + 1,
      );
    }
  }
  return builder.done();
}

/** Whether two tables have mostly the same columns, so that they are probably parts of one. */
export function alike(a: RawTable, b: RawTable): boolean {
  const canon = (table: RawTable): Set<string> =>
    new Set(
      table.columns.map(({ name }) =>
        name
          .trim()
          .toLowerCase()
          .replace(/[\s_]+/g, ' '),
      ),
    );
  const [x, y] = [canon(a), canon(b)];
  const shared = [...x].filter((name) => y.has(name)).length;
  return shared >= 2 && shared >= 0.6 * Math.max(x.size, y.size);
}
