/** How the values of a node column are spread, as columns from the lowest to the highest. */
import * as z from 'zod';
import { columnTitle } from '../../../measure';
import { distribution, writeDate, datePrecision } from '../../../tables';
import { shortNumber } from '../../../style';
import { counted } from '../../../fault';
import { textWidth } from '../../../letters';
import type { PartKind } from '../part';
import { type ChartPart, barColour, chartFields, chartLetters, charted, madeOf, nodeColumnOf, titleFor } from './chart';

interface SpreadPart extends ChartPart {
  kind: 'spread';
  column: string;
}

export const spreadPart: PartKind<SpreadPart> = {
  kind: 'spread',
  title: 'Spread',
  help: 'How many nodes have how much of something.',
  ofNetwork: true,
  schema: z.object({ ...chartFields, kind: z.literal('spread'), column: z.string().max(1000) }),
  summary: ({ column }) => `of ${columnTitle(column)}`,
  lay(part, _width, page) {
    const col = nodeColumnOf(madeOf(part, page), part.column);
    const { bars, low, high, filled } = distribution(col);
    const size = page.letters(chartLetters);
    const tall = size * 7;
    const said = (value: number | undefined): string =>
      value === undefined
        ? ''
        : col.type === 'date'
          ? writeDate(Math.round(value), datePrecision.day, false)
          : shortNumber(value);
    return charted(titleFor(part, part.column), tall + size * 2.2, page, (x, y, width, pen) => {
      const most = Math.max(1, ...bars);
      const wide = width / Math.max(1, bars.length);
      bars.forEach((count, i) => {
        const high = (tall * count) / most;
        if (count) pen.rect(x + i * wide, y + tall - high, Math.max(0.5, wide - 1), high, barColour);
      });
      const line = { colour: page.ink.quiet, opacity: 1, width: 0.6, pattern: 'solid' as const };
      pen.line(x, y + tall, x + width, y + tall, undefined, line);
      const look = { size, weight: 400 as const, anchor: 'start' as const, colour: page.ink.quiet };
      const base = y + tall + size * 1.3;
      pen.text(said(low), x, base, look);
      pen.text(said(high), x + width - textWidth(said(high), size), base, look);
      pen.text(counted(filled, 'node'), x + width / 2, base, { ...look, anchor: 'middle' });
    });
  },
};
