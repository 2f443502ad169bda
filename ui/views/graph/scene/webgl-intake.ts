/** Many edges taken into the memory of the graphics piece by piece, so that no frame waits for all of them. */
import type { Scene } from '@/core/scene';
import { type Memory, across } from './webgl-memory';
import { packedWhole } from './webgl-pieces';

/** Edges of a piece: whole rows. */
const piece = 30 * across;

export class Intake {
  private from = 0;

  constructor(
    private readonly memory: Pick<Memory, 'room' | 'fill'>,
    private readonly scene: Scene,
  ) {
    memory.room('edges', scene.source.length, false);
    memory.room('edgeLooks', scene.source.length, true);
  }

  /** Takes in the next piece; false where none was left. */
  next(): boolean {
    const { from, memory, scene } = this;
    const all = scene.source.length;
    if (from >= all) return false;
    const end = Math.min(all, from + piece);
    const { edges, edgeLooks } = packedWhole(scene, from, end);
    memory.fill('edges', from, edges);
    memory.fill('edgeLooks', from, edgeLooks);
    this.from = end;
    return true;
  }
}
