/** What a view of a network begins with. */
import { type Components, type Network, components } from '@/core/graph';
import { type Bounds, type Scene, boundsOf, boundsOfScene } from '@/core/scene';

export class Framing {
  private parts: ({ source: Uint32Array } & Components) | undefined;

  /** The largest part, where it holds most nodes and the others would make it small. */
  first(net: Network | undefined, scene: Scene | undefined): Bounds {
    if (!net || !scene) return boundsOf(new Float32Array(0));
    const all = boundsOfScene(scene);
    if (scene.guides?.length) return all;
    if (this.parts?.source !== net.source) this.parts = { source: net.source, ...components(net) };
    const { of, sizes } = this.parts;
    if (sizes.length < 2 || 2 * sizes[0] < of.length) return all;
    const inside = Float32Array.from({ length: 2 * sizes[0] });
    let k = 0;
    for (let v = 0; v < of.length; v++) {
      if (of[v] !== 0) continue;
      inside[k++] = scene.positions[2 * v];
      inside[k++] = scene.positions[2 * v + 1];
    }
    const main = boundsOf(inside);
    const across = (box: Bounds): number => Math.max(box.right - box.left, box.bottom - box.top);
    return across(all) > 1.5 * across(main) ? main : all;
  }
}
