/** The nodes that come first by a measure, as bars. */
import * as z from 'zod';
import { textWidth } from '../../../letters';
import { numbers } from '../../../amounts';
import { columnTitle } from '../../../measure';
import { shortNumber } from '../../../style';
import type { PartKind } from '../part';
import { type ChartPart, barColour, chartFields, chartLetters, charted, madeOf, nodeColumnOf, titleFor } from './chart';

interface RankingPart extends ChartPart {
  kind: 'ranking';
  column: string;
  count: number;
}

export const rankingPart: PartKind<RankingPart> = {
  kind: 'ranking',
  title: 'Ranking',
  help: 'The nodes that come first by a measure.',
  ofNetwork: true,
  schema: z.object({
    ...chartFields,
    kind: z.literal('ranking'),
    column: z.string().max(1000),
    count: z.number().int().min(1).max(100).default(10),
  }),
  summary: ({ column, count }) => `the first ${count} by ${columnTitle(column)}`,
  lay(part, _width, page) {
    const made = madeOf(part, page);
    const values = numbers(nodeColumnOf(made, part.column));
    const { labels } = made.network;
    const order = Array.from(values.keys())
      .filter((v) => !Number.isNaN(values[v]))
      .sort((a, b) => values[b] - values[a] || (labels[a] < labels[b] ? -1 : 1))
      .slice(0, part.count);
    const size = page.letters(chartLetters);
    const row = size * 1.45;
    const most = Math.max(...order.map((v) => Math.abs(values[v])), 0);
    return charted(titleFor(part, part.column), order.length * row, page, (x, y, width, pen) => {
      const amounts = order.map((v) => shortNumber(values[v]));
      const names = Math.min(width * 0.5, Math.max(0, ...order.map((v) => textWidth(labels[v], size))));
      const figures = Math.max(0, ...amounts.map((text) => textWidth(text, size)));
      const left = x + names + size * 0.8;
      const room = Math.max(1, width - names - figures - size * 1.6);
      order.forEach((v, i) => {
        const base = y + i * row + row * 0.7;
        const look = { size, weight: 400 as const, anchor: 'start' as const, colour: page.ink.ink };
        const bar = most === 0 ? 0 : (room * Math.abs(values[v])) / most;
        pen.text(fitting(labels[v], names, size), x, base, look);
        pen.rect(left, base - size * 0.75, bar, size * 0.85, barColour);
        pen.text(amounts[i], left + bar + size * 0.4, base, look);
      });
    });
  },
};

/** The text, or as much of it as a width takes. */
export function fitting(text: string, width: number, size: number): string {
  if (textWidth(text, size) <= width + 0.01) return text;
  const letters = Array.from(text);
  while (letters.length && textWidth(`${letters.join('')}…`, size) > width) letters.pop();
  return `${letters.join('').trimEnd()}…`;
}
