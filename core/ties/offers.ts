/** The questions that tables can answer, and the settings that answer each. */
import {
  type ColumnSpec,
  bareHeader,
  endsByHeader,
  namesName,
  namesPeople,
  namesReferences,
  namesWeight,
  namesWords,
} from '../tables';
import type { NamesList } from '../names';
import type { Describes } from './settings';

export const questions = [
  { key: 'sent', title: 'Who sent what to whom?', line: 'a row is a tie: from → to' },
  { key: 'part', title: 'Who took part in what?', line: 'people and the things they share, two kinds of node' },
  { key: 'together', title: 'Who appears together?', line: 'authors, people present: tied when on one record' },
  { key: 'words', title: 'Which words occur together?', line: 'values of a list column' },
  { key: 'cited', title: 'Which references are cited together?', line: 'pairs in one list of references' },
  { key: 'coupled', title: 'Which papers share references?', line: 'tied by what both cite' },
  { key: 'cites', title: 'Who cites whom?', line: 'reference lists matched to the records' },
  { key: 'shares', title: 'What shares a value?', line: 'records with the same entry in a column' },
] as const;
export type Question = (typeof questions)[number]['key'];

export interface TableOffer {
  key: string;
  columns: readonly ColumnSpec[];
  /** The columns of two ends, where its cells were looked at ({@link endsByValues}). */
  ends?: readonly [string, string];
}

const isWord = (col: ColumnSpec): boolean =>
  (col.type === 'text' || col.type === 'reference') && !col.id && bareHeader(col.name) !== '';

/** The pair of columns that look like two ends: as found in what they hold, else by their headers. */
export function endsOf(table: TableOffer): readonly [string, string] | undefined {
  if (table.ends) return table.ends;
  const found = endsByHeader(table.columns.map(({ name }) => name));
  if (found) return found;
  // Two columns that point to one table name its records at both ends.
  const pointing = table.columns.filter(({ type, table: to }) => type === 'reference' && to);
  for (const [i, a] of pointing.entries()) {
    const b = pointing.slice(i + 1).find(({ table: to }) => to === a.table);
    if (b) return [a.name, b.name];
  }
  return undefined;
}

/** The table that describes what a column names: the one it points to, one whose names are joined with its, or one called like it. */
export function describer(
  table: string,
  column: ColumnSpec,
  tables: readonly TableOffer[],
  names: readonly Pick<NamesList, 'columns'>[],
): Describes | undefined {
  if (column.type === 'reference' && column.table && tables.some(({ key }) => key === column.table)) {
    return describes(
      tables.find(({ key }) => key === column.table),
      column.by,
    );
  }
  for (const { columns } of names) {
    if (!columns.some((ref) => ref.table === table && ref.column === column.name)) continue;
    for (const ref of columns) {
      const other = tables.find(({ key }) => key === ref.table);
      const register =
        ref.table !== table &&
        other?.columns.some(({ id }) => id) &&
        other.columns.find(({ name }) => name === ref.column);
      if (register && register.type === 'text') return describes(other, ref.column);
    }
  }
  const stem = bareHeader(column.name).replace(/s$/, '');
  const called = tables.find(({ key }) => key !== table && bareHeader(key).replace(/s$/, '') === stem);
  return describes(called);
}

function describes(table: TableOffer | undefined, by?: string): Describes | undefined {
  if (!table) return undefined;
  const match =
    by ??
    (table.columns.find(({ name }) => namesName(name)) ?? table.columns.find(({ id }) => id) ?? table.columns[0])?.name;
  if (!match) return undefined;
  const label = table.columns.find(({ name }) => namesName(name));
  return { table: table.key, match, ...(label && label.name !== match ? { label: label.name } : {}) };
}

/** The number column that ties of a table weigh by, where a header names an amount. */
export function weighed(table: TableOffer): { weight?: string } {
  const found = table.columns.find(({ name, type, id }) => type === 'number' && !id && namesWeight(name));
  return found ? { weight: found.name } : {};
}

/**
 * Settings that answer the question out of a table whatever its columns are, for somebody to choose others by hand. Undefined where the table has too few.
 */
export function offerByHand(question: Question, table: TableOffer): object | undefined {
  const names = table.columns.map(({ name }) => name);
  const list = table.columns.find(({ type }) => type === 'list')?.name;
  if (question === 'sent')
    return names.length > 1 ? { table: table.key, from: names[0], to: names[1], directed: true } : undefined;
  if (question === 'cites')
    return names.length
      ? { make: 'citation', table: table.key, references: list ?? names[names.length - 1], unmatched: 'leave' }
      : undefined;
  const right = list ?? names[names.length > 1 ? 1 : 0];
  if (right === undefined) return undefined;
  const left = !list && names.length > 1 && question === 'part' ? [names[0]] : [];
  const result = {
    part: 'two-mode',
    together: 'right',
    words: 'right',
    cited: 'right',
    coupled: 'left',
    shares: 'left',
  } as const;
  return {
    make: 'incidence',
    table: table.key,
    left,
    right: [right],
    result: result[question],
    kinds: [left[0] ?? 'record', right],
  };
}

/** Settings that answer the question, from the first table that can; undefined where none does. Those of the network's own table come first. */
export function offer(
  question: Question,
  tables: readonly TableOffer[],
  names: readonly Pick<NamesList, 'columns'>[],
  first?: string,
): object | undefined {
  const ordered = [...tables].sort((a, b) => Number(b.key === first) - Number(a.key === first));
  const kindOf = (name: string): string => name.replace(/_/g, ' ');
  const lists = (
    form: (name: string) => boolean,
    strict = false,
  ): { table: TableOffer; column: ColumnSpec } | undefined => {
    for (const test of strict ? [form] : [form, () => true]) {
      for (const table of ordered) {
        const column = table.columns.find((col) => col.type === 'list' && test(col.name));
        if (column) return { table, column };
      }
    }
    return undefined;
  };
  const title = (table: TableOffer): string | undefined => table.columns.find(({ name }) => namesName(name))?.name;
  const of = (table: TableOffer, column: ColumnSpec): Describes | undefined =>
    describer(table.key, column, tables, names);
  const incidence = (found: ReturnType<typeof lists>, result: string): object | undefined =>
    found && {
      make: 'incidence',
      table: found.table.key,
      left: [],
      right: [found.column.name],
      result,
      others: of(found.table, found.column),
      kinds: ['record', kindOf(found.column.name)],
      ...(title(found.table) ? { label: title(found.table) } : {}),
    };
  switch (question) {
    case 'sent':
      for (const table of ordered) {
        const found = endsOf(table);
        const from = found && table.columns.find(({ name }) => name === found[0]);
        if (found && from)
          return {
            table: table.key,
            from: found[0],
            to: found[1],
            nodes: of(table, from),
            directed: true,
            ...weighed(table),
          };
      }
      return undefined;
    case 'part':
      for (const table of ordered) {
        const words = endsOf(table) ? [] : table.columns.filter(isWord);
        const [left, right] = words;
        if (!left || !right || table.columns.some(({ id, type }) => id || type === 'list')) continue;
        return {
          make: 'incidence',
          table: table.key,
          left: [left.name],
          right: [right.name],
          result: 'two-mode',
          nodes: of(table, left),
          others: of(table, right),
          kinds: [kindOf(left.name), kindOf(right.name)],
        };
      }
      return incidence(lists(namesPeople), 'two-mode');
    case 'together':
      return incidence(lists(namesPeople), 'right');
    case 'words':
      return incidence(lists(namesWords), 'right');
    case 'cited':
      return incidence(lists(namesReferences, true), 'right');
    case 'coupled':
      return incidence(lists(namesReferences, true), 'left');
    case 'cites': {
      const found = lists(namesReferences, true);
      if (!found) return undefined;
      const named = (form: RegExp): string | undefined => found.table.columns.find(({ name }) => form.test(name))?.name;
      const parts = {
        // An identity that was made for records is not what references say.
        key: named(/^(id|key)$/i) ?? found.table.columns.find(({ id }) => id)?.name,
        doi: named(/^doi$/i),
        authors: named(/^authors?$/i),
        year: named(/^(year|date|published)/i),
        title: named(/^title$/i),
        label: title(found.table),
      };
      const known = Object.fromEntries(Object.entries(parts).filter(([, name]) => name !== undefined));
      return { make: 'citation', table: found.table.key, references: found.column.name, unmatched: 'leave', ...known };
    }
    case 'shares':
      for (const table of ordered) {
        const column = table.columns.find((col) => isWord(col) && !/name|title|note|remark/i.test(col.name));
        if (!column || !table.columns.some(({ id }) => id)) continue;
        return {
          make: 'incidence',
          table: table.key,
          left: [],
          right: [column.name],
          result: 'left',
          kinds: ['record', kindOf(column.name)],
          ...(title(table) ? { label: title(table) } : {}),
        };
      }
      return undefined;
  }
}

/** The question that settings answer, as far as they tell. */
export function questionOf(settings: {
  make?: string;
  result?: string;
  left?: readonly string[];
  right?: readonly string[];
  question?: string;
}): Question {
  const asked = questions.find(({ key }) => key === settings.question)?.key;
  if (asked) return asked;
  if (settings.make === 'citation') return 'cites';
  if (settings.make !== 'incidence') return 'sent';
  if (settings.result === 'two-mode') return 'part';
  const [right = ''] = settings.right ?? [];
  const references = namesReferences(right);
  if (settings.result === 'left') return references ? 'coupled' : 'shares';
  return references ? 'cited' : namesWords(right) ? 'words' : 'together';
}
