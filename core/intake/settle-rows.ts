/** Rows that are not stored as they are: found twice, or sharing an identity. */
import {
  type ColumnSpec,
  type RawColumn,
  type RawTable,
  idColumn,
  identityOf,
  idsFor,
  madeId,
  pickRaw,
  rawCell,
} from '../tables';
import type { Finding, Remedies } from './remedies';
import { conflicts, isBibliographic, merged, sameCells, sameIdentity, sameWork, sureWork, workKeys } from './rows';

const mostListed = 300;

export interface Cells {
  /** By row of `raw`, texts that take the place of what was written. */
  rows: Map<number, string[]>;
}

/** Joins records found twice, where asked (or where their ids or works say that they are the same); returns the rows that stay. */
export function doublesJoined(
  raw: RawTable,
  specs: readonly ColumnSpec[],
  rows: number[],
  remedies: Remedies,
  findings: Finding[],
  aside: Map<number, string>,
  changed: Cells,
): number[] {
  const bibliographic = isBibliographic(raw);
  const same = sameCells(raw, rows);
  const later = new Set(same.flatMap((group) => group.rows.slice(1)));
  const works = bibliographic
    ? sameWork(
        raw,
        rows.filter((row) => !later.has(row)),
      )
    : [];
  const told = identityOf(specs).length > 0 || bibliographic;
  const join = (remedies.doubles ?? (told ? 'join' : 'keep')) === 'join';
  const line = (row: number): number => raw.lines[row] ?? row + 1;
  const report = (by: string, groups: readonly { key: string; rows: number[] }[]): void => {
    if (!groups.length) return;
    findings.push({
      kind: 'doubles',
      by,
      count: groups.reduce((sum, group) => sum + group.rows.length - 1, 0),
      examples: groups.slice(0, mostListed).map((group) => ({ key: group.key, lines: group.rows.map(line) })),
    });
  };
  report('every cell', same);
  for (const by of workKeys)
    report(
      by,
      works.filter((group) => group.by === by),
    );
  if (!join) return rows;
  // What shares a title and a year alone is joined only where that is asked for.
  const joined = works.filter(({ by }) => sureWork(by) || remedies.titles === 'join');
  const gone = new Set(later);
  for (const group of same)
    for (const row of group.rows.slice(1)) aside.set(row, `same in every cell as line ${line(group.rows[0])}`);
  // A record may be found by its DOI and again by its title: all of its doubles go into one.
  const heads = new Map<number, number[]>();
  for (const group of joined) {
    const [head, ...others] = group.rows;
    heads.set(head, [...(heads.get(head) ?? [head]), ...others]);
    for (const row of others) {
      gone.add(row);
      aside.set(row, `joined with line ${line(head)}: same ${group.by}`);
    }
  }
  for (const [head, all] of heads) changed.rows.set(head, merged(raw, specs, all));
  return rows.filter((row) => !gone.has(row));
}

/** Settles records that share an identity: joined to one, or kept apart with ids that are made. Returns the made column. */
export function identitySettled(
  raw: RawTable,
  specs: readonly ColumnSpec[],
  rows: number[],
  remedies: Remedies,
  findings: Finding[],
  aside: Map<number, string>,
  changed: Cells,
): { name: string; column: (rows: readonly number[]) => RawColumn } | undefined {
  const identity = identityOf(specs);
  const groups = sameIdentity(raw, specs, rows);
  const columns = raw.columns.filter(({ name }) => identity.includes(name));
  const without = identity.length
    ? rows.filter((row) => columns.every((column) => rawCell(column, row).trim() === ''))
    : [];
  const line = (row: number): number => raw.lines[row] ?? row + 1;
  findings.push({
    kind: 'identity',
    columns: identity,
    choices: specs
      .filter(({ type }) => type === 'text' || type === 'number' || type === 'link' || type === 'date')
      .map(({ name }) => name),
    without: without.length,
    groups: groups.length,
    rows: groups.reduce((sum, group) => sum + group.rows.length, 0),
    examples: groups.slice(0, 50).map((group) => ({
      key: group.key,
      lines: group.rows.map(line),
      conflicts: conflicts(raw, group.rows)
        .filter(({ column }) => !identity.includes(column))
        .slice(0, 6),
    })),
  });
  const make = remedies.makeIds;
  const collapse = remedies.collapse ?? 'apart';
  if (identity.length && collapse === 'one') {
    for (const group of groups) {
      const cells = changed.rows.get(group.rows[0]);
      changed.rows.set(group.rows[0], cells ?? merged(raw, specs, group.rows));
      for (const row of group.rows.slice(1))
        aside.set(row, `joined with line ${line(group.rows[0])}: same ${identity.join(' and ')}`);
    }
  }
  const apart = identity.length > 0 && collapse === 'apart' && (groups.length > 0 || without.length > 0);
  if (!make && !apart) return undefined;
  const name = idColumn(specs.map((spec) => spec.name));
  return {
    name,
    column(kept) {
      const ids = idsFor(remedies.name, kept.length);
      return {
        name,
        codes: Uint32Array.from(kept, (_, i) => i + 1),
        dictionary: ['', ...kept.map((_, i) => madeId(ids, i))],
      };
    },
  };
}

/** The rows that stay, with their changed cells. */
export function assembled(raw: RawTable, rows: readonly number[], changed: Cells): RawTable {
  if (!changed.rows.size) return rows.length === raw.rows ? raw : pickRaw(raw, Uint32Array.from(rows));
  const picked = pickRaw(raw, Uint32Array.from(rows));
  const columns = picked.columns.map((column, c) => {
    const places = new Map(column.dictionary.map((text, code) => [text, code]));
    const dictionary = [...column.dictionary];
    const codes = column.codes.slice();
    rows.forEach((row, i) => {
      const text = changed.rows.get(row)?.[c];
      if (text === undefined) return;
      let code = places.get(text);
      if (code === undefined) {
        code = dictionary.length;
        dictionary.push(text);
        places.set(text, code);
      }
      codes[i] = code;
    });
    return { ...column, codes, dictionary };
  });
  return { ...picked, columns };
}
