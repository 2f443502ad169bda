/** Lays a network out that grows: it goes on from how it lay, and what is new begins beside its neighbours. */
import * as Comlink from 'comlink';
import { begunBeside } from '@/core/arrange';
import { forceLayout } from '@/core/arrange/force';
import { network } from '@/core/graph';
import { pausing } from './pause';

/** Rounds from places that are known, and anew. */
const onward = 50;
const afresh = 250;

export class GrowingDesk {
  /** Positions of nodes 0 … n − 1, x and y; `at` are those so far, NaN or absent where a node is new. */
  async place(nodes: number, ends: Uint32Array, at: Float32Array): Promise<Float32Array> {
    const edges = Array.from({ length: ends.length / 2 }, (_, e) => [ends[2 * e], ends[2 * e + 1]] as const);
    const net = network({ nodes, edges });
    const begin = begunBeside(net, at);
    const settings = {
      pull: 0.5,
      spread: 44,
      apart: 14,
      iterations: begin ? onward : afresh,
      seed: 7,
      weights: false,
      pack: false,
    };
    const rest = pausing();
    const positions = await forceLayout(net, settings, { breathe: () => rest() }, undefined, begin);
    return Comlink.transfer(positions, [positions.buffer]);
  }
}
