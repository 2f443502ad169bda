/** From settings to looks: one value per node and edge, and the legend that explains them. */
import type { Network } from '../graph';
import { type ColumnUse, isRule } from './channel';
import { type LookRule, laidOver, ruleColumns } from './look';
import { type LegendPart, type Looks, blankLooks } from './looks';
import { type ChannelName, type StyleSettings, channelEntries, plainStyle } from './registry';
import { joined, told } from './told';

const inTurn = [...channelEntries].sort(([, a], [, b]) => a.turn - b.turn);

/** What a channel is called where it stands by itself. */
export function channelTitle(key: ChannelName): string {
  const entry = channelEntries.find(([name]) => name === key);
  const title = entry?.[1].title ?? entry?.[1].schema.meta()?.title ?? key;
  return entry?.[1].whose === 'edges' ? `${title} of ties` : title;
}

/** Looks for every node and edge: rules over the channel's own setting, and what was set by hand over both. A Fault, placed at `step`, where a column is missing or of the wrong type. */
export function dress(net: Network, style: StyleSettings, step?: string): Looks {
  const looks = blankLooks(net);
  for (const [key, channel] of inTurn) {
    const of = channel.look?.of ?? (channel.whose === 'edges' ? 'edges' : 'nodes');
    const add = (part: LegendPart): unknown => looks.legend.push({ ...part, channel: key, of });
    channel.fill(net, style[key], looks, step).forEach(add);
    if (!channel.look) continue;
    const over = { rules: style.rules[key] ?? [], byHand: style.byHand[key] ?? {}, title: channelTitle(key) };
    laidOver(net, channel.look, over, looks, step).forEach(add);
  }
  looks.legend = told(joined(looks.legend), style.legendLines);
  return looks;
}

/** The looks that were made last only to see whether they can be. One alone is held: looks of a large network are large. */
let tried: { net: Network; style: StyleSettings; looks: Looks } | undefined;

/** A Fault, placed at `step`, where the looks cannot be made. They are at hand for `dressed`. */
export function tryOn(net: Network, style: StyleSettings, step: string): void {
  tried = { net, style, looks: dress(net, style, step) };
}

/** The looks, which are whoever asks for them's own; made anew where they were not tried on right before. */
export function dressed(net: Network, style: StyleSettings): Looks {
  const held = tried;
  tried = undefined;
  return held?.net === net && held.style === style ? held.looks : dress(net, style);
}

/** How many channels follow what nodes and edges hold. */
export const rulesIn = (style: StyleSettings): number =>
  channelEntries.filter(([key]) => isRule(style[key]) || style.rules[key]?.length).length;

/** The style without the rules whose columns are not there; the same object where all are. */
export function withoutMissing(style: StyleSettings, has: (column: ColumnUse) => boolean): StyleSettings {
  const missing = channelEntries.filter(([key, { columns }]) => columns?.(style[key]).some((use) => !has(use)));
  const rules = channelEntries.flatMap(([key, { look }]): [ChannelName, LookRule[]][] => {
    const all = style.rules[key] ?? [];
    const kept = all.filter((rule) =>
      ruleColumns([rule]).every((name) => has({ of: look?.of ?? 'nodes', name, at: '' })),
    );
    return kept.length < all.length ? [[key, kept]] : [];
  });
  if (!missing.length && !rules.length) return style;
  return {
    ...style,
    ...Object.fromEntries(missing.map(([key]) => [key, plainStyle[key]])),
    rules: { ...style.rules, ...Object.fromEntries(rules) },
  };
}
