/** Pairs of names that small typing errors would explain, found without comparing all with all. */
import { distance } from 'fastest-levenshtein';
import { distinctions, words } from './keys';

export interface Slip {
  a: number;
  b: number;
  /** 1 or 2 letters added, left out, changed, or neighbours swapped (which counts as one). */
  errors: 1 | 2;
}

/** Below this many letters a slip makes another word. */
const shortest = 4;
/** From this many letters on two slips are allowed. */
const longEnough = 9;
/** Runs of three letters that more names share than this tell nothing and are passed over. */
const commonest = 150;

/** Whether one text becomes the other by swapping two neighbours. */
function swapped(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  let i = 0;
  while (i < a.length && a[i] === b[i]) i++;
  return i + 1 < a.length && a[i] === b[i + 1] && a[i + 1] === b[i] && a.slice(i + 2) === b.slice(i + 2);
}

/** Errors between two texts, up to 2; undefined beyond. */
export function errorsBetween(a: string, b: string): 1 | 2 | undefined {
  if (Math.abs(a.length - b.length) > 2) return undefined;
  const errors = distance(a, b);
  if (errors === 1 || (errors === 2 && swapped(a, b))) return 1;
  return errors === 2 ? 2 : undefined;
}

/** Calls `pair` for all pairs within buckets of equal keys. */
class Buckets {
  private readonly first = new Map<string, number>();
  private readonly more = new Map<string, number[]>();
  /** The members that share the key so far; the new one is added. */
  add(key: string, member: number, most: number): readonly number[] {
    const first = this.first.get(key);
    if (first === undefined) {
      this.first.set(key, member);
      return [];
    }
    const rest = this.more.get(key);
    if (!rest) {
      if (first === member) return [];
      this.more.set(key, [first, member]);
      return [first];
    }
    if (rest[rest.length - 1] === member || rest.length >= most) return [];
    const before = rest.slice();
    rest.push(member);
    return before;
  }
}

/**
 * One error: texts that are equal after one letter is left out of one or of both (Mor & Fraenkel 1982). Two errors, in long texts: those that share one of their seven rarest runs
 * of three letters, as texts within two errors must (prefix filtering, Chaudhuri, Ganti & Kaushik 2006), unless that run is very common. Texts whose figures or generations differ never pair. `breathe` is called now and
 * then with the share done.
 */
export async function slips(
  texts: readonly string[],
  breathe: (share: number) => Promise<void> | void,
): Promise<Slip[]> {
  const keys = texts.map((text) => words(text).join(' '));
  const numbers = texts.map(distinctions);
  const found: Slip[] = [];
  const seen = new Set<number>();
  const n = texts.length;
  const consider = (a: number, b: number, most: 1 | 2): void => {
    if (numbers[a] !== numbers[b] || keys[a] === keys[b]) return;
    const pair = a < b ? a * n + b : b * n + a;
    if (seen.has(pair)) return;
    const errors = errorsBetween(keys[a], keys[b]);
    if (errors === undefined || errors > most) return;
    seen.add(pair);
    found.push({ a: Math.min(a, b), b: Math.max(a, b), errors });
  };
  const oneLess = new Buckets();
  for (let i = 0; i < n; i++) {
    if (i % 512 === 0) await breathe((0.6 * i) / n);
    const key = keys[i];
    if (key.length < shortest || key.length > 80) continue;
    for (const other of oneLess.add(key, i, 64)) consider(other, i, 1);
    for (let at = 0; at < key.length; at++) {
      if (at > 0 && key[at] === key[at - 1]) continue;
      for (const other of oneLess.add(key.slice(0, at) + key.slice(at + 1), i, 64)) consider(other, i, 1);
    }
  }
  const runs = keys.map((key) => (key.length < longEnough || key.length > 80 ? [] : runsOf(key)));
  const shared = new Map<string, number>();
  for (const all of runs) for (const run of all) shared.set(run, (shared.get(run) ?? 0) + 1);
  const holders = new Map<string, number[]>();
  for (let i = 0; i < n; i++) {
    if (i % 512 === 0) await breathe(0.6 + (0.4 * i) / n);
    const rarest = runs[i].sort((a, b) => (shared.get(a) ?? 0) - (shared.get(b) ?? 0) || (a < b ? -1 : 1)).slice(0, 7);
    for (const run of rarest) {
      const times = shared.get(run) ?? 0;
      if (times < 2 || times > commonest) continue;
      const others = holders.get(run);
      if (!others) {
        holders.set(run, [i]);
        continue;
      }
      for (const other of others) consider(other, i, 2);
      others.push(i);
    }
  }
  return found;
}

function runsOf(key: string): string[] {
  const runs = new Set<string>();
  for (let at = 0; at + 3 <= key.length; at++) runs.add(key.slice(at, at + 3));
  return [...runs];
}
