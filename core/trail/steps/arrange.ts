/** Arrange: where the nodes are drawn. */
import * as z from 'zod';
import { type Layout, layouts } from '../../arrange';
import { type Network, nodeCount } from '../../graph';
import { Fault, counted } from '../../fault';
import { canonical } from '../canonical';
import { type StepKind, type Whereabouts, given } from '../step';

const shapeOf = <K extends string, S extends z.ZodObject>({ key, schema }: Layout<K, S>) =>
  z.object({
    id: z.string(),
    kind: z.literal('arrange'),
    on: z.boolean(),
    method: z.literal(key),
    settings: schema.prefault({} as never),
    /** Nodes placed by hand, by id: x and y in map units. */
    placed: z.record(z.string(), z.tuple([z.number(), z.number()])).default({}),
  });

type Layouts = typeof layouts;
type ShapeOf<L> = L extends Layout<infer K, infer S> ? ReturnType<typeof shapeOf<K, S>> : never;
type Shapes = ShapeOf<Layouts[keyof Layouts]>;

export const arrangeSchema = z.discriminatedUnion(
  'method',
  Object.values(layouts).map((layout) => shapeOf(layout as Layout)) as unknown as [Shapes, ...Shapes[]],
);
export type ArrangeSettings = z.infer<typeof arrangeSchema>;

const layoutOf = ({ method }: ArrangeSettings): Layout => layouts[method];

export const arrange: StepKind<ArrangeSettings> = {
  kind: 'arrange',
  title: 'Arrange',
  help: 'Where the nodes stand. Drag a node to place it by hand; it keeps its place when the layout runs again.',
  schema: arrangeSchema,
  first: () => ({ method: 'force' }),
  goesBefore: ['style'],
  summary: (step) => layoutOf(step).summary(step.settings),
  async run(state, step, context) {
    const { network, ...rest } = given(state);
    const layout = layoutOf(step);
    const lacking = layout.needs?.(network, step.settings);
    if (lacking !== undefined) throw new Fault(lacking, context.step, true);
    const { positions: heard } = context;
    const report = heard && ((at: Float32Array): void => heard(byHand(network, at, step)));
    const found = await context.memo(layoutKey(step), () =>
      layout.place(network, step.settings, { ...context, report }),
    );
    const hands = Object.keys(step.placed).length;
    return {
      state: { ...rest, network: { ...network, positions: byHand(network, found, step) } },
      result: hands ? `settled, ${hands} by hand` : 'settled',
      notes: hands ? [{ text: `${counted(hands, 'node is', 'nodes are')} placed by hand.` }] : [],
    };
  },
  atHand: (step, kept) => kept(layoutKey(step)),
  sketch(state, step, where) {
    const positions = layoutOf(step).sketch?.(state.network, step.settings);
    return positions && drawn(state, step, positions, where);
  },
  stopped(state, step, where) {
    const { network } = state;
    const positions = layoutOf(step).sketch?.(network, step.settings) ?? new Float32Array(2 * nodeCount(network));
    return drawn(state, step, positions, where);
  },
};

/** The network at a stand-in's positions, with what is drawn already where it is. */
function drawn<S extends { network: Network }>(
  state: S,
  step: ArrangeSettings,
  positions: Float32Array,
  where?: Whereabouts,
): S {
  if (where) stay(state.network, positions, where);
  return { ...state, network: { ...state.network, positions: byHand(state.network, positions, step) } };
}

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
export function layoutKey({ method, settings }: ArrangeSettings): string {
  return `${method} ${canonical(settings)}`;
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
