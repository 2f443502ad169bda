/** How many triads of each of the sixteen kinds a network has, with a drawing of each. */
import * as z from 'zod';
import { grouped } from '../../../fault';
import { triadEdges, triadNames } from '../../../measure';
import { triadCensus } from '../../../measure/census';
import type { PartKind } from '../part';
import { type ChartPart, chartFields, chartLetters, charted, madeOf } from './chart';

interface TriadsPart extends ChartPart {
  kind: 'triads';
}

const across = 8;
/** Corners of a small triangle: top, left, right. */
const corners = [
  [0, -1],
  [-0.9, 0.6],
  [0.9, 0.6],
] as const;

export const triadsPart: PartKind<TriadsPart> = {
  kind: 'triads',
  title: 'Profile of triads',
  help: 'How many triads of each kind there are.',
  ofNetwork: true,
  schema: z.object({ ...chartFields, kind: z.literal('triads') }),
  summary: (part, page) => `of ${page.made(part.network)?.name ?? 'a network that is not there'}`,
  lay(part, _width, page) {
    const counts = triadCensus(madeOf(part, page).network);
    const size = page.letters(chartLetters);
    const row = size * 6.4;
    return charted(part.title.trim() || 'Triads by kind', 2 * row, page, (x, y, width, pen) => {
      triadNames.forEach((name, i) => {
        const middle = x + ((i % across) + 0.5) * (width / across);
        const top = y + Math.floor(i / across) * row;
        const r = Math.min(size * 1.5, width / across / 2.6);
        const at = corners.map(([dx, dy]) => [middle + dx * r, top + size * 1.9 + dy * r] as const);
        const stroke = { colour: page.ink.ink, opacity: 1, width: 0.7, pattern: 'solid' as const };
        for (const [a, b] of triadEdges[name]) {
          const [[x1, y1], [x2, y2]] = [at[a], at[b]];
          const length = Math.hypot(x2 - x1, y2 - y1);
          const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length];
          const [tx, ty] = [x2 - ux * size * 0.3, y2 - uy * size * 0.3];
          pen.line(x1, y1, tx, ty, undefined, stroke);
          const [bx, by, half] = [tx - ux * size * 0.45, ty - uy * size * 0.45, size * 0.2];
          pen.polygon([tx, ty, bx - uy * half, by + ux * half, bx + uy * half, by - ux * half], page.ink.ink, 1);
        }
        for (const [cx, cy] of at) pen.shape('circle', cx, cy, size * 0.2, page.ink.ink, page.ground, 0);
        const look = { size, weight: 400 as const, anchor: 'middle' as const, colour: page.ink.ink };
        pen.text(grouped(counts[i]), middle, top + size * 4.4, look);
        pen.text(name, middle, top + size * 5.5, { ...look, colour: page.ink.quiet });
      });
    });
  },
};
