/** Groups of groups: which nodes stand for themselves, and which as one circle, as circles are opened one by one. */
import { type Network, nodeColumn, nodeCount, subnetwork } from '../graph';
import type { Breath } from '../split';
import { cellText } from '../tables';
import { findGroups } from '../groups/find';

export interface GatherAsk {
  /** The node column whose values are the first circles; absent: groups are found (Leiden). */
  column?: string;
  resolution: number;
  seed: number;
  /** Paths of the circles that are open. */
  open: readonly string[];
}

/** A circle that is shown closed, or the way to one. */
export interface Circle {
  /** Numbers of the circles that it lies in and its own, by falling size: `2.1`. The last of many is `2.rest`. */
  path: string;
  /** Places of the nodes in it. */
  members: Uint32Array;
  /** What it is called where a column says so. */
  name?: string;
  /** Groups that are known beforehand: those that were too many to stand beside the others. */
  parts?: { members: Uint32Array; name?: string }[];
}

/** Circles that stand beside each other, at most; the smallest beyond them are one circle together. */
export const mostCircles = 60;
/** A circle of so many nodes or fewer opens into its nodes. */
export const fewNodes = 60;
/** The name of the circle of those that are too many. */
const rest = 'rest';
/** Times that a finer resolution is tried where a circle has no groups in it. */
const finer = 6;

/**
 * What is drawn: closed circles, in the order of their paths, and the nodes that stand for themselves. A circle of one node is the node. Deterministic for the
 * same network, seed and open circles; what is within a circle does not depend on which others are open.
 */
export async function circlesOf(
  net: Network,
  ask: GatherAsk,
  breath: Breath,
): Promise<{ closed: Circle[]; opened: Circle[]; alone: Uint32Array }> {
  const open = new Set(ask.open);
  const closed: Circle[] = [];
  const opened: Circle[] = [];
  const alone: number[] = [];
  const visit = async (circles: readonly Circle[]): Promise<void> => {
    for (const circle of circles) {
      if (circle.members.length === 1) alone.push(circle.members[0]);
      else if (!open.has(circle.path)) closed.push(circle);
      else {
        opened.push(circle);
        const inner = await within(net, circle, ask, breath);
        if (inner) await visit(inner);
        else for (const v of circle.members) alone.push(v);
      }
    }
  };
  await visit(atHand('', await firstParts(net, ask, breath)));
  return { closed, opened, alone: Uint32Array.from(alone).sort() };
}

type Part = { members: Uint32Array; name?: string };

async function firstParts(net: Network, ask: GatherAsk, breath: Breath): Promise<Part[]> {
  const n = nodeCount(net);
  if (ask.column !== undefined) {
    const col = nodeColumn(net, ask.column);
    const places = new Map<string, number[]>();
    for (let v = 0; v < n; v++) {
      const value = cellText(col, v);
      const held = places.get(value);
      if (held) held.push(v);
      else places.set(value, [v]);
    }
    return [...places].map(([name, members]) => ({
      members: Uint32Array.from(members),
      name: name === '' ? `without ${ask.column}` : name,
    }));
  }
  const { of, count } = await findGroups(net, asked(ask), breath);
  return parted(
    Uint32Array.from({ length: n }, (_, v) => v),
    of,
    count,
  ).map((members) => ({ members }));
}

/** Ties count by their weights, and whichever way they go. */
const asked = ({ resolution, seed }: GatherAsk) => ({
  ...{ method: 'leiden' as const, resolution, seed, weights: true, directed: false },
});
/** The members by the numbers of their groups. */
function parted(members: Uint32Array, of: ArrayLike<number>, count: number): Uint32Array[] {
  const lists = Array.from({ length: count }, (): number[] => []);
  members.forEach((v, i) => lists[of[i]].push(v));
  return lists.filter(({ length }) => length > 0).map((list) => Uint32Array.from(list));
}

/** Parts as circles, the largest first; the smallest of very many in one circle. */
function atHand(path: string, parts: readonly Part[]): Circle[] {
  const sorted = parts
    .map((part, i) => ({ part, i }))
    .sort((a, b) => b.part.members.length - a.part.members.length || a.i - b.i)
    .map(({ part }) => part);
  const under = (name: string): string => (path === '' ? name : `${path}.${name}`);
  const shown = sorted.length > mostCircles ? sorted.slice(0, mostCircles - 1) : sorted;
  const circles: Circle[] = shown.map((part, i) => ({ path: under(String(i + 1)), ...part }));
  const others = sorted.slice(shown.length);
  if (others.length) {
    const members = Uint32Array.from(others.flatMap((part) => [...part.members])).sort();
    circles.push({ path: under(rest), members, parts: others });
  }
  return circles;
}

/** What a circle opens into; undefined where that is its nodes. */
async function within(net: Network, circle: Circle, ask: GatherAsk, breath: Breath): Promise<Circle[] | undefined> {
  const { path, members, parts } = circle;
  if (parts) return atHand(path, parts);
  if (members.length <= fewNodes) return undefined;
  const marks = new Uint8Array(nodeCount(net));
  for (const v of members) marks[v] = 1;
  const { ids, labels, source, target, weight, weightName } = net;
  // The columns have no part in the search.
  const bare: Network = {
    directed: false,
    ids,
    labels,
    source,
    target,
    weight,
    weightName,
    nodeColumns: [],
    edgeColumns: [],
  };
  const inside = subnetwork(bare, marks);
  const ascending = members.slice().sort();
  for (let i = 0; i <= finer; i++) {
    const { of, count } = await findGroups(inside, asked({ ...ask, resolution: ask.resolution * 2 ** i }), breath);
    const found = parted(ascending, of, count);
    // Nothing is won where nearly all stay together, or nearly all fall apart.
    if (found.length > 1 && found.length < members.length / 2 && largest(found) < 0.9 * members.length)
      return atHand(
        path,
        found.map((some) => ({ members: some })),
      );
  }
  return undefined;
}

const largest = (parts: readonly Uint32Array[]): number =>
  parts.reduce((most, { length }) => Math.max(most, length), 0);
