/** How many messages come in a minute, as it is seen here. */

export interface Seen {
  /** Milliseconds. */
  at: number;
  messages: number;
}

const over = 60_000;
const least = 4000;

/** Keeps what was seen in the last minute, and one before it. */
export function keptSeen(seen: readonly Seen[], now: Seen): Seen[] {
  const kept = [...seen, now];
  while (kept.length > 2 && kept[1].at <= now.at - over) kept.shift();
  return kept;
}

/** Messages a minute over what was seen; undefined where that is too short a time. */
export function rateOf(seen: readonly Seen[]): number | undefined {
  const [first, last] = [seen[0], seen[seen.length - 1]];
  if (seen.length < 2 || last.at - first.at < least) return undefined;
  return Math.round(((last.messages - first.messages) * 60_000) / (last.at - first.at));
}
