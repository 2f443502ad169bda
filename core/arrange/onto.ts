/** Turning a picture so that it lies on a former one. */
import type { Network } from '../graph';

/** Places of some nodes in a former picture, by id, in map units. */
export type Onto = Readonly<Record<string, readonly [number, number]>>;

/**
 * The places turned, mirrored where that is nearer, and moved, without a change of size, so that the nodes that stand in both lie as near as can be to where they
 * were: the orthogonal Procrustes problem (Schönemann 1966) in the plane. The same places where fewer than two are in both.
 */
export function laidOnto(net: Pick<Network, 'ids'>, positions: Float32Array, onto: Onto): Float32Array {
  const places = new Map(Object.entries(onto));
  const shared: { v: number; at: readonly [number, number] }[] = [];
  for (let v = 0; v < net.ids.length; v++) {
    const at = places.get(net.ids[v]);
    if (at) shared.push({ v, at });
  }
  if (shared.length < 2) return positions;
  const mean = [0, 0, 0, 0];
  for (const { v, at } of shared) {
    const parts = [positions[2 * v], positions[2 * v + 1], at[0], at[1]];
    parts.forEach((part, i) => (mean[i] += part / shared.length));
  }
  // As complex numbers: the sum of the former ones times the conjugates of the new ones, and times the new ones themselves, for a mirrored picture.
  const [turned, mirrored] = [
    [0, 0],
    [0, 0],
  ];
  for (const { v, at } of shared) {
    const [x, y] = [positions[2 * v] - mean[0], positions[2 * v + 1] - mean[1]];
    const [a, b] = [at[0] - mean[2], at[1] - mean[3]];
    turned[0] += a * x + b * y;
    turned[1] += b * x - a * y;
    mirrored[0] += a * x - b * y;
    mirrored[1] += b * x + a * y;
  }
  const size = ([re, im]: readonly number[]): number => Math.sqrt(re * re + im * im);
  const flip = size(mirrored) > size(turned) * (1 + 1e-9);
  const best = flip ? mirrored : turned;
  const length = size(best);
  if (length === 0) return positions;
  const [cos, sin] = [best[0] / length, best[1] / length];
  const laid = new Float32Array(positions.length);
  for (let v = 0; 2 * v < positions.length; v++) {
    const x = positions[2 * v] - mean[0];
    const y = (positions[2 * v + 1] - mean[1]) * (flip ? -1 : 1);
    laid[2 * v] = mean[2] + cos * x - sin * y;
    laid[2 * v + 1] = mean[3] + sin * x + cos * y;
  }
  return laid;
}

/** So many nodes say how a picture lies. */
const enough = 40;

/** Places of nodes spread evenly over a network's order, to lie on later. */
export function ontoOf(net: Pick<Network, 'ids'>, positions: Float32Array): Record<string, [number, number]> {
  const n = net.ids.length;
  const every = Math.max(1, Math.ceil(n / enough));
  const found: [string, [number, number]][] = [];
  for (let v = 0; v < n; v += every)
    found.push([net.ids[v], [Math.round(positions[2 * v]), Math.round(positions[2 * v + 1])]]);
  return Object.fromEntries(found);
}
