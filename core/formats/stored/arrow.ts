import { type Column, cellText, datePrecision, spanKind, typedTable } from '../../tables';
import type { StoredFormat } from './format';

/**
 * An Arrow file (Apache Arrow columnar format 1, IPC file): numbers as float64, yes and no as booleans, days as date32, lists as lists of texts, everything else as
 * texts. A column with cells that do not fit its type is one of texts, as it was written, so that nothing is lost.
 */
export const storedArrow: StoredFormat = {
  key: 'arrow',
  title: 'Arrow',
  ending: '.arrow',
  type: 'application/vnd.apache.arrow.file',
  holds: 'one',
  async write([{ key, raw, specs }]) {
    const arrow = await import('apache-arrow');
    const typed = typedTable(key, raw, specs);
    const cells = <T>(make: (row: number) => T): T[] => Array.from({ length: raw.rows }, (_, r) => make(r));
    // Dictionaries by the number of their column: by themselves they would be numbered as they come.
    const asTexts = (col: Column, c: number) =>
      arrow.vectorFromArray(
        cells((r) => cellText(col, r) || null),
        new arrow.Dictionary(new arrow.Utf8(), new arrow.Int32(), c),
      );
    const written = typedTable(
      key,
      raw,
      specs.map(({ name }) => ({ name, type: 'text' as const })),
    );
    const vectors = typed.columns.map((col, c) => {
      if (typed.misfits.some(({ column, rows }) => column === col.name && rows.length > 0))
        return asTexts(written.columns[c], c);
      if (col.type === 'number')
        return arrow.vectorFromArray(
          cells((r) => (Number.isNaN(col.values[r]) ? null : col.values[r])),
          new arrow.Float64(),
        );
      if (col.type === 'yesno')
        return arrow.vectorFromArray(
          cells((r) => (col.values[r] < 0 ? null : col.values[r] === 1)),
          new arrow.Bool(),
        );
      if (col.type === 'list')
        return arrow.vectorFromArray(
          cells((r) =>
            Array.from(col.codes.subarray(col.offsets[r], col.offsets[r + 1]), (code) => col.dictionary[code]),
          ),
          new arrow.List(new arrow.Field('value', new arrow.Utf8(), false)),
        );
      if (col.type === 'date' && cells((r) => isDay(col, r)).every(Boolean))
        return arrow.vectorFromArray(
          cells((r) => (Number.isNaN(col.day[r]) ? null : new Date(col.day[r] * 86_400_000))),
          new arrow.DateDay(),
        );
      return asTexts(written.columns[c], c);
    });
    const table = new arrow.Table(Object.fromEntries(typed.columns.map(({ name }, c) => [name, vectors[c]])));
    // An object puts names that are whole numbers before all others.
    return arrow.tableToIPC(table.select(typed.columns.map(({ name }) => name)), 'file');
  },
};

/** Empty, or known to the day and without doubt. */
const isDay = (col: Extract<Column, { type: 'date' }>, r: number): boolean =>
  Number.isNaN(col.day[r]) ||
  (col.precision[r] === datePrecision.day &&
    Number.isInteger(col.day[r]) &&
    !col.doubtful[r] &&
    (col.span?.kind[r] ?? spanKind.none) === spanKind.none);
