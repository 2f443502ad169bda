/** Events for tests. */
import type { Events } from '@/core/lanes';

/** Events from day to day between lanes. */
export function eventsOf(...all: [from: number, until: number, ...lanes: number[]][]): Events {
  const n = all.length;
  return {
    from: Float64Array.from(all, ([from]) => from),
    until: Float64Array.from(all, ([, until]) => until),
    doubtful: new Uint8Array(n),
    row: Uint32Array.from(all.keys()),
    shape: new Uint8Array(n),
    offsets: Uint32Array.from({ length: n + 1 }, (_, i) =>
      all.slice(0, i).reduce((sum, one) => sum + one.length - 2, 0),
    ),
    lanes: Uint32Array.from(all.flatMap(([, , ...lanes]) => lanes)),
    edgeOffsets: Uint32Array.from({ length: n + 1 }, (_, i) => i),
    edges: Uint32Array.from(all.keys()),
    undated: 0,
    outside: 0,
  };
}
