import { scaleSchema } from '../../amounts';
import * as z from 'zod';
import { type Column, cellText } from '../../tables';
import { nodeColumn, nodeCount } from '../../graph';
import { columnTitle } from '../../measure';
import { colourSchema } from '../../colour';
import { grouped } from '../../fault';
import { own } from '../../own';
import { type Channel, columnOf } from '../channel';
import { type Rgb, amountPalettes, categoryPalettes, defaultPalette, hex, otherColour, rgb } from '../colour';
import { alike } from '../modes/alike';
import { amountsOf, byAmount, ends } from '../modes/amount';
import { byCategory, categories, categoryCodes } from '../modes/category';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const palettes = Object.keys(categoryPalettes) as (keyof typeof categoryPalettes)[];
const ramps = Object.keys(amountPalettes) as (keyof typeof amountPalettes)[];

const category = byCategory(
  'nodes',
  {
    palette: z
      .enum(palettes)
      .default(defaultPalette)
      .meta({ title: 'Palette', labels: Object.fromEntries(palettes.map((name) => [name, capital(name)])) }),
    /** Colours set by hand, by value. */
    colours: z.record(z.string(), colourSchema).default({}).meta({ title: 'Colours', colours: true }),
  },
  { wish: 'group' },
);

const schema = z
  .discriminatedUnion('by', [
    alike({ colour: colourSchema.meta({ title: 'Colour of all nodes', colour: categoryPalettes[defaultPalette][0] }) }),
    category,
    byAmount(
      'nodes',
      { palette: z.enum(ramps).default('glacier').meta({ title: 'Palette' }), scale: scaleSchema('palette') },
      'degree',
    ),
  ])
  .default({ by: 'all', colour: '#377393' });

export const nodeColour: Channel<typeof schema, string> = {
  whose: 'nodes',
  title: 'Colour',
  schema,
  look: {
    of: 'nodes',
    schema: colourSchema.meta({ title: 'Colour', colour: categoryPalettes[defaultPalette][1] }),
    set: ({ fill }, places, look) => {
      const one = rgb(look);
      places.forEach((v) => fill.set(one, 3 * v));
    },
    legend: (entries) => ({
      kind: 'colours',
      title: '',
      entries: entries.map(({ label, look }) => ({ label, colour: look })),
    }),
  },
  turn: 10,
  columns: columnOf('nodes'),
  fill(net, rule, looks, step) {
    const n = nodeCount(net);
    const { fill } = looks;
    if (rule.by === 'all') {
      const one = rgb(rule.colour);
      for (let v = 0; v < n; v++) fill.set(one, 3 * v);
      return [];
    }
    const col = nodeColumn(net, rule.column, step);
    const other = rgb(otherColour);
    const title = columnTitle(col.name);
    if (rule.by === 'category') {
      looks.group = categoryCodes(col);
      looks.groupColumn = col.name;
      const entries = categoryColours(col, rule);
      const colours = new Map<string, Rgb>(entries.map(({ value, colour }) => [value, rgb(colour)]));
      for (let v = 0; v < n; v++) fill.set(colours.get(cellText(col, v)) ?? other, 3 * v);
      return [{ kind: 'colours', title, entries: [...legendColours(entries), ...noGroup(col)] }];
    }
    const amounts = amountsOf(col, rule, step);
    const palette = amountPalettes[rule.palette];
    const table = Array.from({ length: 256 }, (_, i) => rgb(palette(i / 255)));
    for (let v = 0; v < n; v++) {
      const share = amounts.shares[v];
      fill.set(Number.isNaN(share) ? other : table[Math.round(share * 255)], 3 * v);
    }
    if (Number.isNaN(amounts.low)) return [];
    const stops = Array.from({ length: 5 }, (_, i) => hex(table[Math.round((i / 4) * 255)]));
    return [{ kind: 'ramp', title, stops: rule.reversed ? stops.reverse() : stops, ...ends(amounts, rule) }];
  },
};

/** Colour of each value: set by hand, else from the palette in the order of frequency, or at the place that belongs to the value; grey beyond the palette's end. */
export function categoryColours(
  col: Column,
  rule: z.infer<typeof category>,
): { value: string; count: number; colour: string }[] {
  const palette = categoryPalettes[rule.palette];
  const marks = new Map(col.type === 'text' ? col.marks?.map((mark, code) => [col.dictionary[code], mark]) : []);
  return categories(col).map(({ value, count }, i) => {
    const mark = marks.get(value);
    const colour = own(rule.colours, value) ?? mark?.colour ?? palette[mark?.slot ?? i] ?? otherColour;
    return { value, count, colour };
  });
}

/** The legend names up to twelve colours and sums up the rest. */
function legendColours(entries: { value: string; colour: string }[]): { label: string; colour: string }[] {
  const shown = entries.slice(0, 12).map(({ value, colour }) => ({ label: value, colour }));
  if (entries.length > 12) shown.push({ label: `${entries.length - 12} more`, colour: otherColour });
  return shown;
}

/** Nodes that are in no group are one line of the legend. */
function noGroup(col: Column): { label: string; colour: string }[] {
  if (col.type !== 'text' || !col.marks) return [];
  const left = col.codes.reduce((sum, code) => sum + (code < 0 ? 1 : 0), 0);
  return left ? [{ label: `in no group (${grouped(left)})`, colour: otherColour }] : [];
}
