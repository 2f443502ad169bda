'use client';
/** What is looked for in Paths, and what was found; it stays while other views are looked at. */
import { create } from 'zustand';
import type { WeightAs } from '@/core/paths';
import type { NodeSet } from '@/ui/science/node-set';
import type { PathAnswer, PathAsk } from '@/worker/client';

export type Find = PathAsk['find'] | 'around';

export interface PathsState {
  /** The network it is about. */
  network: string;
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

export const freshPaths: Omit<PathsState, 'network'> = {
  find: 'shortest',
  from: undefined,
  to: undefined,
  either: false,
  as: 'none',
  longest: 3,
  which: 'maximum',
  capacities: 'weights',
  way: 'out',
  found: undefined,
};

export const usePaths = create<PathsState>()(() => ({ network: '', ...freshPaths }));

/** Names an answer: the same only for the same settings on the same network. */
export const answerKey = (asked: PathAsk, digest: string | undefined): string =>
  `${digest ?? ''} ${JSON.stringify(asked)}`;
