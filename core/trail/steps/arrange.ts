/** Arrange: where the nodes are drawn. */
import * as z from 'zod';
import type { ForceSettings } from '../../arrange';
import { type Network, nodeCount } from '../../graph';
import { counted } from '../../fault';
import { type StepKind, type Whereabouts, given } from '../step';

export const arrangeSchema = z.object({
  id: z.string(),
  kind: z.literal('arrange'),
  on: z.boolean(),
  method: z.literal('force').default('force'),
  pull: z.number().min(0).max(1).default(0.2),
  spread: z.number().min(5).max(400).default(44),
  apart: z.number().min(0).max(200).default(14),
  weights: z.boolean().default(false),
  iterations: z.number().int().min(1).max(5000).default(300),
  seed: z.number().int().default(7),
  /** Parts that no edge joins stand in rows beside the largest. */
  pack: z.boolean().default(true),
  /** Nodes placed by hand, by id: x and y in map units. */
  placed: z.record(z.string(), z.tuple([z.number(), z.number()])).default({}),
});
export type ArrangeSettings = z.infer<typeof arrangeSchema>;

export const arrange: StepKind<ArrangeSettings> = {
  kind: 'arrange',
  title: 'Arrange',
  help: 'Lay the network out: ties pull, nodes push. Drag a node to place it by hand; it keeps its place when the layout runs again.',
  schema: arrangeSchema,
  summary: ({ seed }) => `forces, seed ${seed}`,
  async run(state, settings, context) {
    const { network, ...rest } = given(state);
    const force = forceSettings(settings);
    const { forceLayout } = await import('../../arrange');
    const found = await context.memo(layoutKey(settings), () =>
      forceLayout(
        network,
        force,
        context,
        context.positions && ((at) => context.positions?.(byHand(network, at, settings))),
      ),
    );
    const hands = Object.keys(settings.placed).length;
    return {
      state: { ...rest, network: { ...network, positions: byHand(network, found, settings) } },
      result: hands ? `settled, ${hands} by hand` : 'settled',
      notes: hands ? [{ text: `${counted(hands, 'node is', 'nodes are')} placed by hand.` }] : [],
    };
  },
  atHand: (settings, kept) => kept(layoutKey(settings)),
  sketch(state, settings, where) {
    const n = nodeCount(state.network);
    const positions = new Float32Array(2 * n);
    // A sunflower spiral: even, calm, and the same for the same number of nodes.
    for (let v = 0; v < n; v++) {
      const radius = settings.spread * Math.sqrt((v + 0.5) / Math.PI);
      positions[2 * v] = radius * Math.cos(v * 2.399963229728653);
      positions[2 * v + 1] = radius * Math.sin(v * 2.399963229728653);
    }
    if (where) stay(state.network, positions, where);
    return { ...state, network: { ...state.network, positions: byHand(state.network, positions, settings) } };
  },
  stopped(state, settings, where) {
    return arrange.sketch?.(state, settings, where) ?? state;
  },
};

/** Nodes that are drawn already stay where they are; the others stand among those of their neighbours that are. */
function stay(net: Network, positions: Float32Array, { ids, positions: at }: Whereabouts): void {
  const place = new Map(ids.map((id, v) => [id, v]));
  const known = Int32Array.from(net.ids, (id) => place.get(id) ?? -1);
  if (known.every((v) => v < 0)) return;
  known.forEach((v, i) => v >= 0 && positions.set(at.subarray(2 * v, 2 * v + 2), 2 * i));
  const sums = new Float64Array(2 * known.length);
  const counts = new Uint32Array(known.length);
  const add = (v: number, u: number): void => {
    if (known[v] >= 0 || known[u] < 0) return;
    sums[2 * v] += positions[2 * u];
    sums[2 * v + 1] += positions[2 * u + 1];
    counts[v]++;
  };
  net.source.forEach((a, e) => {
    add(a, net.target[e]);
    add(net.target[e], a);
  });
  counts.forEach((count, v) => {
    if (!count) return;
    // A little apart, so that they do not lie on each other.
    positions[2 * v] = sums[2 * v] / count + 6 * Math.cos(v);
    positions[2 * v + 1] = sums[2 * v + 1] / count + 6 * Math.sin(v);
  });
}

/** Names the layout, what is placed by hand left aside. */
export function layoutKey(settings: ArrangeSettings): string {
  return `force ${JSON.stringify(forceSettings(settings))}`;
}

function forceSettings({ pull, spread, apart, iterations, seed, weights, pack }: ArrangeSettings): ForceSettings {
  return { pull, spread, apart, iterations, seed, weights, pack };
}

function byHand(net: Network, positions: Float32Array, { placed }: ArrangeSettings): Float32Array {
  const hands = Object.entries(placed);
  if (hands.length === 0) return positions;
  const moved = positions.slice();
  const wanted = new Map(hands);
  net.ids.forEach((id, v) => {
    const at = wanted.get(id);
    if (at) moved.set(at, 2 * v);
  });
  return moved;
}
