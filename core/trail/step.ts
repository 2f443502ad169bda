/** What a step kind is. To add one: a file in `steps/` and a line in the registry; its editor is the file of the same name in `ui/trail`. */
import type { z } from 'zod';
import type { Opened } from '../gather/gather';
import type { Network } from '../graph';
import type { Table } from '../tables';
import type { Breath } from '../split';
import type { StyleSettings } from '../style';
import type { Shortlist } from '../keep';
import type { Note } from '../ties';

/** What goes from step to step: the network, and how it is to be drawn once the trail has come to its end. */
export interface TrailState {
  network: Network;
  style?: StyleSettings;
}

export type { Note, Shortlist };

/** What of the study a step reads besides the state before it. */
export interface Reads {
  tables?: string[];
  /** Ids of shortlists, and of other networks. */
  shortlists?: string[];
  networks?: string[];
  /** Ids of what is kept in the study and only named here: its contents are in the settings. */
  named?: string[];
}

export interface StepOutcome {
  state: TrailState;
  /** The result in a few words, for the foot of the step's tile. */
  result: string;
  notes?: Note[];
  /** How many groups a step found, for those that find some. */
  groups?: number;
  /** Circles that are open, for a step that has some. */
  opened?: Opened[];
}

export interface StepContext extends Breath {
  /** The id of the step that runs, to say where a fault or a column comes from. */
  step: string;
  /** A table of the study; a Fault where there is none. */
  table(key: string): Table;
  /** The lists of names that columns of a table are read with, and their versions. */
  names(key: string, columns: readonly string[]): string[];
  /** A shortlist of the study; a Fault where there is none. */
  shortlist(id: string): Shortlist;
  /** Another network of the study, as its trail makes it, and its name; a Fault where it cannot be made. */
  network(id: string): Promise<{ name: string; network: Network }>;
  /** Receives positions while a layout runs. */
  positions?(positions: Float32Array): void;
  /** Work inside a step that need not be done again when only other settings change, kept under its inputs and `key`. */
  memo<T>(key: string, make: () => Promise<T> | T): Promise<T>;
}

/** A piece of a step's work that is kept under a key of its own. */
export interface Work {
  /** As `memo` is given it. */
  key: string;
  /** What it is, for whoever waits for it. */
  name: string;
  /** How long one thread takes, roughly. */
  seconds: number;
  /** Whether threads can share it. */
  splits?: boolean;
}

/** Where nodes are drawn at present, by their ids. */
export interface Whereabouts {
  ids: readonly string[];
  positions: Float32Array;
}

export interface StepKind<S extends { id: string; kind: string; on: boolean } = never> {
  kind: S['kind'];
  title: string;
  help: string;
  schema: z.ZodType<S>;
  /** What a new one begins with, from what the network holds by then; absent: its defaults. */
  first?(net: Network | undefined): object;
  /** Kinds at the end of a trail that a new one goes before. */
  goesBefore: readonly string[];
  /** Columns that it makes, and those that it reads, where its place depends on them. */
  makes?(settings: S): readonly string[];
  readsColumns?(settings: S): readonly string[];
  /** What it reads of the study; absent: nothing but the state before it. */
  reads?(settings: S): Reads;
  /** The settings in a few words, for the step's tile. */
  summary(settings: S): string;
  /** A first step reads tables and gets no state; every other gets the state before it. */
  run(state: TrailState | undefined, settings: S, context: StepContext): Promise<StepOutcome>;
  /** A quick stand-in for `run`, shown while the real thing is computed; undefined where the real thing is quick enough itself. */
  sketch?(state: TrailState, settings: S, where?: Whereabouts): TrailState | undefined;
  /** Whether its network is another than the one before it, so that the stand-in is better not drawn. */
  remakes?: boolean;
  /** What of `run` is kept by `memo`, and how long each of it takes: where all of it is at hand no stand-in is needed, and what takes long can be done elsewhere. */
  works?(state: TrailState, settings: S): Work[];
  /** What is left of the work when it is stopped; absent: the state before it. */
  stopped?(state: TrailState, settings: S, where?: Whereabouts): TrailState;
}

/** The state before a step that needs one. */
export function given(state: TrailState | undefined): TrailState {
  if (!state) throw new Error('a step without a Ties step before it was let through');
  return state;
}
