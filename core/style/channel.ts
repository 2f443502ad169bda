/**
 * What a style channel is: one thing that can be seen of a node, an edge or the page. To add one: a file in `channels/` and a line in the registry. Its schema
 * carries the words of its settings, from which the editor is drawn; a channel that can be set in several ways is a union of them by the key `by`.
 */
import type * as z from 'zod';
import type { Network } from '../graph';
import type { OneLook } from './look';
import type { LegendPart, Looks } from './looks';

/** A column that a channel reads. */
export interface ColumnUse {
  of: 'nodes' | 'edges';
  name: string;
  /** The key of the setting under which it stands. */
  at: string;
}

export interface Channel<S extends z.ZodType = z.ZodType, L = unknown> {
  /** What it belongs to: where the editor has it. */
  whose: 'nodes' | 'labels' | 'edges' | 'page';
  /** What it is called, where the whole channel is one choice of ways. */
  title?: string;
  schema: S;
  /** Its turn in filling the looks, from the lowest: a channel may read what those before it have filled. Lines of the legend stand in the same order. */
  turn: number;
  /** Fills what is its own of the looks; the lines of the legend that explain it. A Fault, placed at `step`, where a column is missing or of the wrong type. */
  fill(net: Network, setting: z.infer<S>, looks: Looks, step?: string): LegendPart[];
  /** One look of it, which rules and hands can give to single nodes or edges; absent where only the whole can be set. */
  look?: OneLook<L>;
  /** Columns that the setting reads. */
  columns?(setting: z.infer<S>): ColumnUse[];
}

/** Whether a setting is a rule: what it gives depends on what nodes or edges hold. */
export const isRule = (setting: unknown): boolean =>
  typeof setting === 'object' && setting !== null && 'by' in setting && 'column' in setting;

/** The column of a rule. */
export const columnOf =
  (of: ColumnUse['of']) =>
  (setting: object): ColumnUse[] =>
    'column' in setting && typeof setting.column === 'string' ? [{ of, name: setting.column, at: 'column' }] : [];
