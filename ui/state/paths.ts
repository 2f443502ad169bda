/** What is looked for in Paths, and what was found; it stays while other views are looked at. */
import type { WeightAs } from '@/core/paths';
import type { PathAnswer, PathAsk } from '@/worker/client';

/** Where a set of nodes comes from: a selection as it was, one node, a shortlist, or a value of a column. */
export type NodeSet =
  | { from: 'nodes'; ids: string[] }
  | { from: 'shortlist'; id: string }
  | { from: 'value'; column: string; value: string };

export type Find = PathAsk['find'] | 'around';

export interface PathsState {
  find: Find;
  from?: NodeSet;
  to?: NodeSet;
  either: boolean;
  as: WeightAs;
  longest: number;
  which: 'minimum' | 'maximum';
  capacities: 'weights' | 'ones';
  way: 'in' | 'out' | 'both';
  /** The answer, and the settings and network that it belongs to. */
  found?: { of: string; answer: PathAnswer };
}

export const freshPaths: PathsState = {
  find: 'shortest',
  either: false,
  as: 'none',
  longest: 3,
  which: 'maximum',
  capacities: 'weights',
  way: 'out',
};

/** Names an answer: the same only for the same settings on the same network. */
export const answerKey = (asked: PathAsk, digest: string | undefined): string =>
  `${digest ?? ''} ${JSON.stringify(asked)}`;
