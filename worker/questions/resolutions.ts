import { type GroupAsk, type ResolutionPoint, aimFor, explore as explored, range } from '@/core/groups';
import type { Question } from './question';

const runs = 6;
const points = 13;

/** How many groups there are at each resolution of a range, and how steady they are. */
export const explore: Question<GroupAsk & { low: number; high: number }, ResolutionPoint[], ResolutionPoint> = (
  net,
  { low, high, ...ask },
  breath,
  tell,
) => explored(net, ask, range(low, high, points), runs, breath, tell);

/** The resolution that gives about so many groups. */
export const aim: Question<GroupAsk & { wanted: number }, ResolutionPoint> = (net, { wanted, ...ask }, breath) =>
  aimFor(net, ask, wanted, runs, breath);
