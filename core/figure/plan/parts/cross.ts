/** How often values of two node columns meet in a node. */
import * as z from 'zod';
import { grouped, Fault } from '../../../fault';
import { textWidth } from '../../../letters';
import { columnTitle } from '../../../measure';
import { type Column, cellText } from '../../../tables';
import { categories } from '../../../style';
import type { PartKind } from '../part';
import { type ChartPart, chartFields, chartLetters, charted, madeOf, nodeColumnOf } from './chart';
import { fitting } from './ranking';

interface CrossPart extends ChartPart {
  kind: 'cross';
  rows: string;
  columns: string;
}

const most = 30;

function valuesIn(col: Column): string[] {
  const values = categories(col).map(({ value }) => value);
  if (values.length > most)
    throw new Fault(
      `“${col.name}” has ${values.length} values, more than the ${most} that a table on a page can have. Choose another column.`,
    );
  return values;
}

export const crossPart: PartKind<CrossPart> = {
  kind: 'cross',
  title: 'Cross-table',
  help: 'How many nodes hold each value of one column and of another.',
  ofNetwork: true,
  schema: z.object({
    ...chartFields,
    kind: z.literal('cross'),
    rows: z.string().max(1000),
    columns: z.string().max(1000),
  }),
  summary: ({ rows, columns }) => `${columnTitle(rows)} by ${columnTitle(columns)}`,
  lay(part, _width, page) {
    const made = madeOf(part, page);
    const [down, over] = [nodeColumnOf(made, part.rows), nodeColumnOf(made, part.columns)];
    const [rows, columns] = [valuesIn(down), valuesIn(over)];
    const counts = rows.map(() => columns.map(() => 0));
    const [rowAt, columnAt] = [rows, columns].map((list) => new Map(list.map((value, i) => [value, i])));
    for (let v = 0; v < made.network.ids.length; v++) {
      const [r, c] = [rowAt.get(cellText(down, v)), columnAt.get(cellText(over, v))];
      if (r !== undefined && c !== undefined) counts[r][c]++;
    }
    const size = page.letters(chartLetters);
    const row = size * 1.6;
    const title = part.title.trim() || `${columnTitle(part.rows)} by ${columnTitle(part.columns)}`;
    return charted(title, (rows.length + 1) * row + size * 0.3, page, (x, y, width, pen) => {
      const names = Math.min(width * 0.3, Math.max(0, ...rows.map((text) => textWidth(text, size))));
      const left = x + names + size;
      const wide = (width - names - size) / Math.max(1, columns.length);
      const look = { size, weight: 400 as const, anchor: 'start' as const, colour: page.ink.ink };
      // Figures stand under each other's ends.
      const ended = (text: string, c: number, base: number, quiet = false): void => {
        const said = fitting(text, wide - size * 0.4, size);
        const at = left + (c + 1) * wide - textWidth(said, size);
        pen.text(said, at, base, { ...look, colour: quiet ? page.ink.quiet : page.ink.ink });
      };
      columns.forEach((text, c) => ended(text, c, y + size, true));
      const line = { colour: page.ink.quiet, opacity: 0.7, width: 0.6, pattern: 'solid' as const };
      pen.line(x, y + size * 1.5, x + width, y + size * 1.5, undefined, line);
      rows.forEach((text, r) => {
        const base = y + (r + 1) * row + size * 1.2;
        pen.text(fitting(text, names, size), x, base, look);
        counts[r].forEach((count, c) => ended(count ? grouped(count) : '·', c, base, !count));
      });
    });
  },
};
