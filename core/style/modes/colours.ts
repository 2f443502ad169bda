/** Colours that follow what nodes or edges hold: a colour for each value, or a ramp along an amount. */
import * as z from 'zod';
import { type Amounts, scaleSchema } from '../../amounts';
import { colourSchema } from '../../colour';
import { grouped } from '../../fault';
import { own as ownOf } from '../../own';
import { type Column, cellText } from '../../tables';
import { type Rgb, amountPalettes, categoryPalettes, defaultPalette, hex, otherColour, rgb } from '../colour';
import type { LegendPart } from '../looks';
import { byStops } from '../ramps';
import { byAmount, classEntries, ends, ticks } from './amount';
import { byCategory, categories } from './category';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const palettes = Object.keys(categoryPalettes) as (keyof typeof categoryPalettes)[];
const ramps = Object.keys(amountPalettes) as (keyof typeof amountPalettes)[];

/** Colours of one's own in place of the palette: from the most frequent value on, or from low to high. */
const own = z.array(colourSchema).min(2).max(60).optional();

/** A colour for each value of a column. */
export const colourByCategory = (of: 'nodes' | 'edges', wish?: string) =>
  byCategory(
    of,
    {
      palette: z
        .enum(palettes)
        .default(defaultPalette)
        .meta({
          title: 'Palette',
          palettes: 'category',
          labels: Object.fromEntries(palettes.map((name) => [name, capital(name)])),
        }),
      own,
      /** Colours set by hand, by value. */
      colours: z.record(z.string(), colourSchema).default({}).meta({ title: 'Colours', colours: true }),
    },
    { wish },
  );
export type ColourByCategory = z.infer<ReturnType<typeof colourByCategory>>;

/** A ramp along an amount. */
export const colourByAmount = (of: 'nodes' | 'edges', wish: string) =>
  byAmount(
    of,
    {
      palette: z.enum(ramps).default('glacier').meta({ title: 'Palette', palettes: 'amount' }),
      own,
      scale: scaleSchema('palette'),
    },
    wish,
  );
type ColourByAmount = z.infer<ReturnType<typeof colourByAmount>>;

/** Gives each row the colour of its value; the line of the legend. */
export function colourValues(
  col: Column,
  rule: ColourByCategory,
  title: string,
  give: (row: number, colour: Rgb) => void,
  rows: number,
): LegendPart {
  const other = rgb(otherColour);
  const entries = categoryColours(col, rule);
  const colours = new Map<string, Rgb>(entries.map(({ value, colour }) => [value, rgb(colour)]));
  for (let row = 0; row < rows; row++) give(row, colours.get(cellText(col, row)) ?? other);
  return { kind: 'colours', title, column: col.name, entries: [...legendColours(entries), ...noGroup(col)] };
}

/** Gives each row its colour along the ramp; the line of the legend, none where there are no amounts. */
export function colourAmounts(
  values: Float64Array,
  amounts: Amounts,
  rule: ColourByAmount,
  title: string,
  give: (row: number, colour: Rgb) => void,
): LegendPart[] {
  const palette = rule.own ? byStops(rule.own) : amountPalettes[rule.palette];
  const table = Array.from({ length: 256 }, (_, i) => rgb(palette(i / 255)));
  const other = rgb(otherColour);
  amounts.shares.forEach((share, row) => give(row, Number.isNaN(share) ? other : table[Math.round(share * 255)]));
  if (Number.isNaN(amounts.low)) return [];
  if (amounts.classes) {
    const entries = classEntries(amounts).map(({ share, ...entry }) => ({
      ...entry,
      colour: hex(table[Math.round(share * 255)]),
    }));
    return [{ kind: 'colours', title, column: rule.column, entries }];
  }
  const stops = Array.from({ length: 5 }, (_, i) => hex(table[Math.round((i / 4) * 255)]));
  // The ramp is told from the lowest amount to the highest, whichever end its colours begin at.
  const round = ticks(values, amounts, rule).map((tick) => (rule.reversed ? { ...tick, share: 1 - tick.share } : tick));
  return [
    { kind: 'ramp', title, stops: rule.reversed ? stops.reverse() : stops, ...ends(amounts, rule), ticks: round },
  ];
}

/** The colours that values are given in turn. */
export const paletteOf = (rule: ColourByCategory): readonly string[] => rule.own ?? categoryPalettes[rule.palette];

/** Colour of each value: set by hand, else from the palette in the order of frequency, or at the place that belongs to the value; grey beyond the palette's end. */
export function categoryColours(
  col: Column,
  rule: ColourByCategory,
): { value: string; count: number; colour: string }[] {
  const palette = paletteOf(rule);
  const marks = new Map(col.type === 'text' ? col.marks?.map((mark, code) => [col.dictionary[code], mark]) : []);
  return categories(col).map(({ value, count }, i) => {
    const mark = marks.get(value);
    const colour = ownOf(rule.colours, value) ?? mark?.colour ?? palette[mark?.slot ?? i] ?? otherColour;
    return { value, count, colour };
  });
}

type ColourEntry = Extract<LegendPart, { kind: 'colours' }>['entries'][number];

/** The legend names up to twelve colours and sums up the rest. */
function legendColours(entries: { value: string; colour: string }[]): ColourEntry[] {
  const shown = entries.slice(0, 12);
  const lines: ColourEntry[] = shown.map(({ value, colour }) => ({
    label: value,
    colour,
    stands: { values: [value] },
  }));
  if (entries.length > 12) {
    const but = shown.map(({ value }) => value);
    lines.push({ label: `${entries.length - 12} more`, colour: otherColour, stands: { but } });
  }
  return lines;
}

/** Nodes that are in no group are one line of the legend. */
function noGroup(col: Column): ColourEntry[] {
  if (col.type !== 'text' || !col.marks) return [];
  const left = col.codes.reduce((sum, code) => sum + (code < 0 ? 1 : 0), 0);
  return left ? [{ label: `in no group (${grouped(left)})`, colour: otherColour, stands: { empty: true } }] : [];
}
