/** A style's settings in words, for the lines of the editor and the reading panel. */
import type * as z from 'zod';
import { columnTitle } from '../measure';
import { own } from '../own';
import { fieldOf, waysOf } from '../settings';
import type { Network } from '../graph';
import { channelTitle } from './dress';
import { firstThatHolds } from './look';
import { shortNumber } from './modes/amount';
import { type ChannelName, type StyleSettings, channelEntries } from './registry';

const scaleWords: Record<string, string> = { linear: '', sqrt: ', √', log: ', log', rank: ', rank' };

/** A channel's own setting, without rules and hands. */
function ownWords(key: ChannelName, schema: z.ZodType, setting: unknown): string {
  const ways = waysOf(schema);
  if (ways && typeof setting === 'object' && setting !== null) {
    const { by, column, scale, min, max } = setting as Record<string, unknown>;
    if (by === 'category') return `by ${columnTitle(String(column))}`;
    if (by === 'amount') {
      const range =
        typeof min === 'number' && typeof max === 'number' ? `, ${shortNumber(min)} to ${shortNumber(max)}` : '';
      return `by ${columnTitle(String(column))}${own(scaleWords, String(scale)) ?? ''}${range}`;
    }
    if (by === 'column') return columnTitle(String(column));
    if (by === 'all') {
      const first = Object.entries(setting).find(([name]) => name !== 'by');
      return typeof first?.[1] === 'number'
        ? `all ${shortNumber(first[1])}`
        : typeof first?.[1] === 'string' && !first[1].startsWith('#')
          ? `all ${first[1]}`
          : 'all alike';
    }
    return ways.find((way) => way.by === by)?.title ?? String(by);
  }
  if (key === 'labels') {
    const { show, top, by, size } = setting as StyleSettings['labels'];
    if (show === 'none') return 'none';
    const which =
      show === 'all' ? 'all that fit' : `${shortNumber(top)} by ${by === undefined ? 'size' : columnTitle(by)}`;
    return `${which}, ${shortNumber(size)}`;
  }
  const field = fieldOf(key, schema);
  if (setting === undefined) return field?.auto ? 'by itself' : 'none';
  if (typeof setting === 'boolean') return setting ? 'on' : 'off';
  if (field?.kind === 'choice') return field.choices.find(({ value }) => value === setting)?.label ?? '';
  if (typeof setting === 'number') return shortNumber(setting);
  return typeof setting === 'string' ? setting : '';
}

/** What a channel is set to: rules first, then what holds elsewhere. */
export function settingWords(key: ChannelName, style: StyleSettings): string {
  const channel = channelEntries.find(([name]) => name === key)?.[1];
  if (!channel) return '';
  const rules = style.rules[key]?.length ?? 0;
  const words = ownWords(key, channel.schema, style[key]);
  return rules ? `${rules} ${rules === 1 ? 'rule' : 'rules'}, else ${words}` : words;
}

/** Where one node or edge has a look from: set by hand, the rule of this number from 1 on, or the channel's own setting. */
export type LookSource = { from: 'hand' } | { from: 'rule'; number: number } | { from: 'setting' };

export function sourceOf(
  net: Network,
  key: ChannelName,
  style: StyleSettings,
  place: number,
  name: string,
): LookSource {
  const look = channelEntries.find(([one]) => one === key)?.[1].look;
  if (own(style.byHand[key] ?? {}, name) !== undefined) return { from: 'hand' };
  const rules = style.rules[key] ?? [];
  const held = look && rules.length ? firstThatHolds(net, look.of, rules, channelTitle(key))[place] : -1;
  return held >= 0 ? { from: 'rule', number: held + 1 } : { from: 'setting' };
}
