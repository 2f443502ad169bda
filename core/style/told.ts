/** The legend as it is told: its lines in an order of one's own, in words of one's own. */
import * as z from 'zod';
import { own } from '../own';
import type { LegendPart } from './looks';

const words = z.string().max(200);
const line = z.object({
  /** The line, as `lineOf` names it. */
  line: z.string(),
  /** In place of its title; absent: as it comes. */
  title: words.optional(),
  /** In place of what its entries say, by that. */
  words: z.record(z.string(), words).default({}),
});
export type LegendLine = z.infer<typeof line>;
/** Lines in their order; those that are not named follow in the order of the channels. */
export const legendLines = z.array(line).default([]);

/** What a line of the legend is called where settings speak of it: its channel, and whether it is of its rules. */
export const lineOf = ({ channel = '', rules }: Pick<LegendPart, 'channel' | 'rules'>): string =>
  rules ? `${channel} rules` : channel;

/** What an entry said before it was told otherwise. */
export const entryOf = ({ label, was }: { label: string; was?: string }): string => was ?? label;

/** Colours and shapes that say the same of one column are one line: shapes in their colours. */
export function joined(legend: readonly LegendPart[]): LegendPart[] {
  const colours = legend.find(({ channel, rules }) => channel === 'nodeColour' && !rules);
  const shapes = legend.find(({ channel, rules }) => channel === 'nodeShape' && !rules);
  if (colours?.kind !== 'colours' || shapes?.kind !== 'shapes' || colours.column !== shapes.column) return [...legend];
  const shapeOf = new Map(shapes.entries.map(({ label, shape }) => [label, shape]));
  if (shapeOf.size !== colours.entries.length || !colours.entries.every(({ label }) => shapeOf.has(label)))
    return [...legend];
  const { kind: _kind, entries, ...line } = colours;
  const coloured = entries.map((entry) => ({ ...entry, shape: shapeOf.get(entry.label) ?? 'circle' }));
  return legend.flatMap((part): LegendPart[] =>
    part === colours ? [{ ...line, kind: 'shapes', entries: coloured }] : part === shapes ? [] : [part],
  );
}

/** The legend in the order and the words of the settings. */
export function told(legend: readonly LegendPart[], lines: readonly LegendLine[]): LegendPart[] {
  if (!lines.length) return [...legend];
  const place = new Map(lines.map((one, i) => [one.line, i]));
  const placeOf = (part: LegendPart): number => place.get(lineOf(part)) ?? lines.length;
  return [...legend]
    .sort((a, b) => placeOf(a) - placeOf(b))
    .map((part) => {
      const wanted = lines.at(placeOf(part) < lines.length ? placeOf(part) : lines.length);
      if (!wanted) return part;
      const headed = wanted.title === undefined ? part : { ...part, title: wanted.title, was: part.title };
      if (!('entries' in headed)) return headed;
      const entries = headed.entries.map((entry) => {
        const label = own(wanted.words, entry.label);
        return label === undefined ? entry : { ...entry, label, was: entry.label };
      });
      return { ...headed, entries } as LegendPart;
    });
}
