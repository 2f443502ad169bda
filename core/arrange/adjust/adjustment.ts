/**
 * What an adjustment is: a change of places made by hand after the layout, kept in the step and done again whenever the layout runs. To add one: a file beside
 * this and a line in the registry.
 */
import * as z from 'zod';
import type { Network } from '../../graph';
import type { Breath } from '../../split';

export interface Adjustment<K extends string = string, S extends z.ZodRawShape = z.ZodRawShape> {
  /** As trails write it. */
  key: K;
  /** What it does, as a button says it. */
  title: string;
  /** Its settings besides the nodes it is for. */
  shape: S;
  /** New places of the chosen nodes (all of them, or at least one), in map units. `positions` is a copy that may be changed. */
  apply(
    positions: Float32Array,
    chosen: Uint32Array,
    settings: z.infer<z.ZodObject<S>>,
    context: { net: Network; breath: Breath },
  ): Promise<void> | void;
  /** Two in a row for the same nodes as one, where they can be: undefined where they cancel each other. */
  joined?(first: z.infer<z.ZodObject<S>>, second: z.infer<z.ZodObject<S>>): z.infer<z.ZodObject<S>> | undefined;
}

/** Middle of the room that nodes take up. */
export function middleOf(positions: Float32Array, chosen: Uint32Array): [number, number] {
  const { left, right, top, bottom } = frameOf(positions, chosen);
  return [(left + right) / 2, (top + bottom) / 2];
}

export function frameOf(
  positions: Float32Array,
  chosen: Uint32Array,
): { left: number; right: number; top: number; bottom: number } {
  const frame = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
  for (const v of chosen) {
    frame.left = Math.min(frame.left, positions[2 * v]);
    frame.right = Math.max(frame.right, positions[2 * v]);
    frame.top = Math.min(frame.top, positions[2 * v + 1]);
    frame.bottom = Math.max(frame.bottom, positions[2 * v + 1]);
  }
  return frame;
}

/** Moves each chosen node to where `map` says, given its place from the middle of them all. */
export function aroundMiddle(
  positions: Float32Array,
  chosen: Uint32Array,
  map: (x: number, y: number) => readonly [number, number],
): void {
  const [midX, midY] = middleOf(positions, chosen);
  for (const v of chosen) {
    const [x, y] = map(positions[2 * v] - midX, positions[2 * v + 1] - midY);
    positions[2 * v] = midX + x;
    positions[2 * v + 1] = midY + y;
  }
}
