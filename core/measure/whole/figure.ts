/** What a figure of the whole network is, and what figures share. */
import { Fault } from '../../fault';
import type { Network } from '../../graph';
import type { Breath } from '../../split';
import type { Cost, Explained, MeasureOptions } from '../measure';

export interface WholeFigure extends Explained {
  cost: Cost;
  /** Where it belongs in the panel. */
  part: 'size' | 'density' | 'parts' | 'distance' | 'centralisation' | 'mixing' | 'dyads' | 'triads' | 'two-mode';
  directedOnly?: boolean;
  needs?: 'by' | 'number' | 'sides';
  /** Settings that it reads beside a column. */
  uses?: readonly ('p' | 'q')[];
  /** Its name on one network under these settings, where it says more than `name`. */
  nameOn?(net: Network, options: MeasureOptions): string | undefined;
  /** Told in the reading panel without being asked for. */
  headline?: boolean;
  /** False where random networks have it by their making, or none of it, so that there is nothing to compare. */
  againstChance?: false;
  /** Chance models that keep it the same by their making. */
  fixedBy?: readonly string[];
  /** A Fault with the reason where it is not defined. */
  compute(net: Network, breath: Breath, options: MeasureOptions): Promise<number> | number;
}

/** A Fault where the denominator of a share is 0. */
export function ratio(of: number, by: number, why: string): number {
  if (!(by > 0)) throw new Fault(why);
  return of / by;
}

export const sum = (values: ArrayLike<number>): number => {
  let total = 0;
  for (let i = 0; i < values.length; i++) total += values[i];
  return total;
};

export const noEdges = 'There are no edges.';
export const simpleView = 'the undirected simple view';
export const directedView = 'the directed simple view';
export const asItIs = 'the network as it is';

/** A figure as its file gives it. */
export type Given = Omit<WholeFigure, 'cost' | 'part'> & Partial<WholeFigure>;

/** The figures of one part of the panel; their work grows with the edges where nothing else is said. */
export const figuresOf = (part: WholeFigure['part'], given: readonly Given[]): WholeFigure[] =>
  given.map((one) => ({ cost: 'edges', part, ...one }));
