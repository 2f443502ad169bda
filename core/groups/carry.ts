/** Names and colours of groups, carried from one run to the next, and groups changed by hand. */
import * as z from 'zod';
import { colourSchema } from '../colour';
import type { CategoryMark, TextColumn } from '../tables';
import type { Network } from '../graph';
import { endsAt } from '../measure/degree';

export const knownSchema = z.object({
  /** Number of the group, its own as long as the step lives. */
  id: z.number().int().min(0),
  /** Given by hand; absent: suggested. */
  name: z.string().optional(),
  /** Place in the palette of colours. */
  slot: z.number().int().min(0),
  // One that is none, from elsewhere, is let go: the group takes its place in the palette.
  colour: colourSchema.optional().catch(undefined),
  /** Ids of its strongest members: the group that holds most of them is the same group. */
  anchors: z.array(z.string()),
});
export type KnownGroup = z.infer<typeof knownSchema>;

export const mostAnchors = 40;
/** A group continues a known one only if it holds this share of those of its anchors that are in the network. */
const leastShare = 0.2;
/** Colours of the default palette: places beyond it are grey. */
export const colourPlaces = 24;

/** For each found group the known one it continues, by most shared anchors, each continued once; −1 where none. */
export function continuing(
  of: ArrayLike<number>,
  count: number,
  known: readonly KnownGroup[],
  place: ReadonlyMap<string, number>,
): Int32Array {
  const shares: { g: number; k: number; share: number }[] = [];
  known.forEach(({ anchors }, k) => {
    const inside = new Map<number, number>();
    let present = 0;
    for (const id of anchors) {
      const v = place.get(id);
      if (v === undefined || of[v] < 0) continue;
      present++;
      inside.set(of[v], (inside.get(of[v]) ?? 0) + 1);
    }
    for (const [g, shared] of inside) if (shared >= leastShare * present) shares.push({ g, k, share: shared });
  });
  shares.sort((a, b) => b.share - a.share || a.k - b.k || a.g - b.g);
  const found = new Int32Array(count).fill(-1);
  const taken = new Set<number>();
  for (const { g, k } of shares) {
    if (found[g] >= 0 || taken.has(k)) continue;
    found[g] = k;
    taken.add(k);
  }
  return found;
}

export interface Carried {
  codes: Int32Array;
  names: string[];
  marks: CategoryMark[];
}

/**
 * Groups as found, with what is known of earlier ones: who continues whom, nodes put into groups by hand (a known group's number, −1 for none), names and
 * colours. A node of group −1 is in none. `suggest` names a group from its members. Groups stand in the order of their size.
 */
export function carried(
  net: Network,
  of: Int32Array | Uint32Array,
  count: number,
  known: readonly KnownGroup[],
  byHand: Readonly<Record<string, number>>,
  suggest: (members: readonly number[], number: number) => string,
): Carried {
  const place = new Map(net.ids.map((id, v) => [id, v]));
  const from = continuing(of, count, known, place);
  let nextId = known.reduce((most, { id }) => Math.max(most, id + 1), 0);
  const entries: { id: number; known?: KnownGroup; members: number[] }[] = Array.from(from, (k) =>
    k >= 0 ? { id: known[k].id, known: known[k], members: [] } : { id: nextId++, members: [] },
  );
  const at = new Map(entries.map(({ id }, g) => [id, g]));
  const code = Int32Array.from(of);
  for (const [id, group] of Object.entries(byHand)) {
    const v = place.get(id);
    if (v === undefined) continue;
    if (group >= 0 && !at.has(group)) {
      const one = known.find((other) => other.id === group);
      if (!one) continue;
      at.set(group, entries.length);
      entries.push({ id: group, known: one, members: [] });
    }
    code[v] = group < 0 ? -1 : (at.get(group) as number);
  }
  code.forEach((g, v) => g >= 0 && entries[g].members.push(v));
  const order = entries
    .map((_, g) => g)
    .filter((g) => entries[g].members.length > 0)
    .sort(
      (a, b) => entries[b].members.length - entries[a].members.length || entries[a].members[0] - entries[b].members[0],
    );
  const number = new Int32Array(entries.length).fill(-1);
  order.forEach((g, i) => (number[g] = i));
  // Places are kept by groups that go on; one beyond the palette is given up, as there is a colour to be had.
  const keeps = (slot: number | undefined): slot is number => slot !== undefined && slot < colourPlaces;
  const used = new Set(order.map((g) => entries[g].known?.slot).filter(keeps));
  let free = 0;
  const taken = new Set<string>();
  const marks: CategoryMark[] = [];
  const names = order.map((g, i) => {
    const { id, known: before, members } = entries[g];
    let slot = before?.slot;
    if (!keeps(slot)) {
      while (used.has(free)) free++;
      slot = free;
      used.add(slot);
    }
    marks.push({ id, slot, colour: before?.colour, named: before?.name !== undefined });
    return unlike(before?.name ?? suggest(members, i), taken);
  });
  return { codes: code.map((g) => (g < 0 ? -1 : number[g])), names, marks };
}

/** The name, with a number where it is taken already. */
function unlike(name: string, taken: Set<string>): string {
  let tried = name;
  for (let i = 2; taken.has(tried); i++) tried = `${name} ${i}`;
  taken.add(tried);
  return tried;
}

/**
 * What to keep of the groups in a column, so that the next run carries them on: names given by hand, colours, and the strongest members. Nodes placed by hand
 * are no anchors, as the next run will not find them there by itself.
 */
export function knownOf(
  net: Network,
  col: TextColumn,
  strength: Float64Array,
  byHand: Readonly<Record<string, number>> = {},
): KnownGroup[] {
  const members: number[][] = col.dictionary.map(() => []);
  col.codes.forEach((code, v) => code >= 0 && members[code].push(v));
  return col.dictionary.flatMap((name, g) => {
    const mark = col.marks?.[g];
    if (!mark || members[g].length === 0) return [];
    const anchors = members[g]
      .filter((v) => !(net.ids[v] in byHand))
      .sort((a, b) => strength[b] - strength[a] || a - b)
      .slice(0, mostAnchors);
    return [
      {
        id: mark.id,
        ...(mark.named ? { name } : {}),
        slot: mark.slot,
        ...(mark.colour ? { colour: mark.colour } : {}),
        anchors: anchors.map((v) => net.ids[v]),
      },
    ];
  });
}

/** Strength of every node, for anchoring groups on their strongest members. */
export const strengths = (net: Network): Float64Array => endsAt(net, { out: true, in: true }, true);
