/** Events between lanes, in the order of time. */
import { type Network, edgeCount } from '../graph';
import type { Times } from '../sift/dates';

/** How an event joins its lanes: from the first to the others; or all alike. */
export const shapesOfEvents = { arrows: 0, alike: 1 } as const;

/** All arrays have one entry for each event, by when they begin; equal ones in the order of their records. */
export interface Events {
  /** First day, −Infinity where the beginning is open; first day after, Infinity where the end is. */
  from: Float64Array;
  until: Float64Array;
  doubtful: Uint8Array;
  /** The record's row, or the node. */
  row: Uint32Array;
  /** {@link shapesOfEvents}. */
  shape: Uint8Array;
  /** The lanes of event i: `lanes[offsets[i]] … lanes[offsets[i + 1] - 1]`; of arrows the one that it comes from first. */
  offsets: Uint32Array;
  lanes: Uint32Array;
  /** The edges behind which it stands, of those between the lanes, likewise. */
  edgeOffsets: Uint32Array;
  edges: Uint32Array;
  /** How many have no time, and how many of the others would lead out of the lanes. */
  undated: number;
  outside: number;
}

interface Found {
  row: number;
  edges: number[];
}

/**
 * The events of records: each record that stands behind an edge whose ends both have lanes. One behind several edges with one beginning goes from there to
 * all of them; behind several others it joins all their ends alike. `lane` is the lane of each node, −1 for none; `shown` marks the rows in view with 1.
 */
export function recordEvents(
  net: Network,
  table: string,
  times: Times,
  lane: Int32Array,
  shown: Uint8Array,
  edgesShown?: Uint8Array,
): Events {
  const records = net.edgeRecords;
  const which = records?.tables.indexOf(table) ?? -1;
  const edgesOf = new Map<number, number[]>();
  const lost = new Set<number>();
  if (records && which >= 0) {
    for (let e = 0; e < edgeCount(net); e++) {
      if (edgesShown && !edgesShown[e]) continue;
      const inside = lane[net.source[e]] >= 0 && lane[net.target[e]] >= 0;
      for (let k = records.offsets[e]; k < records.offsets[e + 1]; k++) {
        if ((records.from?.[k] ?? 0) !== which || !shown[records.items[k]]) continue;
        const row = records.items[k];
        const held = edgesOf.get(row);
        if (!inside) lost.add(row);
        else if (held) held.push(e);
        else edgesOf.set(row, [e]);
      }
    }
  }
  const found = Array.from(edgesOf, ([row, edges]): Found => ({ row, edges }));
  let outside = 0;
  for (const row of lost) if (!edgesOf.has(row) && times.from[row] === times.from[row]) outside++;
  return ordered(net, times, lane, found, outside);
}

/** The events of nodes that have a time of their own: each joins the lanes of those that it is tied to. */
export function nodeEvents(net: Network, times: Times, lane: Int32Array, edgesShown?: Uint8Array): Events {
  const edgesOf = new Map<number, number[]>();
  for (let e = 0; e < edgeCount(net); e++) {
    if (edgesShown && !edgesShown[e]) continue;
    for (const [v, other] of [
      [net.source[e], net.target[e]],
      [net.target[e], net.source[e]],
    ]) {
      if (lane[v] >= 0 || lane[other] < 0) continue;
      const held = edgesOf.get(v);
      if (held) held.push(e);
      else edgesOf.set(v, [e]);
    }
  }
  return ordered(
    net,
    times,
    lane,
    Array.from(edgesOf, ([row, edges]) => ({ row, edges })),
    0,
    true,
  );
}

function ordered(net: Network, times: Times, lane: Int32Array, all: Found[], outside: number, alike = false): Events {
  const dated = all.filter(({ row }) => times.from[row] === times.from[row]);
  dated.sort(
    (a, b) => times.from[a.row] - times.from[b.row] || times.until[a.row] - times.until[b.row] || a.row - b.row,
  );
  const n = dated.length;
  const shape = new Uint8Array(n);
  const offsets = new Uint32Array(n + 1);
  const edgeOffsets = new Uint32Array(n + 1);
  const lanes: number[] = [];
  const edges: number[] = [];
  dated.forEach((one, i) => {
    const [first] = one.edges;
    const from = net.source[first];
    const fan = !alike && one.edges.every((e) => net.source[e] === from);
    const directed = net.directed && fan;
    shape[i] = directed ? shapesOfEvents.arrows : shapesOfEvents.alike;
    const members = new Set<number>();
    if (directed) members.add(lane[from]);
    for (const e of one.edges) for (const v of [net.source[e], net.target[e]]) if (lane[v] >= 0) members.add(lane[v]);
    const list = [...members];
    if (!directed) list.sort((a, b) => a - b);
    lanes.push(...list);
    edges.push(...one.edges);
    offsets[i + 1] = lanes.length;
    edgeOffsets[i + 1] = edges.length;
  });
  const pick = (values: Float64Array): Float64Array => Float64Array.from(dated, ({ row }) => values[row]);
  return {
    from: pick(times.from),
    until: pick(times.until),
    doubtful: Uint8Array.from(dated, ({ row }) => times.doubtful[row]),
    row: Uint32Array.from(dated, ({ row }) => row),
    shape,
    offsets,
    lanes: Uint32Array.from(lanes),
    edgeOffsets,
    edges: Uint32Array.from(edges),
    undated: all.length - n,
    outside,
  };
}
