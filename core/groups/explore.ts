/** The range of resolutions: how many groups each gives, and how steady they are. */
import { type Network, components } from '../graph';
import { adjustedRand, crossTable } from '../compare/groupings';
import type { Breath } from '../split';
import { type Found, type GroupAsk, findGroups } from './find';
import { eachOf } from './runs';

export interface ResolutionPoint {
  resolution: number;
  /** Groups of two nodes or more in the largest connected part, in the middle run. */
  groups: number;
  /** How many nodes that part has, where the network has several. */
  part?: number;
  /** Mean adjusted Rand index between the runs, 1 where all are the same. */
  stability: number;
  runs: number;
}

/** Runs a method with several seeds at one resolution. */
export async function steadiness(net: Network, ask: GroupAsk, runs: number, breath: Breath): Promise<ResolutionPoint> {
  const found: Found[] = [];
  await eachOf(net, seedsOf(ask, runs), breath, (one) => void found.push(one));
  return pointOf(net, ask.resolution, found);
}

/** The settings with seeds of their own. */
const seedsOf = (ask: GroupAsk, runs: number): GroupAsk[] =>
  Array.from({ length: runs }, (_, i) => ({ ...ask, seed: ask.seed + 104729 * i }));

function pointOf(net: Network, resolution: number, found: readonly Found[]): ResolutionPoint {
  const runs = found.length;
  let sum = 0;
  let pairs = 0;
  for (let i = 0; i < runs; i++) {
    for (let j = 0; j < i; j++) {
      sum += adjustedRand(crossTable(found[i].of, found[j].of));
      pairs++;
    }
  }
  const { sizes } = components(net);
  const counts = found.map(({ of }) => groupsInLargest(net, of)).sort((a, b) => a - b);
  return {
    resolution,
    groups: counts[runs >> 1],
    ...(sizes.length > 1 ? { part: sizes[0] } : {}),
    stability: pairs ? sum / pairs : 1,
    runs,
  };
}

/** Groups of two nodes or more that have members in the largest connected part. Single nodes and small parts would make any number. */
export function groupsInLargest(net: Network, of: ArrayLike<number>): number {
  const part = components(net).of;
  const members = new Map<number, number>();
  for (let v = 0; v < part.length; v++) if (part[v] === 0) members.set(of[v], (members.get(of[v]) ?? 0) + 1);
  let count = 0;
  for (const size of members.values()) if (size > 1) count++;
  return count;
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
  let found: Found[] = [];
  const asks = resolutions.flatMap((resolution) => seedsOf({ ...ask, resolution }, runs));
  await eachOf(net, asks, breath, (one) => {
    found.push(one);
    if (found.length < runs) return;
    const point = pointOf(net, resolutions[points.length], found);
    found = [];
    points.push(point);
    come?.(point);
  });
  return points;
}

/** Values of the range that are tried first. */
const coarse = 13;

/**
 * A resolution that gives `wanted` groups of two or more in the largest connected part: the bounds of such resolutions by bisection, and among values between them the one whose groups are the
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
    const { of } = await findGroups(net, { ...ask, resolution }, breath);
    const groups = groupsInLargest(net, of);
    tried.push({ resolution, groups });
    return groups;
  };
  // With the resolution the number rises, nearly everywhere, until groups fall into single nodes: only up to there is it looked for.
  let peak = { resolution: 1, groups: -1 };
  for (const resolution of range(1e-3, 1e3, coarse)) {
    const groups = await groupsAt(resolution);
    if (groups > peak.groups) peak = { resolution, groups };
    else if (groups < peak.groups / 2) break;
  }
  // Log scale.
  const bisect = async (below: (groups: number) => boolean): Promise<number> => {
    let [low, high] = [Math.log(1e-3), Math.log(peak.resolution)];
    for (let i = 0; i < 12; i++) {
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
