/** Groups in boxes, each laid out inside of its own. */
import { hierarchy, treemap } from 'd3-hierarchy';
import { type Network, nodeCount, subnetwork } from '../graph';
import type { Breath } from '../split';
import { keepApart } from './apart';
import { groupsBy } from './columns';
import { forceLayout } from './force';

export interface BoxesSettings {
  /** Column whose values are the groups. */
  by: string;
  /** Room for a node, in map units. */
  room: number;
  /** Between one box and the next, in map units. */
  gap: number;
  seed: number;
}

export interface Box {
  name: string;
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** A treemap of the groups (Bruls, Huizing & van Wijk 2000): a box for each, its area by the number of its nodes, in a frame of 4 : 3 around 0. */
export function boxesOf(names: readonly string[], sizes: readonly number[], { room, gap }: BoxesSettings): Box[] {
  const all = sizes.reduce((sum, size) => sum + size, 0);
  const height = Math.sqrt((all * room * room * 3) / 4) + gap * Math.sqrt(sizes.length);
  const width = (height * 4) / 3;
  const root = hierarchy<{ group: number; children?: { group: number }[] }>({
    group: -1,
    children: sizes.map((_, group) => ({ group })),
  }).sum(({ group }) => (group < 0 ? 0 : sizes[group]));
  const found: Box[] = [];
  for (const { data, x0, x1, y0, y1 } of treemap<{ group: number }>().size([width, height])(root).leaves())
    found[data.group] = {
      name: names[data.group],
      left: x0 - width / 2 + gap / 2,
      right: x1 - width / 2 - gap / 2,
      top: y0 - height / 2 + gap / 2,
      bottom: y1 - height / 2 - gap / 2,
    };
  return found;
}

/** x and y of each node: each group by forces, turned where that suits the box better, and stretched to fill it. */
export async function boxesLayout(net: Network, settings: BoxesSettings, breath: Breath): Promise<Float32Array> {
  const n = nodeCount(net);
  const positions = new Float32Array(2 * n);
  if (n === 0) return positions;
  const { of, names } = groupsBy(net, settings.by);
  const members: number[][] = names.map(() => []);
  of.forEach((g, v) => members[g].push(v));
  const boxes = boxesOf(names, members.map(({ length }) => length), settings); // prettier-ignore
  for (const [g, nodes] of members.entries()) {
    await breath.breathe(g / members.length);
    const marked = new Uint8Array(n);
    for (const v of nodes) marked[v] = 1;
    const inside = await forceLayout(
      subnetwork(net, marked),
      { pull: 0.4, spread: settings.room, apart: 0, iterations: 120, seed: settings.seed, weights: false, pack: false },
      breath,
    );
    const fitted = intoBox(inside, boxes[g], settings.room / 2);
    await keepApart(fitted, settings.room / 2, breath);
    nodes.forEach((v, i) => positions.set(fitted.subarray(2 * i, 2 * i + 2), 2 * v));
  }
  return positions;
}

/** Points stretched to a box with a margin, its longer side along theirs. */
function intoBox(at: Float32Array, box: Box, margin: number): Float32Array {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const range = (axis: 0 | 1): [number, number] => {
    let [low, high] = [Infinity, -Infinity];
    for (let i = axis; i < at.length; i += 2) [low, high] = [Math.min(low, at[i]), Math.max(high, at[i])];
    return [low, high];
  };
  const ranges = [range(0), range(1)];
  const [across, down] = ranges.map(([low, high]) => high - low);
  const turned = across > down !== width > height;
  const fitted = new Float32Array(at.length);
  for (const axis of [0, 1] as const) {
    const [low, high] = ranges[turned ? 1 - axis : axis];
    const [from, size] = axis === 0 ? [box.left, width] : [box.top, height];
    const inner = Math.max(0, size - 2 * margin);
    for (let i = 0; 2 * i < at.length; i++) {
      const value = at[2 * i + (turned ? 1 - axis : axis)];
      fitted[2 * i + axis] =
        high > low ? from + (size - inner) / 2 + ((value - low) / (high - low)) * inner : from + size / 2;
    }
  }
  return fitted;
}
