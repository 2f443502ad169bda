/** What these tests share. */
import { type Network, network, simpleAdjacency } from '../graph';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { leiden } from '.';

export const group = (net: Network, resolution = 1, seed = 1): Promise<Uint32Array> =>
  leiden(simpleAdjacency(net, 'both'), { resolution, random: seeded(seed), breath: atOnce });

/** `count` complete graphs of `size` nodes, each tied to the next by one edge, the last to the first. */
export function ringOfCliques(count: number, size: number): Network {
  const edges: [number, number][] = [];
  for (let c = 0; c < count; c++) {
    for (let i = 0; i < size; i++) for (let j = 0; j < i; j++) edges.push([c * size + i, c * size + j]);
    edges.push([c * size, ((c + 1) % count) * size + 1]);
  }
  return network({ nodes: count * size, edges });
}
