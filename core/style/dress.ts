/** From settings to looks: one value per node and edge, and the legend that explains them. */
import type { Network } from '../graph';
import { type ColumnUse, isRule } from './channel';
import { type Looks, blankLooks } from './looks';
import { type StyleSettings, channelEntries, plainStyle } from './registry';

const inTurn = [...channelEntries].sort(([, a], [, b]) => a.turn - b.turn);

/** Looks for every node and edge. A Fault, placed at `step`, where a column is missing or of the wrong type. */
export function dress(net: Network, style: StyleSettings, step?: string): Looks {
  const looks = blankLooks(net);
  for (const [key, channel] of inTurn) looks.legend.push(...channel.fill(net, style[key], looks, step));
  return looks;
}

/** How many channels follow what nodes and edges hold. */
export const rulesIn = (style: StyleSettings): number => channelEntries.filter(([key]) => isRule(style[key])).length;

/** The style without the rules whose columns are not there; the same object where all are. */
export function withoutMissing(style: StyleSettings, has: (column: ColumnUse) => boolean): StyleSettings {
  const missing = channelEntries.filter(([key, { columns }]) => columns?.(style[key]).some((use) => !has(use)));
  if (!missing.length) return style;
  return { ...style, ...Object.fromEntries(missing.map(([key]) => [key, plainStyle[key]])) };
}
