/** Arrange: where the nodes are drawn. */
import * as z from 'zod';
import {
  type Layout,
  type Placement,
  adjusted,
  adjustedAtOnce,
  adjustedList,
  begunAt,
  laidOnto,
  layouts,
  longestPacked,
  mostBundled,
  putByHand,
} from '../../arrange';
import { type Network, edgeCount, nodeCount } from '../../graph';
import { Fault, counted } from '../../fault';
import { canonical } from '../canonical';
import { type Note, type StepContext, type StepKind, type Whereabouts, given } from '../step';

const shapeOf = <K extends string, S extends z.ZodObject>({ key, schema }: Layout<K, S>) =>
  z.object({
    id: z.string(),
    kind: z.literal('arrange'),
    on: z.boolean(),
    method: z.literal(key),
    settings: schema.prefault({} as never),
    /** Nodes placed by hand, by id: x and y in map units. */
    placed: z.record(z.string(), z.tuple([z.number(), z.number()])).default({}),
    /** What was done by hand after that, in order. */
    adjusted: adjustedList,
    /** Ties drawn along each other where that is hardly longer. */
    bundled: z.boolean().default(false),
    /** Where some nodes stood in the picture before the last change: a layout that may be turned lies on it. */
    onto: z.record(z.string(), z.tuple([z.number(), z.number()])).default({}),
    /** Where nodes stood then, for a layout that goes on from there; none: it begins anew. */
    begins: z.record(z.string(), z.tuple([z.number(), z.number()])).default({}),
    /** The same for a network of many nodes, as a text: see core/arrange/packed.ts. */
    begun: z
      .string()
      .max(longestPacked)
      .regex(/^[A-Za-z0-9+/]*={0,2}$/)
      .optional(),
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
    const report = heard && ((at: Float32Array): void => heard(byHandAtOnce(network, at, step)));
    const found = await context.memo(layoutKey(step), async () =>
      asPlacement(
        await layout.place(network, step.settings, {
          ...context,
          report,
          begin: begunAt(network, step.begins, step.begun),
        }),
      ),
    );
    const positions = await adjusted(network, byHand(network, found.positions, step), step.adjusted, context);
    const guides = nodeCount(network) ? await layout.guides?.(network, step.settings, positions) : undefined;
    const arranged = { ...network, positions, routes: undefined, guides };
    const routes = await routesOf(arranged, found, step, context);
    const hands = putByHand(step.placed, step.adjusted).size;
    const notes: Note[] = hands ? [{ text: `${counted(hands, 'node is', 'nodes are')} placed by hand.` }] : [];
    if (step.bundled && edgeCount(network) > mostBundled)
      notes.push({ text: `Ties are bundled up to ${counted(mostBundled, 'tie')}; these are drawn as they are.` });
    return {
      state: { ...rest, network: routes ? { ...arranged, routes } : arranged },
      result: hands ? `settled, ${hands} by hand` : 'settled',
      notes,
    };
  },
  works({ network }, step) {
    const layout = layoutOf(step);
    return [{ key: layoutKey(step), name: layout.title, seconds: layout.seconds?.(network, step.settings) ?? 0 }];
  },
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
  const { network } = state;
  return {
    ...state,
    network: { ...network, positions: byHandAtOnce(network, positions, step), routes: undefined, guides: undefined },
  };
}

/** Nodes that are drawn already stay where they are; the others stand among those of their neighbours that are. */
function stay(net: Network, positions: Float32Array, { ids, positions: at }: Whereabouts): void {
  const place = new Map(ids.map((id, v) => [id, v]));
  const known = Int32Array.from(net.ids, (id) => place.get(id) ?? -1);
  if (known.every((v) => v < 0)) return;
  known.forEach((v, i) => v >= 0 && positions.set(at.subarray(2 * v, 2 * v + 2), 2 * i));
  if (known.every((v) => v >= 0)) return;
  const sums = new Float64Array(2 * known.length);
  const counts = new Uint32Array(known.length);
  sumOfKnown(net, known, positions, sums, counts);
  counts.forEach((count, v) => {
    if (!count) return;
    // A little apart, so that they do not lie on each other.
    positions[2 * v] = sums[2 * v] / count + 6 * Math.cos(v);
    positions[2 * v + 1] = sums[2 * v + 1] / count + 6 * Math.sin(v);
  });
}

/** Adds up where the known neighbours lie of each node that is not. */
function sumOfKnown(
  { source, target }: Network,
  known: Int32Array,
  positions: Float32Array,
  sums: Float64Array,
  counts: Uint32Array,
): void {
  const add = (v: number, u: number): void => {
    sums[2 * v] += positions[2 * u];
    sums[2 * v + 1] += positions[2 * u + 1];
    counts[v]++;
  };
  for (let e = 0; e < source.length; e++) {
    const a = source[e];
    const b = target[e];
    if (known[a] < 0 && known[b] >= 0) add(a, b);
    else if (known[b] < 0 && known[a] >= 0) add(b, a);
  }
}

/** Names the layout and where it begins, what is placed by hand left aside. */
export function layoutKey({ method, settings, begins, begun }: ArrangeSettings): string {
  const key = `${method} ${canonical(settings)}`;
  if (begun !== undefined) return `${key} ${begun}`;
  return Object.keys(begins).length ? `${key} ${canonical(begins)}` : key;
}

const asPlacement = (found: Float32Array | Placement): Placement =>
  found instanceof Float32Array ? { positions: found } : found;

/** The ways that ties take: bundles, or those of the layout, carried along where nodes were moved. */
async function routesOf(
  net: Network & { positions: Float32Array },
  found: Placement,
  step: ArrangeSettings,
  context: StepContext,
): Promise<Network['routes']> {
  if (step.bundled && edgeCount(net) <= mostBundled) {
    const { bundlesOf } = await import('../../arrange/bundles');
    return bundlesOf(net, net.positions, context);
  }
  if (!found.routes) return undefined;
  const { carried } = await import('../../arrange/routes');
  return carried(found.routes, net, found.positions, net.positions);
}

/** On the former picture, with the nodes that were placed before there was a list of adjustments. */
function byHand(net: Network, positions: Float32Array, step: ArrangeSettings): Float32Array {
  const laid = layoutOf(step).turns ? laidOnto(net, positions, step.onto) : positions;
  const hands = Object.entries(step.placed);
  if (hands.length === 0) return laid;
  const moved = laid.slice();
  const wanted = new Map(hands);
  net.ids.forEach((id, v) => {
    const at = wanted.get(id);
    if (at) moved.set(at, 2 * v);
  });
  return moved;
}

const byHandAtOnce = (net: Network, positions: Float32Array, step: ArrangeSettings): Float32Array =>
  adjustedAtOnce(net, byHand(net, positions, step), step.adjusted);
