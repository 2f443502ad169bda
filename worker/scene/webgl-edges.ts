/** The edges of a scene in the memory of the graphics, in the order in which they are drawn. */
import type { Scene } from '@/core/scene';
import { type Memory, across } from './webgl-memory';
import { inPieces, kindsOf, passing, piecesOf, wholeEdges } from './webgl-pieces';

/** Edges come into the memory when they are first drawn: a first picture of some of many need not wait for the others. */
export class LaidEdges {
  /** Whether any is bent, and whether any has an arrowhead. */
  bent = false;
  arrows = false;
  private scene: Scene | undefined;
  private order: Uint32Array = new Uint32Array(0);
  /** Where each edge stands in the order, once it was asked for. */
  private standing: Uint32Array | undefined;
  /** So many of the order lie in the memory. */
  private count = 0;
  /** Where edges pass points: where the pieces of those of the order begin, and the points. */
  private ways: { at?: Uint32Array; points?: Float32Array } = {};

  constructor(private readonly memory: Memory) {}

  /** @param order All edges, each once. Neither may change from here on. */
  set(scene: Scene, order: Uint32Array): void {
    const { memory } = this;
    this.scene = scene;
    this.order = order;
    this.standing = undefined;
    this.count = 0;
    this.ways = {};
    ({ bent: this.bent, arrows: this.arrows } = kindsOf(scene));
    if (inPieces(scene)) {
      const { edges, edgeLooks, ...ways } = passing(scene, order);
      this.ways = ways;
      memory.upload('edges', edges, 4);
      memory.upload('edgeLooks', edgeLooks, 4);
      this.count = order.length;
    } else {
      memory.room('edges', order.length, 'whole', 4);
      memory.room('edgeLooks', order.length, 'floats', 4);
    }
  }

  /** Pieces of the edges from … to − 1 of the order: the first, and the one after the last. They lie in the memory then. */
  upTo(from: number, to: number): [number, number] {
    const { scene, order, count, memory } = this;
    const { at } = this.ways;
    if (scene && to > count) {
      // Whole rows, but for the last.
      const end = Math.min(order.length, Math.ceil(to / across) * across);
      const { edges, edgeLooks } = wholeEdges(scene, order, count, end);
      memory.put('edges', count / across, edges, 4);
      memory.put('edgeLooks', count / across, edgeLooks, 4);
      this.count = end;
    }
    return at ? [at[from], at[to]] : [from, to];
  }

  /** Lists the pieces of edges, given by their own numbers, as those that stand out; how many they are. */
  choose(edges: Uint32Array): number {
    if (!edges.length) return 0;
    const { order } = this;
    if (!this.standing) {
      this.standing = new Uint32Array(order.length);
      for (let i = 0; i < order.length; i++) this.standing[order[i]] = i;
    }
    this.upTo(0, order.length);
    const pieces = piecesOf(edges, this.standing, this.ways.at);
    this.memory.upload('chosen', pieces, 1);
    return pieces.length;
  }

  /** Where nodes lie, and after them the points that edges pass. */
  places(positions: Float32Array): Float32Array {
    const { points } = this.ways;
    if (!points) return positions;
    const all = new Float32Array(positions.length + points.length);
    all.set(positions);
    all.set(points, positions.length);
    return all;
  }
}
