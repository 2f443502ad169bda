/** New columns out of those there are. */
import { type Column, type Table, Dictionary, cellText, extended, isFilled, pick } from '../tables';
import { type Given, needed, written } from './given';
import { Fault, counted } from '../fault';
import type { Note } from '../ties';
import { formula } from './formula';
import type { Typed } from './functions';
import { own } from '../own';

/** Values mapped to classes; what has no class stays as it is, becomes empty, or takes a common one. */
export function byClasses(
  given: Given,
  name: string,
  from: string,
  classes: Readonly<Record<string, string>>,
  others: { keep: true } | { text: string },
): Column {
  const col = needed(given, from);
  const classOf = (value: string): string => own(classes, value) ?? ('keep' in others ? value : others.text);
  if (col.type === 'list') {
    const words = new Dictionary();
    const offsets = new Uint32Array(given.rows + 1);
    const codes: number[] = [];
    for (let r = 0; r < given.rows; r++) {
      const own = new Set<number>();
      for (let k = col.offsets[r]; k < col.offsets[r + 1]; k++) {
        const text = classOf(col.dictionary[col.codes[k]]);
        if (text !== '') own.add(words.code(text));
      }
      codes.push(...own);
      offsets[r + 1] = codes.length;
    }
    return { type: 'list', name, offsets, codes: Uint32Array.from(codes), dictionary: words.texts };
  }
  return written(
    name,
    Array.from({ length: given.rows }, (_, r) => classOf(cellText(col, r))),
  );
}

/** A column of a table, joined by equal values. Of rows that share a value the first is taken, and said. */
export function byTable(
  given: Given,
  name: string,
  from: string,
  table: Table,
  match: string,
  take: string,
): { column: Column; notes: Note[] } {
  const col = needed(given, from);
  const [key, value] = [match, take].map((wanted) => {
    const found = table.columns.find((one) => one.name === wanted);
    if (!found)
      throw new Fault(`The table “${table.name}” has no column “${wanted}”. Choose one of its columns.`, given.step);
    return found;
  });
  const rows = new Map<string, number>();
  const doubles = new Map<string, number>();
  for (let r = 0; r < table.rows; r++) {
    const text = cellText(key, r);
    if (text === '') continue;
    if (rows.has(text)) doubles.set(text, (doubles.get(text) ?? 1) + 1);
    else rows.set(text, r);
  }
  const blank = table.rows;
  let missed = 0;
  const places = Uint32Array.from({ length: given.rows }, (_, r) => {
    const text = cellText(col, r);
    const row = rows.get(text);
    if (row === undefined && text !== '') missed++;
    return row ?? blank;
  });
  const used = [...doubles].filter(([text]) =>
    Array.from({ length: given.rows }).some((_, r) => cellText(col, r) === text),
  );
  const notes: Note[] = [];
  if (used.length) {
    notes.push({
      text: `${counted(used.length, 'value stands', 'values stand')} in several rows of “${table.name}”, which would make several of one; the first row is taken.`,
      values: used.map(([text, count]) => ({ value: text, count })),
    });
  }
  if (missed)
    notes.push({
      text: `${counted(missed, 'value has', 'values have')} no row in “${table.name}” and ${missed === 1 ? 'stays' : 'stay'} empty.`,
    });
  return { column: { ...pick(extended(value, table.rows + 1), places), name }, notes };
}

/** Bands of a number: below the first bound, between two, from the last on. Named by their bounds where no names are given. */
export function byBands(
  given: Given,
  name: string,
  from: string,
  bounds: readonly number[],
  names: readonly string[],
): Column {
  const col = needed(given, from);
  if (col.type !== 'number')
    throw new Fault(`“${from}” is no number column, so it has no bands. Choose a number column.`, given.step);
  if (!bounds.length) throw new Fault('Give one bound at least, such as 10.', given.step, true);
  const sorted = [...bounds].sort((a, b) => a - b);
  const dictionary = Array.from({ length: sorted.length + 1 }, (_, i) => {
    const own = names[i]?.trim();
    if (own) return own;
    if (i === 0) return `under ${sorted[0]}`;
    return i === sorted.length ? `${sorted[i - 1]} and more` : `${sorted[i - 1]} to under ${sorted[i]}`;
  });
  const codes = Int32Array.from(col.values, (value) =>
    Number.isNaN(value) ? -1 : sorted.filter((bound) => value >= bound).length,
  );
  return { type: 'text', name, codes, dictionary };
}

/** Membership in shortlists; those in several are named together: `Ness + Tarrow`. */
export function byMembership(
  name: string,
  ids: readonly string[],
  lists: readonly { name: string; nodes: readonly { id: string }[] }[],
): Column {
  const members = lists.map(({ nodes }) => new Set(nodes.map(({ id }) => id)));
  return written(
    name,
    ids.map((id) =>
      lists
        .filter((_, i) => members[i].has(id))
        .map((list) => list.name)
        .join(' + '),
    ),
  );
}

function typedColumn(col: Column): Typed {
  switch (col.type) {
    case 'number':
      return { type: 'number', value: (i) => (Number.isNaN(col.values[i]) ? undefined : col.values[i]) };
    case 'yesno':
      return { type: 'yesno', value: (i) => (col.values[i] < 0 ? undefined : col.values[i] === 1) };
    default:
      return { type: 'text', value: (i) => (isFilled(col, i) ? cellText(col, i) : undefined) };
  }
}

/** What a formula gives for each row, as a column of its type: numbers, yes and no, or texts. */
export function byFormula(given: Given, name: string, text: string): Column {
  const { type, value } = formula(
    text,
    (wanted) => {
      const col = given.columns.find((one) => one.name === wanted);
      return col && typedColumn(col);
    },
    given.step,
  );
  const values = Array.from({ length: given.rows }, (_, i) => value(i));
  if (type === 'number')
    return { type, name, values: Float64Array.from(values, (one) => (typeof one === 'number' ? one : NaN)) };
  if (type === 'yesno')
    return { type, name, values: Int8Array.from(values, (one) => (one === undefined ? -1 : one ? 1 : 0)) };
  return written(
    name,
    values.map((one) => (one === undefined ? '' : String(one))),
  );
}
