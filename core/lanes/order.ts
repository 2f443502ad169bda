/** Which nodes have lanes, and in which order. */
import { type Network, nodeCount } from '../graph';
import { numbers } from '../amounts';
import { cellText } from '../tables';
import type { Events } from './events';

/** More lanes than these are not drawn. */
export const mostLanes = 2000;

export interface LaneOrder {
  /** A node column: lanes of one value stand together, the value with most lanes first, those without one last. */
  group?: string;
  /** Within these: by name, by the first event, by how many events, or by a column of amounts, the largest first. */
  then:
    | { by: 'name' | 'first event' | 'events' }
    | { by: 'column'; column: string }
    /** By hand: these ids from above, whatever they stand under; all others below, those with most events first. */
    | { by: 'hand'; ids: readonly string[] };
}

/** For each node when its first event begins (Infinity without one) and how many it has, where `node` has the node of each lane. */
export function eventsByNode(events: Events, node: Uint32Array, n: number): { first: Float64Array; many: Uint32Array } {
  const first = new Float64Array(n).fill(Infinity);
  const many = new Uint32Array(n);
  for (let i = 0; i < events.row.length; i++) {
    for (let k = events.offsets[i]; k < events.offsets[i + 1]; k++) {
      const v = node[events.lanes[k]];
      many[v]++;
      if (events.from[i] < first[v]) first[v] = events.from[i];
    }
  }
  return { first, many };
}

/** The nodes of the lanes from above, out of those marked with 1; at most {@link mostLanes}, those with most events. */
export function laneOrder(
  net: Network,
  { group, then }: LaneOrder,
  marks: Uint8Array,
  { first, many }: { first: Float64Array; many: Uint32Array },
): Uint32Array {
  let nodes = Array.from({ length: nodeCount(net) }, (_, v) => v).filter((v) => marks[v] === 1);
  if (nodes.length > mostLanes) nodes = nodes.sort((a, b) => many[b] - many[a] || a - b).slice(0, mostLanes);
  const byName = (a: number, b: number): number =>
    net.labels[a] < net.labels[b] ? -1 : net.labels[a] > net.labels[b] ? 1 : a - b;
  const amounts = then.by === 'column' ? net.nodeColumns.find(({ name }) => name === then.column) : undefined;
  const values = amounts ? numbers(amounts) : undefined;
  const places = new Map(then.by === 'hand' ? then.ids.map((id, i) => [id, i]) : []);
  const placeOf = (v: number): number => places.get(net.ids[v]) ?? places.size;
  const within: Record<LaneOrder['then']['by'], (a: number, b: number) => number> = {
    name: byName,
    'first event': (a, b) => (first[a] === first[b] ? byName(a, b) : first[a] - first[b]),
    events: (a, b) => many[b] - many[a] || byName(a, b),
    hand: (a, b) => placeOf(a) - placeOf(b) || many[b] - many[a] || byName(a, b),
    column: (a, b) => (values ? numberOf(values[b]) - numberOf(values[a]) || byName(a, b) : byName(a, b)),
  };
  const column =
    group === undefined || then.by === 'hand' ? undefined : net.nodeColumns.find(({ name }) => name === group);
  const textOf = nodes.reduce((all, v) => all.set(v, column ? cellText(column, v) : ''), new Map<number, string>());
  const sizes = new Map<string, number>();
  for (const text of textOf.values()) sizes.set(text, (sizes.get(text) ?? 0) + 1);
  const rank = (v: number): number => {
    const text = textOf.get(v) ?? '';
    return text === '' ? -1 : (sizes.get(text) ?? 0);
  };
  const inWords = (a: number, b: number): number => {
    const [one, other] = [textOf.get(a) ?? '', textOf.get(b) ?? ''];
    return one < other ? -1 : one > other ? 1 : 0;
  };
  return Uint32Array.from(nodes.sort((a, b) => rank(b) - rank(a) || inWords(a, b) || within[then.by](a, b)));
}

const numberOf = (value: number): number => (Number.isNaN(value) ? -Number.MAX_VALUE : value);
