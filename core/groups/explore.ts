/** The range of resolutions: how many groups each gives, and how steady they are. */
import type { Network } from '../graph';
import { adjustedRand, crossTable } from '../compare/groupings';
import type { Breath } from '../split';
import { type GroupAsk, findGroups } from './find';

export interface ResolutionPoint {
  resolution: number;
  /** Groups in the middle run. */
  groups: number;
  /** Mean adjusted Rand index between the runs, 1 where all are the same. */
  stability: number;
  runs: number;
}

/** Runs a method with several seeds at one resolution. */
export async function steadiness(net: Network, ask: GroupAsk, runs: number, breath: Breath): Promise<ResolutionPoint> {
  const found: { of: Uint32Array; count: number }[] = [];
  for (let i = 0; i < runs; i++) found.push(await findGroups(net, { ...ask, seed: ask.seed + 104729 * i }, breath));
  let sum = 0;
  let pairs = 0;
  for (let i = 0; i < runs; i++) {
    for (let j = 0; j < i; j++) {
      sum += adjustedRand(crossTable(found[i].of, found[j].of));
      pairs++;
    }
  }
  const counts = found.map(({ count }) => count).sort((a, b) => a - b);
  return { resolution: ask.resolution, groups: counts[runs >> 1], stability: pairs ? sum / pairs : 1, runs };
}

/** Values from `low` to `high` at equal ratios. */
export function range(low: number, high: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => low * (high / low) ** (count > 1 ? i / (count - 1) : 0));
}

/** Points over a range, each given as it comes. */
export async function explore(
  net: Network,
  ask: GroupAsk,
  resolutions: readonly number[],
  runs: number,
  breath: Breath,
  come?: (point: ResolutionPoint) => void,
): Promise<ResolutionPoint[]> {
  const points: ResolutionPoint[] = [];
  for (const [i, resolution] of resolutions.entries()) {
    await breath.breathe(i / resolutions.length);
    const point = await steadiness(net, { ...ask, resolution }, runs, breath);
    points.push(point);
    come?.(point);
  }
  return points;
}

/**
 * A resolution that gives `wanted` groups: the bounds of such resolutions by bisection, and among values between them the one whose groups are the
 * steadiest. Where no resolution gives just so many, the nearest number found is taken.
 */
export async function aimFor(
  net: Network,
  ask: GroupAsk,
  wanted: number,
  runs: number,
  breath: Breath,
): Promise<ResolutionPoint> {
  const tried: { resolution: number; groups: number }[] = [];
  const groupsAt = async (resolution: number): Promise<number> => {
    await breath.breathe(Math.min(0.9, tried.length / 40));
    const { count } = await findGroups(net, { ...ask, resolution }, breath);
    tried.push({ resolution, groups: count });
    return count;
  };
  // Log scale; the number of groups rises with the resolution, nearly everywhere.
  const bisect = async (below: (groups: number) => boolean): Promise<number> => {
    let [low, high] = [Math.log(1e-3), Math.log(1e3)];
    for (let i = 0; i < 14; i++) {
      const middle = (low + high) / 2;
      if (below(await groupsAt(Math.exp(middle)))) low = middle;
      else high = middle;
    }
    return Math.exp(high);
  };
  const low = await bisect((groups) => groups < wanted);
  const high = await bisect((groups) => groups <= wanted);
  const candidates = range(Math.min(low, high), Math.max(low, high), 5);
  const points: ResolutionPoint[] = [];
  for (const resolution of [
    ...candidates,
    ...tried
      .filter(({ groups }) => groups === wanted)
      .slice(0, 3)
      .map((one) => one.resolution),
  ]) {
    points.push(await steadiness(net, { ...ask, resolution }, runs, breath));
  }
  const off = (point: ResolutionPoint): number => Math.abs(point.groups - wanted);
  points.sort((a, b) => off(a) - off(b) || b.stability - a.stability || a.resolution - b.resolution);
  return points[0];
}
