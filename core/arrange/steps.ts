/** How many steps nodes of a connected part are from each other, as a task that splits. */
import type { Task } from '../split';

/** A connected part: compressed rows over its nodes 0 … n−1. */
export interface Part {
  offsets: Uint32Array;
  to: Uint32Array;
}

/** Steps from one node to all others of a connected part. */
export function stepsFrom({ offsets, to }: Part, start: number, far: Uint16Array, queue: Uint32Array): void {
  far.fill(0xffff);
  far[start] = 0;
  queue[0] = start;
  let end = 1;
  for (let at = 0; at < end; at++) {
    const v = queue[at];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (far[to[k]] !== 0xffff) continue;
      far[to[k]] = far[v] + 1;
      queue[end++] = to[k];
    }
  }
}

/** Steps from some nodes of a connected part to all of it, one row after the other. */
export const stepsTask: Task<Part, { from: number; to: number }, Uint16Array> = {
  name: 'steps',
  run(part, { from, to }) {
    const n = part.offsets.length - 1;
    const steps = new Uint16Array((to - from) * n);
    const queue = new Uint32Array(n);
    for (let v = from; v < to; v++) stepsFrom(part, v, steps.subarray((v - from) * n, (v - from + 1) * n), queue);
    return steps;
  },
};
