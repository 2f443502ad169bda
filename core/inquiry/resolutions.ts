/** The range of resolutions, and the one that gives about so many groups. */
import * as z from 'zod';
import {
  type GroupAsk,
  type GroupMethod,
  type ResolutionPoint,
  aimFor,
  aimSeconds,
  explore as explored,
  exploreSeconds,
  exploring,
  groupMethods,
  range,
} from '../groups';
import type { InquiryKind } from './inquiry';

const { points, runs } = exploring;

const groupAsk = {
  method: z.enum(Object.keys(groupMethods) as GroupMethod[]),
  resolution: z.number(),
  seed: z.number().int(),
  weights: z.boolean(),
  directed: z.boolean(),
  count: z.number().int().optional(),
  distance: z.enum(['euclidean', 'correlation']).optional(),
};
const resolution = z.number().positive().max(1e6);

/** How many groups there are at each resolution of a range, and how steady they are. */
export const explore: InquiryKind<GroupAsk & { low: number; high: number }, ResolutionPoint[], ResolutionPoint> = {
  schema: z.object({ ...groupAsk, low: resolution, high: resolution }),
  seconds: (net, { method }) => exploreSeconds(net, method),
  answer: (net, { low, high, ...ask }, breath, tell) =>
    explored(net, ask, range(low, high, points), runs, breath, tell),
};

/** The resolution that gives about so many groups. */
export const aim: InquiryKind<GroupAsk & { wanted: number }, ResolutionPoint> = {
  schema: z.object({ ...groupAsk, wanted: z.number().int().min(1).max(1e6) }),
  seconds: (net, { method }) => aimSeconds(net, method),
  answer: (net, { wanted, ...ask }, breath) => aimFor(net, ask, wanted, runs, breath),
};
