/** Rows as they go to the server. */
import type { RawTable } from '../tables';

/** Each row as a JSON array of texts, in pieces of up to `rows` lines that end with a line break. Every entry of a dictionary is escaped once. */
export function* rowLines(table: RawTable, rows = 2000): Generator<string> {
  const escaped = table.columns.map(({ dictionary }) =>
    dictionary.map((text) => JSON.stringify(text.replaceAll('\0', ''))),
  );
  const codes = table.columns.map((column) => column.codes);
  const cells = new Array<string>(codes.length);
  for (let from = 0; from < table.rows; from += rows) {
    const lines: string[] = [];
    for (let r = from; r < Math.min(table.rows, from + rows); r++) {
      for (let c = 0; c < cells.length; c++) cells[c] = escaped[c][codes[c][r]];
      lines.push(`[${cells.join(',')}]`);
    }
    yield `${lines.join('\n')}\n`;
  }
}
