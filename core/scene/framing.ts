/** What a view of a network begins with. */
import { circlePath } from '../gather/ids';
import type { Network } from '../graph';
import type { Looks } from '../style';
import { type Bounds, type Scene, boundsOf, boundsOfScene } from './scene';

/** The largest part, 1 for each node of it, where the others would make it small. */
export function firstFrame(
  net: Network | undefined,
  scene: Pick<Scene, 'positions' | 'radius' | 'guides'> | undefined,
  main: Uint8Array | undefined,
): Bounds {
  if (!net || !scene) return boundsOf(new Float32Array(0));
  const all = boundsOfScene(scene);
  // Each circle stands for many, also those without ties.
  if (!main || scene.guides?.length || circlePath(net.ids[0] ?? '') !== undefined) return all;
  if (main.length !== net.ids.length) return all;
  const { positions, radius } = scene;
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let v = 0; v < main.length; v++) {
    if (!main[v]) continue;
    left = Math.min(left, positions[2 * v] - radius[v]);
    right = Math.max(right, positions[2 * v] + radius[v]);
    top = Math.min(top, positions[2 * v + 1] - radius[v]);
    bottom = Math.max(bottom, positions[2 * v + 1] + radius[v]);
  }
  const across = (box: Bounds): number => Math.max(box.right - box.left, box.bottom - box.top);
  const inner = { left, right, top, bottom };
  return across(all) > 1.5 * across(inner) ? inner : all;
}

/** What the first view shows of a network where it stands, without places of its own nothing. */
export function frameOf(drawn: { network: Network; looks: Pick<Looks, 'radius'>; main?: Uint8Array }): Bounds {
  const { positions = new Float32Array(0), guides } = drawn.network;
  return firstFrame(drawn.network, { positions, radius: drawn.looks.radius, guides }, drawn.main);
}
