/** What the trail's worker and the page say to each other. */
import type { Columns, Wish } from '@/core/portions';
import type { Sheet } from '@/core/figure';
import type { FigureValue } from '@/core/measure';
import type { Bounds } from '@/core/scene';
import type { OtherNetwork, Shortlist, StepReport, Trail } from '@/core/trail';
import type { Column, ColumnSpec, Distribution } from '@/core/tables';
import type { ConditionGroup } from '@/core/keep';
import type { NamesList } from '@/core/names';
import type { Note } from '@/core/ties';
import type { Away, Place } from './elsewhere';
import type { Parcel } from './parcel';
import type { Questions } from './questions';

export interface TableAddress {
  key: string;
  name: string;
  version: number;
  rows: number;
  columns: ColumnSpec[];
}

/** Where the study's data is to be had. */
export interface StudyAddress {
  study: string;
  network: string;
  tables: TableAddress[];
  names: readonly NamesList[];
  shortlists: readonly Shortlist[];
  /** All networks of the study, for those that are put together with others. */
  networks: readonly OtherNetwork[];
  /** Digest of the layout whose positions the server keeps. */
  layout: string | null;
}

export interface Result {
  digest: string;
  /** Digest of the layout the positions come from; absent where nothing is laid out. */
  layout?: string;
  reports: StepReport[];
  /** What changed of the network and its looks; left out where nothing could be made, and the last picture stays. */
  parcel?: Parcel;
  /** What the first view of it shows, as it is placed; comes with a parcel. */
  frame?: Bounds;
  /** Figures of the whole network by their keys; left out where it stays, and of a stand-in told right after it. */
  figures?: Record<string, FigureValue>;
  /** True while a stand-in is shown for a layout that still runs. */
  partial: boolean;
}

/** What the page hears while a trail runs. */
export interface Listener {
  progress(step: string, share: number): void;
  /** How a step's work stands that the server does; nothing once it is there. */
  away(step: string, away: Away | undefined): void;
  /** What a step came to, as soon as it has run. */
  report(report: StepReport): void;
  /** Some of the texts of the next result, list by list: many at once would hold the page up. */
  texts(list: number, texts: string[]): void;
  result(result: Result): void;
  positions(positions: Float32Array): void;
}

/** Rows of a table as texts, for the reading panel and the grid. */
export interface RecordTexts {
  columns: string[];
  rows: { row: number; cells: string[] }[];
}

export interface ColumnHoldings {
  name: string;
  type: Column['type'];
  /** Whether its texts are pictures. */
  pictures?: boolean;
  /** Values with their counts, most frequent first; none for numbers and dates. */
  values: { value: string; count: number }[];
  distribution: Distribution;
}

export interface Side {
  name: string;
  nodes: number;
}

export interface Holdings {
  nodes: number;
  edges: number;
  directed: boolean;
  /** Of a two-mode network: its sides in their order, and how many nodes each has. */
  sides?: [Side, Side];
  nodeColumns: ColumnHoldings[];
  edgeColumns: ColumnHoldings[];
  degree: Distribution;
  /** How many nodes there are of each degree, rising. */
  degrees: [degree: number, nodes: number][];
}

/** A node that might be in the network of a Ties step. */
export interface CandidateRow {
  id: string;
  label: string;
  records: number;
  strength: number;
  /** 1 passes, 0 too few records, 2 taken out by hand, 3 not among the strongest. */
  state: number;
}
export interface TiesView {
  nodes: number;
  edges: number;
  samples: string[];
  /** The first of the candidates by records, and how many there are and pass in all. */
  candidates: CandidateRow[];
  all: number;
  passing: number;
  notes: Note[];
}

/** Two networks side by side: figures, what they share, and the nodes whose measures are in both. */
export interface Comparison {
  name: string;
  figures: { key: string; name: string; words: string; here: number | null; there: number | null }[];
  nodes: { both: number; here: string[]; there: string[] };
  edges: { both: number; here: number; there: number };
  /** For each measure that both have: the nodes that are highest in one of them. */
  measures: { column: string; rows: { label: string; here: number | null; there: number | null }[] }[];
  /** Ties in both over ties in either, among the nodes of both. */
  jaccard: { value: number; both: number; either: number };
  /** Correlation of the two networks' matrices and what shuffled nodes give; absent where one of them does not vary. */
  qap?: {
    nodes: number;
    correlation: number;
    draws: number;
    atLeast: number;
    atMost: number;
    mean: number;
    sd: number;
  };
  /** Nodes by their groups here and there, most first; absent where one has no groups. */
  flow?: { from: string; to: string; count: number }[];
}

export type Taken =
  | { kind: 'candidates'; trail: Trail }
  | { kind: 'chosen'; nodes: readonly { id: string; label: string }[] }
  | { kind: 'svg'; width: number; height: number; title: string }
  | { kind: 'png'; width: number; height: number; title: string; factor: number; transparent: boolean; sheet?: Sheet }
  | { kind: 'thumbnail' }
  /** Positions as the layout gave them, before anything by hand; nothing where it also laid the ways of ties. */
  | { kind: 'layout' }
  /** One of the written formats, by its key, or `records`: those behind it. Of the whole network or of parts of it; several files come as one ZIP. */
  | { kind: 'data'; format: string; note?: string; wish?: Wish; columns?: Columns; name?: string };

export interface Answerable {
  settings: object;
  example?: string;
}

/** How a question stands that the server answers; undefined once it is over. */
export interface AwayNews {
  away: Away | undefined;
}

export interface TrailService {
  open(address: StudyAddress): void;
  /** Resolves to 'done', or to 'stopped' when a later run or `stop` took over. Faults stand in the reports. */
  run(trail: Trail, listener: Listener): Promise<'done' | 'stopped'>;
  /** Trails that may be run next: what the network of each comes to is made while nothing runs, where it takes no time worth speaking of. */
  ahead(trails: readonly Trail[]): Promise<void>;
  /** Ends the run; where a step is named, that step is passed over in the next runs until its settings change or it is resumed. */
  stop(step?: string): void;
  resume(step: string): void;
  /** Where the costly work of steps is done, from the next run on; by its size where nothing is said. */
  places(places: ReadonlyMap<string, Place>): void;
  /** The study's shortlists as they are now; the next run reads them. */
  shortlists(lists: readonly Shortlist[]): void;
  /** What a Ties step comes to: its size, ten ties in words, and who might be a node. Undefined where it stops at a fault. */
  ties(trail: Trail): Promise<TiesView | undefined>;
  /**
   * For each way of making ties the settings that the tables answer it with, found by what their columns hold, and an example in words; those that no
   * table answers are absent.
   */
  examples(trail: Trail): Promise<Partial<Record<string, Answerable>>>;
  /** Places of the nodes of the network before a step for which a condition holds; before its end where no step is named. */
  matching(trail: Trail, where: ConditionGroup): Promise<string[]>;
  /** This network and another side by side. */
  compare(trail: Trail, other: string): Promise<Comparison>;
  /** What the network of a trail holds, for editors to choose from. */
  holdings(trail: Trail): Promise<Holdings>;
  /**
   * Asks something of the network after a step, or at the trail's `end`. Another question of the same kind takes over, as does `hush`: the answer is then
   * undefined. `heard` gets news while it is worked out, the share done or whatever the question tells, and how it stands where the server does it:
   * `place` says where costly questions are answered, by their size where it is absent.
   */
  ask<K extends keyof Questions>(
    kind: K,
    trail: Trail,
    at: string,
    ask: Questions[K]['ask'],
    heard?: (news: Questions[K]['news'] | number | AwayNews) => void,
    place?: Place,
  ): Promise<Questions[K]['answer'] | undefined>;
  hush(kind: keyof Questions): void;
  records(table: string, rows: number[]): Promise<RecordTexts>;
  take(what: Taken): Promise<Blob>;
}
