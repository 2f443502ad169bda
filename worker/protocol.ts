/** What the trail's worker and the page say to each other. */
import type { Network } from '@/core/graph';
import type { Looks } from '@/core/style';
import type { StepReport, Trail } from '@/core/trail';
import type { Column, ColumnSpec, Distribution } from '@/core/tables';
import type { NamesList } from '@/core/names';

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
  /** Digest of the layout whose positions the server keeps. */
  layout: string | null;
}

export interface Result {
  digest: string;
  /** Digest of the layout the positions come from; absent where nothing is laid out. */
  layout?: string;
  reports: StepReport[];
  /** Left out where it is the one sent before. */
  network?: Network;
  /** Figures of the whole network by their keys; left out with it. */
  figures?: Record<string, number>;
  looks: Looks;
  /** True while a stand-in is shown for a layout that still runs. */
  partial: boolean;
}

/** What the page hears while a trail runs. */
export interface Listener {
  progress(step: string, share: number): void;
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
  /** Values with their counts, most frequent first; none for numbers and dates. */
  values: { value: string; count: number }[];
  distribution: Distribution;
}

export interface Holdings {
  nodes: number;
  edges: number;
  directed: boolean;
  nodeColumns: ColumnHoldings[];
  edgeColumns: ColumnHoldings[];
  degree: Distribution;
}

export type Taken =
  | { kind: 'svg'; width: number; height: number; title: string }
  | { kind: 'png'; width: number; height: number; title: string; factor: number; transparent: boolean }
  | { kind: 'nodes' | 'edges' | 'graphml' | 'thumbnail' };

export interface TrailService {
  open(address: StudyAddress): void;
  /** Resolves to 'done', or to 'stopped' when a later run or `stop` took over. Faults stand in the reports. */
  run(trail: Trail, listener: Listener): Promise<'done' | 'stopped'>;
  stop(): void;
  /** What the network holds before a step, for its editor to choose from. */
  before(trail: Trail, step: string): Promise<Holdings>;
  records(table: string, rows: number[]): Promise<RecordTexts>;
  take(what: Taken): Promise<Blob>;
}
