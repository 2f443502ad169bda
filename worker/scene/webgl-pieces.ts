/** Edges as the graphics read them, in the order in which they are drawn: an edge is one piece, or, where it passes points, one from each point to the next. */
import { type Scene, middlePiece, wayOf } from '@/core/scene';
import { wordsOf } from './webgl-memory';

/** Pieces as texels: ends and colours, and looks, of each. */
export interface Pieces {
  /** Two ends; the colours where it begins, with the opacity, and where it ends. */
  edges: Uint32Array;
  /** Width; bow, or less than 0 the length of the pieces before it; pattern; arrowhead. */
  edgeLooks: Float32Array;
}

/** Pieces of edges that pass points. */
export interface Passing extends Pieces {
  /** Pieces of the edge at place i of the order are those from `at[i]` to `at[i + 1]`. */
  at: Uint32Array;
  /** Points passed, as ends after the nodes: x and y in turn, in map units. */
  points: Float32Array;
}

/** Whether any edge is bent, and whether any has an arrowhead. */
export function kindsOf({ source, target, bow, arrow }: Scene): { bent: boolean; arrows: boolean } {
  let [bent, arrows] = [false, false];
  for (let e = 0; e < source.length && !(bent && arrows); e++) {
    if (source[e] === target[e] || bow[e] > 0) bent = true;
    if (arrow[e] !== 0) arrows = true;
  }
  return { bent, arrows };
}

/** Whether edges are to be drawn by `passing`, since some of them pass points. */
export const inPieces = ({ routes }: Scene): boolean => (routes?.points.length ?? 0) > 0;

/** The edges from … to − 1 of the order, each as one piece. */
export function wholeEdges(scene: Scene, order: Uint32Array, from: number, to: number): Pieces {
  const { source, target, edgeWidth, bow, edgePattern, arrow, edgeColourTo: ends } = scene;
  const colours = wordsOf(scene.edgeColour);
  const edges = new Uint32Array(4 * (to - from));
  const edgeLooks = new Float32Array(4 * (to - from));
  for (let i = from, k = 0; i < to; i++, k += 4) {
    const e = order[i];
    edges[k] = source[e];
    edges[k + 1] = target[e];
    edges[k + 2] = colours[e];
    edges[k + 3] = ends ? ends[3 * e] | (ends[3 * e + 1] << 8) | (ends[3 * e + 2] << 16) : colours[e];
    edgeLooks[k] = edgeWidth[e];
    edgeLooks[k + 1] = bow[e];
    edgeLooks[k + 2] = edgePattern[e];
    edgeLooks[k + 3] = arrow[e];
  }
  return { edges, edgeLooks };
}

/** All edges of the order in their pieces. */
export function passing(scene: Scene, order: Uint32Array): Passing {
  const m = order.length;
  const whole = wholeEdges(scene, order, 0, m);
  const ways = Array.from(order, (e) => wayOf(scene, e));
  const at = new Uint32Array(m + 1);
  ways.forEach((way, i) => (at[i + 1] = at[i] + 1 + (way ? way.length / 2 : 0)));
  const edges = new Uint32Array(4 * at[m]);
  const edgeLooks = new Float32Array(4 * at[m]);
  const points: number[] = [];
  let next = scene.labels.length;
  for (let i = 0; i < m; i++) {
    const e = order[i];
    const [first, end] = [at[i], at[i + 1]];
    for (let piece = first; piece < end; piece++) {
      edges.set(whole.edges.subarray(4 * i, 4 * i + 4), 4 * piece);
      edgeLooks.set(whole.edgeLooks.subarray(4 * i, 4 * i + 4), 4 * piece);
    }
    const way = ways[i];
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
  return { edges, edgeLooks, at, points: Float32Array.from(points) };
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

/** Pieces of these edges, by their own numbers. `places`: where each edge stands in the order; `at`: where the pieces of each place begin, where they are not one each. */
export function piecesOf(chosen: Uint32Array, places: Uint32Array, at: Uint32Array | undefined): Uint32Array {
  if (!at) return chosen.map((e) => places[e]);
  const pieces: number[] = [];
  for (const e of chosen) for (let piece = at[places[e]]; piece < at[places[e] + 1]; piece++) pieces.push(piece);
  return Uint32Array.from(pieces);
}
