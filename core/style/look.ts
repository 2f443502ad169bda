/** Looks by rule and by hand: over what a channel's own setting gives, the same for all channels. */
import * as z from 'zod';
import { Fault } from '../fault';
import { type Network, edgeIdOfKey, edgePlaces, nodeCount } from '../graph';
import { type ConditionGroup, conditionColumns, conditionSchema, conditionWords, holds } from '../keep/condition';
import { own } from '../own';
import type { LegendPart, Looks, Stands } from './looks';

/** One look of a channel: what a rule, or a hand, can give to single nodes or edges. */
export interface OneLook<T = never> {
  of: 'nodes' | 'edges';
  schema: z.ZodType<T>;
  /** Gives the nodes or edges at these places the look. */
  set(looks: Looks, places: Uint32Array, look: T, net: Network): void;
  /** The line of the legend for rules; absent where they need none. */
  legend?(entries: { label: string; look: T; stands: Stands }[]): LegendPart;
}

export interface LookRule {
  where: ConditionGroup;
  look: unknown;
  /** What the legend says; empty: the condition in words. */
  words: string;
}

export const ruleSchema = (look: OneLook<unknown>): z.ZodType<LookRule> =>
  z.object({ where: conditionSchema, look: look.schema, words: z.string().max(200).default('') });

/** Which of the rules gives each node or edge its look, −1 for none: the first that holds. A Fault that names the rule where one cannot be followed. */
export function firstThatHolds(
  net: Network,
  of: OneLook['of'],
  rules: readonly LookRule[],
  title: string,
  step?: string,
): Int32Array {
  const size = of === 'nodes' ? nodeCount(net) : net.source.length;
  const found = new Int32Array(size).fill(-1);
  rules.forEach(({ where }, r) => {
    if (where.rules.length === 0) return;
    const marks = followed(net, of, where, `Rule ${r + 1} of ${title}`, step);
    for (let i = 0; i < size; i++) if (marks[i] && found[i] < 0) found[i] = r;
  });
  return found;
}

function followed(net: Network, of: OneLook['of'], where: ConditionGroup, name: string, step?: string): Uint8Array {
  try {
    return holds(net, of, where, {
      step: step ?? '',
      shortlist: () => {
        throw new Fault('Looks do not follow shortlists. Take a column, or set it by hand.');
      },
    });
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    throw new Fault(`${name}: ${error.message}`, step);
  }
}

/** Rules, then what was set by hand, over the looks as they are; the line of the legend for the rules. */
export function laidOver(
  net: Network,
  look: OneLook<unknown>,
  { rules, byHand, title }: { rules: readonly LookRule[]; byHand: Readonly<Record<string, unknown>>; title: string },
  looks: Looks,
  step?: string,
): LegendPart[] {
  const parts: LegendPart[] = [];
  if (rules.length) {
    const found = firstThatHolds(net, look.of, rules, title, step);
    const counts = new Uint32Array(rules.length);
    for (const r of found) if (r >= 0) counts[r]++;
    const places = Array.from(counts, (count) => new Uint32Array(count));
    const filled = new Uint32Array(rules.length);
    found.forEach((r, i) => r >= 0 && (places[r][filled[r]++] = i));
    // From the last to the first, so that lists of what matters begin with the first rule.
    for (let r = rules.length - 1; r >= 0; r--) if (counts[r]) look.set(looks, places[r], rules[r].look, net);
    const entries = rules.flatMap((rule, r) =>
      counts[r] ? [{ label: wordsOf(rule), look: rule.look, stands: { rule: r } }] : [],
    );
    const part = entries.length ? look.legend?.(entries) : undefined;
    if (part) parts.push({ ...part, title, rules: true });
  }
  for (const { places, value } of byHandPlaces(net, look.of, byHand)) look.set(looks, places, value, net);
  return parts;
}

const wordsOf = ({ words, where }: LookRule): string => words || conditionWords(where);

/** The nodes or edges that are still there, by the look they were given. */
function byHandPlaces(
  net: Network,
  of: OneLook['of'],
  byHand: Readonly<Record<string, unknown>>,
): { places: Uint32Array; value: unknown }[] {
  const keys = Object.keys(byHand);
  if (!keys.length) return [];
  const found = new Map<string, { places: number[]; value: unknown }>();
  const add = (key: string, place: number): void => {
    const value = own(byHand, key);
    const name = JSON.stringify(value);
    const same = found.get(name);
    if (same) same.places.push(place);
    else found.set(name, { places: [place], value });
  };
  if (of === 'nodes') {
    const wanted = new Set(keys);
    net.ids.forEach((id, v) => wanted.has(id) && add(id, v));
  } else {
    const ids = keys.flatMap((key) => {
      const id = edgeIdOfKey(key);
      return id ? [{ key, id }] : [];
    });
    edgePlaces(net, ids.map(({ id }) => id)).forEach((e, i) => e >= 0 && add(ids[i].key, e)); // prettier-ignore
  }
  return Array.from(found.values(), ({ places, value }) => ({ places: Uint32Array.from(places), value }));
}

/** The columns that rules read. */
export const ruleColumns = (rules: readonly LookRule[]): string[] =>
  rules.flatMap(({ where }) => conditionColumns(where));
