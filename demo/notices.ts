/** Notices posted at the harbour boards: what a feed of messages looks like. */
import type { Random } from '@/core/random';
import type { Keeper } from './people';

const pick = <T>(items: readonly T[], random: Random): T => items[random.below(items.length)];
const wares = ['kale', 'field beans', 'seed potatoes', 'bere barley', 'neeps', 'scarlet runners', 'leeks', 'sea kale'];
const forms = [
  '{who} has {what} to spare, ask {whom}',
  'wanted: {what}, leave word with {whom}',
  'the boat brought {what} for {whom}',
  '{whom} and {who} show {what} on Saturday',
  'lost between pier and manse: a packet of {what} for {whom}',
];

/** 1,500 messages through the spring of 1936, by time. */
export function makeNotices(
  keepers: readonly Keeper[],
  random: Random,
): { at: string; writer: string; text: string; mentions: string[]; about: string[] }[] {
  const living = keepers.filter(({ born, died }) => born < 1915 && (died ?? 2000) > 1936);
  let minute = 0;
  return Array.from({ length: 1500 }, () => {
    minute += 1 + random.below(110);
    const writer = living[Math.floor(living.length * random.unit() * random.unit())];
    const near = living.filter(({ island }) => island === writer.island);
    const whom = pick(random.below(4) === 0 ? living : near, random);
    const what = pick(wares, random);
    const at = new Date(Date.UTC(1936, 1, 1, 6, minute)).toISOString().slice(0, 16);
    const text = pick(forms, random).replace('{who}', writer.name).replace('{whom}', whom.name).replace('{what}', what);
    return { at, writer: writer.name, text, mentions: whom === writer ? [] : [whom.name], about: [what] };
  });
}
