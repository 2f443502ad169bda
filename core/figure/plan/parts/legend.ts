/** What sizes, colours, shapes and lines of a map mean. */
import * as z from 'zod';
import { lineOf, type LegendPart } from '../../../style';
import { legendBlock, packed } from '../legend-block';
import { type AnyPart, type PartKind, common, letterSize, written } from '../part';

export interface LegendSettings extends AnyPart {
  kind: 'legend';
  map?: string;
  without: string[];
  words: { was: string; says: string }[];
  size?: number;
  rows: number;
}

const points = 8;

/** The lines of a map's legend, without those that are left out, in the words of the part. */
export function legendOf(legend: readonly LegendPart[], { without, words }: LegendSettings): LegendPart[] {
  const says = new Map(words.map(({ was, says: now }) => [was, now]));
  const told = (text: string): string => says.get(text) ?? text;
  return legend
    .filter((part) => !without.includes(lineOf(part)))
    .map((part) => {
      const headed = { ...part, title: told(part.title) };
      if ('entries' in headed)
        return { ...headed, entries: headed.entries.map((one) => ({ ...one, label: told(one.label) })) } as LegendPart;
      return {
        ...headed,
        low: told(headed.low),
        high: told(headed.high),
        ticks: headed.ticks?.map((tick) => ({ ...tick, label: told(tick.label) })),
      };
    });
}

/** All words of a legend, each once, titles before what stands under them. */
export function wordsOf(legend: readonly LegendPart[]): string[] {
  const words = legend.flatMap((part) => [
    part.title,
    ...('entries' in part
      ? part.entries.map(({ label }) => label)
      : part.ticks?.length
        ? part.ticks.map(({ label }) => label)
        : [part.low, part.high]),
  ]);
  return [...new Set(words)].filter((word) => word !== '');
}

export const legendPart: PartKind<LegendSettings> = {
  kind: 'legend',
  title: 'Legend',
  help: 'What colours, sizes and lines mean, made from the style.',
  schema: z.object({
    ...common,
    kind: z.literal('legend'),
    /** The map that it is of; absent: the first. */
    map: z.string().max(60).optional(),
    /** Lines that are left out, as `lineOf` names them. */
    without: z.array(z.string().max(200)).max(100).default([]),
    words: z
      .array(z.object({ was: z.string().max(2000), says: written(500) }))
      .max(2000)
      .default([]),
    size: letterSize,
    /** Entries below each other before another column begins. */
    rows: z.number().int().min(1).max(40).default(4),
  }),
  summary(part, page) {
    const found = page.map(part.map);
    if (!found) return 'there is no map to explain';
    const lines = legendOf(found.legend, part).length;
    return `${lines === 1 ? '1 line' : `${lines} lines`}, made from the style`;
  },
  lay(part, width, page) {
    const found = page.map(part.map);
    const lines = found ? legendOf(found.legend, part) : [];
    if (!found || !lines.length) return undefined;
    const letters = page.letters(points, part.size);
    // As on the map: in its units while the whole is in view, growing by the square root beyond.
    const scale = found.scale > 1 ? Math.sqrt(found.scale) : found.scale;
    const look = { letters, ink: page.ink, ground: page.ground, scale, rows: part.rows };
    const block = packed(
      lines.map((line) => legendBlock(line, look)),
      width,
      letters,
    );
    return { height: block.height, above: 8, draw: ({ x, y }, pen) => block.draw(x, y, pen) };
  },
};
