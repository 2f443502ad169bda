/**
 * What a layout is. To add one: a file in `layouts/` and a line in the registry. Its settings are a schema whose fields carry their words
 * ({@link ../settings}), from which the editor is drawn.
 */
import type * as z from 'zod';
import type { Network } from '../graph';
import type { Breath } from '../split';
import type { Guide, Routes } from '../graph';

/** What a layout is given besides the network and its settings. */
export interface LayoutContext extends Breath {
  /** x and y of each node, in map units, to go on from; NaN where a node was not there. Absent: it begins anew. */
  begin?: Float32Array;
  /** Receives positions while they move. */
  report?: (positions: Float32Array) => void;
}

/** Where nodes stand, and the ways that edges take, where the layout lays them. */
export interface Placement {
  /** x and y of each node, in map units, around 0. */
  positions: Float32Array;
  routes?: Routes;
}

export interface Layout<K extends string = string, S extends z.ZodObject = z.ZodObject> {
  /** As trails write it. */
  key: K;
  title: string;
  help: string;
  /** All settings with their defaults. */
  schema: S;
  /** Whether it takes long even for few nodes: small pictures of it come last. */
  slow?: boolean;
  /** How long one thread takes, roughly; absent: never long. */
  seconds?(net: Network, settings: z.infer<S>): number;
  /** What it begins with on a network of so many nodes, where that is not what its settings say by themselves. */
  begun?(nodes: number): Partial<z.infer<S>>;
  /** Whether its picture may be turned and mirrored: neither side of it means anything. */
  turns?: boolean;
  /** Whether it can go on from places that nodes have. */
  goesOn?: boolean;
  /** The settings in a few words, for the step's tile. */
  summary(settings: z.infer<S>): string;
  /** What the network lacks for it, as a sentence; undefined where nothing is lacking. */
  needs?(net: Network, settings: z.infer<S>): string | undefined;
  /** Positions at once that show where it will lead, while it is computed; absent where it is quick enough itself. */
  sketch?(net: Network, settings: z.infer<S>): Float32Array;
  /** What is written beside the nodes where they came to stand, what was done by hand included. */
  guides?(net: Network, settings: z.infer<S>, positions: Float32Array): Promise<Guide[]>;
  /** The same for the same network and settings; bare positions where edges lead straight. */
  place(net: Network, settings: z.infer<S>, context: LayoutContext): Promise<Float32Array | Placement>;
}
