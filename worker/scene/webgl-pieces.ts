/** Edges in the pieces of which the graphics draw them: an edge is one, or, where it passes points, one from each point to the next. */
import { type Scene, middlePiece, wayOf } from '@/core/scene';
import { wholeRows, wordsOf } from './webgl-memory';

/** Edges as texels: ends and colours, and looks, of each piece. */
export interface PackedEdges {
  /** Two ends; the colours where it begins, with the opacity, and where it ends. There may be room behind the last. */
  edges: Uint32Array;
  /** Width; bow, or less than 0 the length of the pieces before it; pattern; arrowhead. */
  edgeLooks: Float32Array;
  /** Whether any is bent. */
  bent: boolean;
  /** Whether any has an arrowhead. */
  arrows: boolean;
  /** Pieces of edge e are those from `starts[e]` to `starts[e + 1]`; absent where each edge is its own piece. */
  starts?: Uint32Array;
  /** Points passed, as ends after the nodes: x and y in turn, in map units. */
  points?: Float32Array;
}

const inPieces = ({ routes }: Scene): boolean => (routes?.points.length ?? 0) > 0;

export function packedEdges(scene: Scene): PackedEdges {
  return inPieces(scene) ? packedPieces(scene) : packedWhole(scene);
}

/** Each edge as one piece. */
function packedWhole(scene: Scene): PackedEdges {
  let bent = false;
  const colours = wordsOf(scene.edgeColour);
  const m = scene.source.length;
  const edges = new Uint32Array(4 * wholeRows(m));
  const edgeLooks = new Float32Array(4 * wholeRows(m));
  const { source, target, edgeWidth, bow, edgePattern, arrow, edgeColourTo: to } = scene;
  let arrows = false;
  for (let e = 0, k = 0; e < m; e++, k += 4) {
    edges[k] = source[e];
    edges[k + 1] = target[e];
    edges[k + 2] = colours[e];
    edges[k + 3] = to ? to[3 * e] | (to[3 * e + 1] << 8) | (to[3 * e + 2] << 16) : colours[e];
    edgeLooks[k] = edgeWidth[e];
    edgeLooks[k + 1] = bow[e];
    edgeLooks[k + 2] = edgePattern[e];
    edgeLooks[k + 3] = arrow[e];
    if (source[e] === target[e] || bow[e] > 0) bent = true;
    if (arrow[e] !== 0) arrows = true;
  }
  return { edges, edgeLooks, bent, arrows };
}

function packedPieces(scene: Scene): PackedEdges {
  const m = scene.source.length;
  const whole = packedWhole(scene);
  const ways = Array.from({ length: m }, (_, e) => wayOf(scene, e));
  const starts = new Uint32Array(m + 1);
  ways.forEach((way, e) => (starts[e + 1] = starts[e] + 1 + (way ? way.length / 2 : 0)));
  const edges = new Uint32Array(4 * starts[m]);
  const edgeLooks = new Float32Array(4 * starts[m]);
  const points: number[] = [];
  let next = scene.labels.length;
  for (let e = 0; e < m; e++) {
    const [first, end] = [starts[e], starts[e + 1]];
    for (let piece = first; piece < end; piece++) {
      edges.set(whole.edges.subarray(4 * e, 4 * e + 4), 4 * piece);
      edgeLooks.set(whole.edgeLooks.subarray(4 * e, 4 * e + 4), 4 * piece);
    }
    const way = ways[e];
    if (!way) continue;
    const head = scene.arrow[e];
    const bearer = head < 0 ? first + middlePiece(way.length) : end - 1;
    let before = 0;
    for (let piece = first; piece < end; piece++) {
      if (piece > first) edges[4 * piece] = next - 1;
      if (piece + 1 < end) edges[4 * piece + 1] = next++;
      edgeLooks[4 * piece + 1] = 0 - before;
      if (piece !== bearer) edgeLooks[4 * piece + 3] = 0;
      before += lengthOf(scene, e, way, piece - first);
      if (!scene.edgeColourTo) continue;
      edges[4 * piece + 2] = between(scene, e, way, piece - first);
      edges[4 * piece + 3] = between(scene, e, way, piece - first + 1);
    }
    for (const part of way) points.push(part);
  }
  return { ...whole, edges, edgeLooks, starts, points: Float32Array.from(points) };
}

/** A point of an edge's way in map units; its ends are the first and the last. */
function pointOf({ positions, source, target }: Scene, e: number, way: Float32Array, point: number): [number, number] {
  const end = point === 0 ? source[e] : target[e];
  return point === 0 || point > way.length / 2
    ? [positions[2 * end], positions[2 * end + 1]]
    : [way[2 * point - 2], way[2 * point - 1]];
}

/** Length of a piece of an edge's way, in map units. */
function lengthOf(scene: Scene, e: number, way: Float32Array, piece: number): number {
  const [x1, y1] = pointOf(scene, e, way, piece);
  const [x2, y2] = pointOf(scene, e, way, piece + 1);
  return Math.hypot(x2 - x1, y2 - y1);
}

/** The colour of an edge at a point of its way, with its opacity: as far between those of its ends as the point lies along the straight way from end to end. */
function between(scene: Scene, e: number, way: Float32Array, point: number): number {
  const [ax, ay] = pointOf(scene, e, way, 0);
  const [bx, by] = pointOf(scene, e, way, way.length / 2 + 1);
  const [px, py] = pointOf(scene, e, way, point);
  const length = (bx - ax) ** 2 + (by - ay) ** 2;
  const along = length === 0 ? 0 : ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / length;
  const share = Math.min(1, Math.max(0, along));
  const { edgeColour: from, edgeColourTo: to = from } = scene;
  const part = (c: number): number => Math.round(from[4 * e + c] * (1 - share) + to[3 * e + c] * share);
  return (part(0) | (part(1) << 8) | (part(2) << 16) | (from[4 * e + 3] << 24)) >>> 0;
}

/** The pieces of edges, in the order of the edges, and where each edge's begin there. */
export function piecesOf(order: Uint32Array, starts: Uint32Array): { pieces: Uint32Array; at: Uint32Array } {
  const at = new Uint32Array(order.length + 1);
  order.forEach((e, i) => (at[i + 1] = at[i] + starts[e + 1] - starts[e]));
  const pieces = new Uint32Array(at[order.length]);
  order.forEach((e, i) => {
    for (let k = 0; k < starts[e + 1] - starts[e]; k++) pieces[at[i] + k] = starts[e] + k;
  });
  return { pieces, at };
}
