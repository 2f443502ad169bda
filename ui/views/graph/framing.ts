/** What a view of a network begins with. */
import { circlePath } from '@/core/gather/ids';
import { type Components, type Network, components } from '@/core/graph';
import { type Bounds, type Scene, boundsOf, boundsOfScene } from '@/core/scene';

/** Edges up to which the parts are looked for. */
const mostSearched = 300_000;

export class Framing {
  private parts: ({ source: Uint32Array } & Components) | undefined;

  /** The largest part, where it holds most nodes and the others would make it small. */
  first(net: Network | undefined, scene: Scene | undefined): Bounds {
    if (!net || !scene) return boundsOf(new Float32Array(0));
    const all = boundsOfScene(scene);
    // Each circle stands for many, also those without ties.
    if (scene.guides?.length || circlePath(net.ids[0] ?? '') !== undefined) return all;
    // Of very many, finding the parts would hold the page up.
    if (net.source.length > mostSearched) return all;
    if (this.parts?.source !== net.source) this.parts = { source: net.source, ...components(net) };
    const { of, sizes } = this.parts;
    if (sizes.length < 2 || 2 * sizes[0] < of.length) return all;
    const inside = new Float32Array(2 * sizes[0]);
    const radius = new Float32Array(sizes[0]);
    let k = 0;
    for (let v = 0; v < of.length; v++) {
      if (of[v] !== 0) continue;
      radius[k] = scene.radius[v];
      inside.set(scene.positions.subarray(2 * v, 2 * v + 2), 2 * k++);
    }
    const main = boundsOf(inside, radius);
    const across = (box: Bounds): number => Math.max(box.right - box.left, box.bottom - box.top);
    return across(all) > 1.5 * across(main) ? main : all;
  }
}
