/** What a measure is: words, what it reads, and how its columns are computed. */
import type { Column } from '../tables';
import type { Network } from '../graph';

/** Lets long work report its share done, hand the thread back for a moment, and be stopped. */
export interface Breath {
  /** Call often; resolves at once most of the time. Throws when the work was stopped. `share` is between 0 and 1. */
  breathe(share: number): Promise<void> | void;
}

/** For work that needs no interruption. */
export const atOnce: Breath = { breathe: () => undefined };

export interface MeasureColumn {
  /** snake_case, as in the runner. */
  key: string;
  name: string;
}

export interface Measure {
  key: string;
  name: string;
  /** One or two sentences in plain words. */
  words: string;
  formula: string;
  source: string;
  /** Which view of the network it reads. */
  reads: string;
  /** Only meaningful where edges carry a weight other than 1. */
  weighted?: boolean;
  /** Only offered for directed networks, where it differs from another. */
  directedOnly?: boolean;
  columns: readonly MeasureColumn[];
  /** One array per column, each with one value per node; NaN where undefined. */
  compute(net: Network, breath: Breath): Promise<Float64Array[]> | Float64Array[];
}

/** A measure's values as number columns named by their keys. */
export function asColumns(measure: Measure, values: readonly Float64Array[]): Column[] {
  return measure.columns.map(({ key }, i) => ({ type: 'number', name: key, values: values[i] }));
}
