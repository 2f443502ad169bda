/** What a rule of a Keep step is. To add one: a file beside this, and a line in the index. */
import type { z } from 'zod';
import type { Column } from '../tables';
import { type Network, nodeCount } from '../graph';

/** A named set of nodes. */
export interface Shortlist {
  id: string;
  name: string;
  version: number;
  nodes: readonly { id: string; label: string }[];
}

/** What stays: 1 for each node, and, where edges are chosen too, for each edge. */
export interface Marks {
  nodes: Uint8Array;
  edges?: Uint8Array;
  /** What the rule finds out about the nodes, one value for each of the network before it. */
  columns?: Column[];
}

export interface KeepContext {
  step: string;
  shortlist(id: string): Shortlist;
}

export interface KeepKind<R extends { by: string } = never> {
  by: R['by'];
  /** For the list of rules: `nodes by degree`. */
  title: string;
  help: string;
  schema: z.ZodType<R>;
  /** The rule in a few words. */
  summary(rule: R): string;
  marks(net: Network, rule: R, context: KeepContext): Marks;
}

/** All nodes, for rules that only choose edges. */
export const everyNode = (net: Network): Uint8Array => new Uint8Array(nodeCount(net)).fill(1);

/** Marks the nodes, or the edges, for which the test holds. */
export const markNodes = (net: Network, test: (v: number) => boolean): Uint8Array => marked(nodeCount(net), test);
export const markEdges = (net: Network, test: (e: number) => boolean): Uint8Array => marked(net.source.length, test);

function marked(size: number, test: (i: number) => boolean): Uint8Array {
  const marks = new Uint8Array(size);
  for (let i = 0; i < size; i++) if (test(i)) marks[i] = 1;
  return marks;
}

/** Places of the nodes with these ids, as far as the network has them. */
export function placesOf(net: Network, ids: readonly string[]): number[] {
  const wanted = new Set(ids);
  const places: number[] = [];
  net.ids.forEach((id, v) => wanted.has(id) && places.push(v));
  return places;
}

/** `degree at least 2`, `degree 2 to 7`, `degree at most 7`. */
export const rangeWords = (what: string, min: number | undefined, max: number | undefined): string =>
  max === undefined
    ? `${what} at least ${min ?? 0}`
    : min === undefined
      ? `${what} at most ${max}`
      : `${what} ${min} to ${max}`;
