/** Layers and right angles, by the Eclipse Layout Kernel. */
import type { ELK as Kernel, ElkExtendedEdge, ElkNode } from 'elkjs/lib/elk-api';
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import type { Breath } from '../split';
import type { Placement } from './layout';
import { routesOf } from './routes';

export interface LayeredSettings {
  /** Where ties lead to. */
  towards: 'down' | 'right' | 'up' | 'left';
  /** Map units from one layer to the next at least, and between nodes of a layer. */
  room: number;
  apart: number;
  /** Whether ties go around the nodes of layers that they pass, by corners; else they are straight and layers close together. */
  around: boolean;
  /** Whether ties of a node leave and arrive in one place. */
  together: boolean;
}

/** A node's size, and the room between parallel ties, in map units. */
const side = 12;
const between = 3;

/**
 * Nodes in layers so that as many ties as can be lead one way, ordered to cross little (Sugiyama, Tagawa & Toda 1981), with the corners of the ties that pass by
 * others. Parallel ties run beside each other; loops
 * have no way of their own. A network without directions is read away from its busiest node.
 */
export async function layeredLayout(
  net: Network,
  { towards, room, apart, around, together }: LayeredSettings,
  routing: 'POLYLINE' | 'ORTHOGONAL',
  breath: Breath,
): Promise<Placement> {
  const n = nodeCount(net);
  if (n === 0) return { positions: new Float32Array(0) };
  await breath.breathe(0);
  const kernel = await kernelOf();
  const depth = net.directed ? undefined : depths(net);
  const forward = (a: number, b: number): boolean => !depth || depth[a] < depth[b] || (depth[a] === depth[b] && a < b);
  const seen = new Map<string, number[]>();
  net.source.forEach((a, e) => {
    const b = net.target[e];
    if (a === b) return;
    const key = forward(a, b) ? `${a} ${b}` : `${b} ${a}`;
    const same = seen.get(key);
    if (same) same.push(e);
    else seen.set(key, [e]);
  });
  const found: ElkNode = await kernel.layout({
    id: 'network',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.randomSeed': '1',
      'elk.direction': towards.toUpperCase(),
      'elk.edgeRouting': routing,
      'elk.layered.thoroughness': '3',
      'elk.layered.mergeEdges': String(together),
      'elk.spacing.nodeNode': String(apart),
      'elk.spacing.componentComponent': String(room),
      'elk.layered.spacing.nodeNodeBetweenLayers': String(Math.max(1, room - side)),
      'elk.spacing.edgeEdge': '3',
      'elk.spacing.edgeNode': '4',
      'elk.layered.spacing.edgeEdgeBetweenLayers': '3',
      'elk.layered.spacing.edgeNodeBetweenLayers': '4',
    },
    children: net.ids.map((_, v) => ({ id: `${v}`, width: side, height: side })),
    edges: Array.from(seen.keys(), (key) => {
      const [from, to] = key.split(' ');
      return { id: key, sources: [from], targets: [to] };
    }),
  });
  await breath.breathe(1);
  const [midX, midY] = [(found.width ?? 0) / 2, (found.height ?? 0) / 2];
  const positions = new Float32Array(2 * n);
  for (const { id, x = 0, y = 0 } of found.children ?? []) {
    positions[2 * Number(id)] = x + side / 2 - midX;
    positions[2 * Number(id) + 1] = y + side / 2 - midY;
  }
  if (!around) {
    const upright = towards === 'down' || towards === 'up';
    return { positions: closeTogether(positions, upright ? 1 : 0, room, apart) };
  }
  const corners: number[][] = [];
  for (const edge of found.edges ?? []) {
    const points = cornersOf(edge, midX, midY);
    const from = Number(edge.sources[0]);
    for (const [copy, e] of (seen.get(edge.id) ?? []).entries()) {
      const beside = points.map((part) => part + copy * between);
      corners[e] = net.source[e] === from ? beside : backwards(beside);
    }
  }
  return { positions, routes: routesOf(net.source.length, (e) => corners[e] ?? []) };
}

/**
 * The same layers and the same order within each, `room` from layer to layer, without the room that was left for ties to pass: each layer is as wide as the widest
 * needs to be, nodes `apart` at least.
 */
function closeTogether(positions: Float32Array, axis: 0 | 1, room: number, apart: number): Float32Array {
  const layers: number[][] = [];
  const order = Array.from({ length: positions.length / 2 }, (_, v) => v);
  order.sort((a, b) => positions[2 * a + axis] - positions[2 * b + axis] || a - b);
  for (const v of order) {
    const last = layers.at(-1);
    // Nodes are of one size, so those of a layer are in one line.
    if (last && positions[2 * v + axis] - positions[2 * last[0] + axis] < side) last.push(v);
    else layers.push([v]);
  }
  const across = 1 - axis;
  const at = (v: number): number => positions[2 * v + across];
  const widest = layers.reduce((most, { length }) => Math.max(most, length), 1);
  const range = order.reduce((most, v) => Math.max(most, Math.abs(at(v))), 0);
  const scale = range > 0 ? Math.min(1, (1.5 * widest * apart) / range) : 1;
  const placed = new Float32Array(positions.length);
  layers.forEach((layer, i) => {
    layer.sort((a, b) => at(a) - at(b) || a - b);
    let end = -Infinity;
    const wished = layer.map((v) => at(v) * scale);
    const pushed = wished.map((wish) => (end = Math.max(wish, end + apart)));
    const over = pushed.reduce((sum, x, k) => sum + x - wished[k], 0) / layer.length;
    layer.forEach((v, k) => {
      placed[2 * v + across] = pushed[k] - over;
      placed[2 * v + axis] = (i - (layers.length - 1) / 2) * room;
    });
  });
  return placed;
}

/** The points a tie passes, where it leaves and arrives among them: x and y in turn. */
function cornersOf({ sections = [] }: ElkExtendedEdge, midX: number, midY: number): number[] {
  return sections.flatMap(({ startPoint, bendPoints = [], endPoint }) =>
    bendPoints.length ? [startPoint, ...bendPoints, endPoint].flatMap(({ x, y }) => [x - midX, y - midY]) : [],
  );
}

function backwards(points: readonly number[]): number[] {
  const turned: number[] = [];
  for (let i = points.length - 2; i >= 0; i -= 2) turned.push(points[i], points[i + 1]);
  return turned;
}

/** Steps from the busiest node of each part. */
function depths(net: Network): Int32Array {
  const { offsets, to } = simpleAdjacency(net, 'both');
  const n = nodeCount(net);
  const order = Array.from({ length: n }, (_, v) => v).sort(
    (a, b) => offsets[b + 1] - offsets[b] - (offsets[a + 1] - offsets[a]) || a - b,
  );
  const depth = new Int32Array(n).fill(-1);
  for (const start of order) {
    if (depth[start] >= 0) continue;
    depth[start] = 0;
    const queue = [start];
    for (let at = 0; at < queue.length; at++)
      for (let k = offsets[queue[at]]; k < offsets[queue[at] + 1]; k++)
        if (depth[to[k]] < 0) {
          depth[to[k]] = depth[queue[at]] + 1;
          queue.push(to[k]);
        }
  }
  return depth;
}

/** The kernel inside of this thread. In a thread without a page it would take itself for the thread's own program; a page is feigned while it loads. */
async function kernelOf(): Promise<Kernel> {
  const world = globalThis as { document?: unknown };
  const feigned = world.document === undefined;
  if (feigned) world.document = {};
  try {
    const { default: Elk } = await import('elkjs/lib/elk.bundled.js');
    return new Elk();
  } finally {
    if (feigned) delete world.document;
  }
}
