/** What sentences of a method note are made from: the trail as it was run, and nothing else. */
import type { Network } from '../graph';
import type { Step, StepReport } from '../trail';

export interface Told {
  /** What the step came to, and what the step before it did; counts are of these. */
  report: StepReport;
  before?: StepReport;
  /** The network at the end of the trail. */
  network: Network;
  /** What tables, other networks and shortlists are called, by their keys and ids. */
  table(key: string): { name: string; rows: number };
  networkName(id: string): string;
  shortlistName(id: string): string;
  /** How many spellings were joined in the columns that the trail reads. */
  spellings: number;
}

export type StepOf<K extends Step['kind']> = Extract<Step, { kind: K }>;

/** Sentences that a kind of step gives, and the works that they cite, as sources name them. */
export interface Telling<K extends Step['kind']> {
  sentences(step: StepOf<K>, told: Told): string[];
  sources?(step: StepOf<K>, told: Told): string[];
}
