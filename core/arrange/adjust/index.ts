/** Adjustments after the layout: all there are, and how a list of them is done. */
import * as z from 'zod';
import { type Network, nodeCount } from '../../graph';
import { own } from '../../own';
import type { Breath } from '../../split';
import type { Adjustment } from './adjustment';
import { fit } from './fit';
import { lineUp } from './line-up';
import { mirror } from './mirror';
import { move } from './move';
import { pack } from './pack';
import { size } from './size';
import { spread } from './spread';
import { turn } from './turn';

export const adjustments = { move, size, turn, mirror, fit, 'line up': lineUp, spread, pack } as const;

const shapeOf = <K extends string, S extends z.ZodRawShape>({ key, shape }: Adjustment<K, S>) =>
  z.object({
    do: z.literal(key),
    /** Ids of the nodes it is for; absent: all. */
    nodes: z.array(z.string()).optional(),
    ...shape,
  });
type ShapeOf<A> = A extends Adjustment<infer K, infer S> ? ReturnType<typeof shapeOf<K, S>> : never;
type Shapes = ShapeOf<(typeof adjustments)[keyof typeof adjustments]>;

export const adjustedSchema = z.discriminatedUnion(
  'do',
  Object.values(adjustments).map((one) => shapeOf(one as unknown as Adjustment)) as unknown as [Shapes, ...Shapes[]],
);
export const adjustedList = z.array(adjustedSchema).default([]).meta({ id: 'adjusted' });
export type Adjusted = z.infer<typeof adjustedSchema>;

const kindOf = ({ do: key }: Adjusted): Adjustment => adjustments[key];

/** The places after all of the list; nodes that are gone are passed over. */
export async function adjusted(
  net: Network,
  positions: Float32Array,
  list: readonly Adjusted[],
  breath: Breath,
): Promise<Float32Array> {
  const at = positions.slice();
  for (const one of list) {
    const chosen = chosenOf(net, one);
    if (chosen.length) await kindOf(one).apply(at, chosen, one, { net, breath });
  }
  return at;
}

/** The same at once, for a picture that is still moving: up to the first that takes time. */
export function adjustedAtOnce(net: Network, positions: Float32Array, list: readonly Adjusted[]): Float32Array {
  const at = positions.slice();
  for (const one of list) {
    const chosen = chosenOf(net, one);
    if (one.do === 'fit') return at;
    if (chosen.length) void kindOf(one).apply(at, chosen, one, { net, breath: { breathe: () => undefined } });
  }
  return at;
}

function chosenOf(net: Network, { nodes }: Adjusted): Uint32Array {
  const all = Uint32Array.from({ length: nodeCount(net) }, (_, v) => v);
  if (!nodes) return all;
  const wanted = new Set(nodes);
  return all.filter((v) => wanted.has(net.ids[v]));
}

/** The list with one more, taken together with the last where both are the same for the same nodes. */
export function withAdjustment(list: readonly Adjusted[], next: Adjusted): Adjusted[] {
  const last = list.at(-1);
  const kind = kindOf(next);
  if (!last || last.do !== next.do || !kind.joined || String(last.nodes) !== String(next.nodes)) return [...list, next];
  const joined = kind.joined(last, next);
  return joined ? [...list.slice(0, -1), { ...next, ...joined }] : list.slice(0, -1);
}

/** Nodes put by hand where they are to stand in the end, as a change of the step: after what was done to the picture before. */
export const putAt = (
  { placed, adjusted: list }: { placed: Record<string, [number, number]>; adjusted: readonly Adjusted[] },
  to: Record<string, [number, number]>,
): { placed: Record<string, [number, number]> } | { adjusted: Adjusted[] } =>
  list.length ? { adjusted: withAdjustment(list, { do: 'move', to }) } : { placed: { ...placed, ...to } };

/** How many nodes were put by hand, counting those placed before there was a list. */
export const putByHand = (placed: Readonly<Record<string, unknown>>, list: readonly Adjusted[]): Set<string> =>
  new Set([...Object.keys(placed), ...list.flatMap((one) => (one.do === 'move' ? Object.keys(one.to) : []))]);

/** Lets nodes go: they stand where the layout and the other adjustments put them. All, or those named. */
export function letGo(
  placed: Readonly<Record<string, [number, number]>>,
  list: readonly Adjusted[],
  ids?: ReadonlySet<string>,
): { placed: Record<string, [number, number]>; adjusted: Adjusted[] } {
  const without = <T>(of: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.keys(of).flatMap((id) => (ids && !ids.has(id) ? [[id, own(of, id) as T]] : [])));
  return {
    placed: without(placed),
    adjusted: list.flatMap((one): Adjusted[] => {
      if (one.do !== 'move') return [one];
      const to = without(one.to);
      return Object.keys(to).length ? [{ ...one, to }] : [];
    }),
  };
}
