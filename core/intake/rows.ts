/** Rows that say the same, or speak of the same thing. */
import { type ColumnSpec, type RawTable, endsByHeader, identityOf, namesName, rawCell, readDate } from '../tables';
import { type PersonName, compatible, personName, unpunctuated } from '../names/keys';

export interface RowGroup {
  /** What the rows share, as it is shown. */
  key: string;
  /** At least two, ascending. */
  rows: number[];
}

/** Groups of rows with the same key; rows whose key is empty stand alone. */
function grouped(rows: Iterable<number>, keyOf: (row: number) => string, shown: (row: number) => string): RowGroup[] {
  const first = new Map<string, number>();
  const groups = new Map<string, RowGroup>();
  for (const row of rows) {
    const key = keyOf(row);
    if (key === '') continue;
    const before = first.get(key);
    if (before === undefined) first.set(key, row);
    else {
      const group = groups.get(key);
      if (group) group.rows.push(row);
      else groups.set(key, { key: shown(before), rows: [before, row] });
    }
  }
  return [...groups.values()];
}

/** A number for each row, equal where all cells are (FNV-1a over the codes of its cells). */
function rowHashes(table: RawTable): Uint32Array {
  const hashes = new Uint32Array(table.rows).fill(0x811c9dc5);
  for (const { codes } of table.columns) {
    for (let r = 0; r < hashes.length; r++) hashes[r] = Math.imul(hashes[r] ^ codes[r], 0x01000193);
  }
  return hashes;
}

/** Rows that are the same in every cell. */
export function sameCells(table: RawTable, rows: readonly number[]): RowGroup[] {
  const hashes = rowHashes(table);
  const seen = new Set<number>();
  const twice = new Set<number>();
  for (const row of rows) {
    if (seen.has(hashes[row])) twice.add(hashes[row]);
    else seen.add(hashes[row]);
  }
  if (!twice.size) return [];
  return grouped(
    rows.filter((row) => twice.has(hashes[row])),
    (row) => table.columns.map(({ codes }) => codes[row]).join(),
    (row) =>
      table.columns
        .slice(0, 2)
        .map((column) => rawCell(column, row))
        .filter(Boolean)
        .join(', '),
  );
}

const columnNamed = (table: RawTable, ...names: string[]) =>
  table.columns.find(({ name }) => names.includes(name.toLowerCase()));

/** Whether the table holds bibliographic records: titles with years. */
export const isBibliographic = (table: RawTable): boolean =>
  !!columnNamed(table, 'title') && !!columnNamed(table, 'year', 'date') && !!columnNamed(table, 'authors', 'author');

/** By what bibliographic records are the same. Title and year alone are shared by editorials and reports, so that is a question, not an answer. */
export const workKeys = ['DOI', 'title, year and first author', 'title, year and pages', 'title and year'] as const;
export type WorkKey = (typeof workKeys)[number];
export const sureWork = (by: WorkKey): boolean => by !== 'title and year';

/** Bibliographic records that are the same, each group by the surest key that it shares. */
export function sameWork(table: RawTable, rows: readonly number[]): (RowGroup & { by: WorkKey })[] {
  const doi = columnNamed(table, 'doi');
  const title = columnNamed(table, 'title');
  const year = columnNamed(table, 'year', 'date');
  const authors = columnNamed(table, 'authors', 'author');
  const pages = columnNamed(table, 'pages');
  const found: (RowGroup & { by: WorkKey })[] = [];
  const taken = new Set<number>();
  if (doi) {
    const bare = (row: number): string =>
      rawCell(doi, row)
        .trim()
        .toLowerCase()
        .replace(/^(https?:\/\/(dx\.)?doi\.org\/|doi:\s*)/, '');
    for (const group of grouped(rows, bare, bare)) {
      found.push({ ...group, by: 'DOI' });
      group.rows.slice(1).forEach((row) => taken.add(row));
    }
  }
  if (title && year) {
    const key = (row: number): string => {
      const bare = unpunctuated(rawCell(title, row));
      const when = /\d{4}/.exec(rawCell(year, row))?.[0];
      return bare.length > 3 && when ? `${bare} ${when}` : '';
    };
    const dois = (row: number): string => (doi ? rawCell(doi, row).trim() : '');
    const first = (row: number): string => (authors ? familyOf(rawCell(authors, row).split(';')[0]) : '');
    const page = (row: number): string => (pages ? (/\d+/.exec(rawCell(pages, row))?.[0] ?? '') : '');
    for (const [by, part] of [
      [workKeys[1], first],
      [workKeys[2], page],
      [workKeys[3], () => ' '],
    ] as const) {
      const left = rows.filter((row) => !taken.has(row));
      const whole = (row: number): string => (key(row) && part(row) ? `${key(row)} ${part(row)}` : '');
      for (const group of grouped(left, whole, (row) => rawCell(title, row))) {
        // Two works with DOIs of their own are two, whatever else they share.
        if (sureWork(by) && new Set(group.rows.map(dois).filter(Boolean)).size > 1) continue;
        found.push({ ...group, by });
        group.rows.slice(1).forEach((row) => taken.add(row));
      }
    }
  }
  return found;
}

/** The family name of a person, or of a body its name, without regard to capitals and accents. */
const familyOf = (name: string): string => personName(name)?.family ?? unpunctuated(name);

/** Persons of several lists: one that stands in them in a shorter and a fuller form is one, in the fuller. */
function persons(names: readonly string[]): string[] {
  const kept: { text: string; name: PersonName | undefined }[] = [];
  for (const text of names) {
    const name = personName(text);
    const same = kept.find(
      (one) =>
        unpunctuated(one.text) === unpunctuated(text) ||
        (name && one.name && (compatible(name, one.name) || compatible(one.name, name))),
    );
    if (!same) kept.push({ text, name });
    else if (text.length > same.text.length) Object.assign(same, { text, name });
  }
  return kept.map(({ text }) => text);
}

/** Rows that share their identity. */
export function sameIdentity(table: RawTable, specs: readonly ColumnSpec[], rows: Iterable<number>): RowGroup[] {
  const names = identityOf(specs);
  const columns = table.columns.filter(({ name }) => names.includes(name));
  if (!columns.length) return [];
  const key = (row: number): string => {
    const cells = columns.map((column) => rawCell(column, row).trim());
    return cells.every((cell) => cell === '') ? '' : cells.join('\n');
  };
  return grouped(rows, key, (row) => columns.map((column) => rawCell(column, row).trim()).join(', '));
}

/** Cells in which rows of one thing contradict each other: the column, and the different values. */
export function conflicts(table: RawTable, rows: readonly number[]): { column: string; values: string[] }[] {
  return table.columns.flatMap((column) => {
    const values = new Set(rows.map((row) => rawCell(column, row).trim()).filter((text) => text !== ''));
    return values.size > 1 ? [{ column: column.name, values: [...values].slice(0, 6) }] : [];
  });
}

/** One row of several: of each column the first cell that is filled; of lists all values; of dates the most precise. */
export function merged(table: RawTable, specs: readonly ColumnSpec[], rows: readonly number[]): string[] {
  return table.columns.map((column, c) => {
    const texts = rows.map((row) => rawCell(column, row)).filter((text) => text.trim() !== '');
    const spec = specs[c] as ColumnSpec | undefined;
    if (spec?.type === 'list') {
      const mark = spec.separator ?? ';';
      const parts = new Set(texts.flatMap((text) => text.split(mark).map((part) => part.trim())).filter(Boolean));
      const people = /^(authors?|editors?)$/i.test(column.name);
      return texts.length > 1 ? (people ? persons([...parts]) : [...parts]).join(`${mark} `) : (texts[0] ?? '');
    }
    if (spec?.type === 'date' && texts.length > 1) {
      const precise = texts.map((text) => readDate(text, spec.order)?.precision ?? 0);
      return texts[precise.indexOf(Math.max(...precise))];
    }
    return texts[0] ?? '';
  });
}

const idNames = /^(id|key|code|identifier|nr\.?|no\.?|signature)$/i;

/** The column that most likely tells one record from another: an id, else a name in a table that describes things. Undefined where none does. */
export function likelyIdentity(table: RawTable): string | undefined {
  if (table.rows === 0) return undefined;
  const different = (name: string): number => {
    const column = table.columns.find((one) => one.name === name);
    if (!column) return 0;
    const used = new Set<number>();
    for (const code of column.codes) if (column.dictionary[code].trim() !== '') used.add(code);
    return used.size / table.rows;
  };
  const names = table.columns.map(({ name }) => name);
  const id = names.find((name) => idNames.test(name.trim()) && different(name) >= 0.6);
  if (id !== undefined) return id;
  if (endsByHeader(names)) return undefined;
  // Where the names come first they are what the table lists, though some may be shared: which of them are one is asked.
  const named = names.find((name, c) => namesName(name) && different(name) >= (c === 0 && table.rows > 2 ? 0.5 : 0.8));
  if (named !== undefined || table.rows < 3) return named;
  // Codes, one in each row: better than ids that nobody knows.
  const isCode = (text: string): boolean => /^[\p{L}\p{N}_.:/-]{1,24}$/u.test(text) && /\p{L}/u.test(text);
  return table.columns.find(
    ({ name, dictionary }) =>
      dictionary.length > table.rows && dictionary.slice(1).every(isCode) && different(name) === 1,
  )?.name;
}
