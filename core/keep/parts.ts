/** Rules by place in the network: components, cores, and what lies near or between chosen nodes. */
import * as z from 'zod';
import { type Network, components, coreNumbers, distances, nodeCount } from '../graph';
import type { Column } from '../tables';
import { simplePaths } from '../paths/list';
import { Fault } from '../fault';
import { type KeepKind, markNodes, placesOf } from './rule';

export const componentSchema = z.object({
  by: z.literal('component'),
  /** Components of at least so many nodes; absent: the largest alone. */
  min: z.number().int().min(1).optional(),
});
export const byComponent: KeepKind<z.infer<typeof componentSchema>> = {
  by: 'component',
  title: 'the largest component, or all of a size',
  help: 'A component is a set of nodes that are joined by ties, direction ignored.',
  schema: componentSchema,
  summary: ({ min }) => (min === undefined ? 'largest component' : `components of ${min} and more`),
  marks(net, { min }) {
    const { of, sizes } = components(net);
    return { nodes: markNodes(net, (v) => (min === undefined ? of[v] === 0 : sizes[of[v]] >= min)) };
  },
};

export const coreSchema = z.object({ by: z.literal('core'), k: z.number().int().min(1).default(2) });
export const byCore: KeepKind<z.infer<typeof coreSchema>> = {
  by: 'core',
  title: 'the k-core',
  help: 'The largest part in which every node has k neighbours there (Seidman 1983). Direction, loops and parallel edges aside.',
  schema: coreSchema,
  summary: ({ k }) => `${k}-core`,
  marks(net, { k }) {
    const core = coreNumbers(net);
    return { nodes: markNodes(net, (v) => core[v] >= k) };
  },
};

/** Paths that are listed before the rule gives up. */
const mostListed = 200_000;

const direction = z.enum(['out', 'in', 'both']).default('both');
const nodes = z.array(z.string());

function chosen(net: Network, ids: readonly string[], step: string): number[] {
  const places = placesOf(net, ids);
  if (places.length) return places;
  throw new Fault(
    ids.length
      ? 'None of the chosen nodes is in the network at this step. Choose others, or move the step forward.'
      : 'No nodes are chosen yet. Find some by name, or take the selection into the step.',
    step,
    ids.length === 0,
  );
}

export const egoSchema = z.object({
  by: z.literal('ego'),
  nodes,
  distance: z.number().int().min(1).max(1000).default(1),
  direction,
  /** Near one of the chosen nodes, or near all of them. */
  as: z.enum(['union', 'overlap']).default('union'),
});
export const byEgo: KeepKind<z.infer<typeof egoSchema>> = {
  by: 'ego',
  title: 'ego networks of chosen nodes',
  help: 'The chosen nodes and everything within so many steps of one of them, or of all.',
  schema: egoSchema,
  summary: ({ nodes: ids, distance, as }) =>
    `${distance} ${distance === 1 ? 'step' : 'steps'} around ${ids.length === 1 ? ids[0] : `${as === 'overlap' ? 'all of ' : ''}${ids.length} nodes`}`,
  marks(net, rule, { step }) {
    const starts = chosen(net, rule.nodes, step);
    // How many of the chosen lie near each node, and the last of them.
    const near = new Uint32Array(nodeCount(net));
    const whom = new Int32Array(near.length).fill(-1);
    starts.forEach((start, i) => {
      const far = distances(net, [start], rule.direction, rule.distance);
      for (let v = 0; v < near.length; v++) {
        if (far[v] < 0) continue;
        near[v]++;
        whom[v] = i;
      }
    });
    const least = rule.as === 'union' ? 1 : starts.length;
    return {
      nodes: markNodes(net, (v) => near[v] >= least),
      columns: starts.length > 1 ? [nearColumn(net, starts, near, whom)] : [],
    };
  },
};

/** Near whom of the chosen each node lies; near several of them is a class of its own. */
function nearColumn(net: Network, starts: readonly number[], near: Uint32Array, whom: Int32Array): Column {
  const dictionary = distinctNames(starts.map((v) => net.labels[v]));
  const several = dictionary.push(severalName(dictionary)) - 1;
  return {
    type: 'text',
    name: 'near',
    codes: whom.map((one, v) => (near[v] > 1 ? several : one)),
    dictionary,
  };
}

function severalName(taken: readonly string[]): string {
  return taken.includes('several') ? 'several of them' : 'several';
}

/** The names, equal ones numbered. */
function distinctNames(names: readonly string[]): string[] {
  const counts = new Map<string, number>();
  return names.map((name) => {
    const count = (counts.get(name) ?? 0) + 1;
    counts.set(name, count);
    return count === 1 ? name : `${name} (${count})`;
  });
}

export const reachSchema = z.object({ by: z.literal('reach'), nodes, direction: z.enum(['out', 'in']).default('out') });
export const byReach: KeepKind<z.infer<typeof reachSchema>> = {
  by: 'reach',
  title: 'everything upstream or downstream',
  help: 'The chosen nodes and all that edges lead to from them (downstream), or all from which edges lead to them (upstream), however far.',
  schema: reachSchema,
  summary: ({ nodes: ids, direction: way }) =>
    `${way === 'out' ? 'downstream' : 'upstream'} of ${ids.length === 1 ? ids[0] : `${ids.length} nodes`}`,
  marks(net, rule, { step }) {
    const far = distances(net, chosen(net, rule.nodes, step), rule.direction);
    return { nodes: markNodes(net, (v) => far[v] >= 0) };
  },
};

export const betweenSchema = z.object({
  by: z.literal('between'),
  from: nodes,
  to: nodes,
  /** Ways of at most so many steps; absent: the shortest paths of each pair. */
  longest: z.number().int().min(1).max(1000).optional(),
  /** Simple paths alone, which meet no node twice; else walks, which may. */
  simple: z.boolean().default(false),
  directed: z.boolean().default(true),
});
export const byBetween: KeepKind<z.infer<typeof betweenSchema>> = {
  by: 'between',
  title: 'what lies on paths between two sets',
  help: 'Nodes on the shortest paths from any node of the first set to any of the second; or on walks (or simple paths) of at most so many steps from one set to the other.',
  schema: betweenSchema,
  summary: ({ from, to, longest, simple }) =>
    `${longest && !simple ? 'walks' : 'paths'} ${from.length} → ${to.length}${longest ? `, at most ${longest} steps` : ''}`,
  marks(net, rule, { step }) {
    const from = chosen(net, rule.from, step);
    const to = chosen(net, rule.to, step);
    const there = rule.directed ? 'out' : 'both';
    const back = rule.directed ? 'in' : 'both';
    const marks = new Uint8Array(nodeCount(net));
    const { longest } = rule;
    if (longest !== undefined && rule.simple) {
      const { paths, more } = simplePaths(net, from, to, there, longest, mostListed);
      if (more)
        throw new Fault(
          `There are too many simple paths of at most ${longest} steps to list. Take fewer steps, or walks.`,
          step,
        );
      for (const { nodes: path } of paths) for (const v of path) marks[v] = 1;
      return { nodes: marks };
    }
    if (longest !== undefined) {
      const left = distances(net, from, there);
      const right = distances(net, to, back);
      for (let v = 0; v < marks.length; v++)
        if (left[v] >= 0 && right[v] >= 0 && left[v] + right[v] <= longest) marks[v] = 1;
      return { nodes: marks };
    }
    const rights = to.map((b) => distances(net, [b], back));
    for (const a of from) {
      const left = distances(net, [a], there);
      to.forEach((b, i) => {
        const length = left[b];
        if (length < 0) return;
        for (let v = 0; v < marks.length; v++)
          if (left[v] >= 0 && rights[i][v] >= 0 && left[v] + rights[i][v] === length) marks[v] = 1;
      });
    }
    return { nodes: marks };
  },
};
