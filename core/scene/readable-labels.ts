/** Will it read? What there is to say of labels, once they are placed on a page. */
import { counted } from '../fault';
import { type Network, nodeCount } from '../graph';
import type { StyleSettings } from '../style';
import type { Remark } from '../style/readable';
import { type PlacedLabel, placeLabels } from './labels';
import { boundsOfScene, fit, sceneOf } from './scene';
import { textWidth } from '../letters';

const page = { width: 1200, height: 900 };
const margin = 48;

/** Labels that hide nodes, and labels without room, on a page of the usual size. */
export function labelRemarks(net: Network, style: StyleSettings): Remark[] {
  if (nodeCount(net) === 0 || style.labels.show === 'none') return [];
  const scene = sceneOf(net, style);
  const camera = fit(boundsOfScene(scene), page.width, page.height, margin);
  const placed = placeLabels(scene, camera, page, (text, size) => textWidth(text, size, scene.labelWeight));
  const hiding = placed.filter((label) => hides(label, scene.positions, camera)).length;
  const { show, top } = style.labels;
  const fewer = Math.max(1, Math.floor(top / 2));
  const remedy =
    show === 'top' && top > 1
      ? { remedy: { words: `Label the ${fewer} most important`, change: { labels: { ...style.labels, top: fewer } } } }
      : {};
  const found: Remark[] = [];
  if (hiding)
    found.push({ title: 'Labels', words: `${counted(hiding, 'label lies', 'labels lie')} over nodes.`, ...remedy });
  const wanted = scene.labelled.reduce((sum, v) => sum + (scene.labels[v] === '' ? 0 : 1), 0);
  const left = wanted - placed.length;
  // Of all that fit it is expected that not all do.
  if (show === 'top' && left > 0)
    found.push({
      title: 'Labels without room',
      words: `${counted(left, 'label')} of ${wanted} ${left === 1 ? 'finds' : 'find'} no room. Drag ${left === 1 ? 'it' : 'them'} to a free place, or label fewer.`,
      ...(hiding ? {} : remedy),
    });
  return found;
}

/** Whether a node other than its own has its middle under a label. */
function hides(
  { node, x, y, width, size }: PlacedLabel,
  at: Float32Array,
  camera: { scale: number; x: number; y: number },
): boolean {
  for (let v = 0; 2 * v < at.length; v++) {
    if (v === node) continue;
    const [px, py] = [at[2 * v] * camera.scale + camera.x, at[2 * v + 1] * camera.scale + camera.y];
    if (Math.abs(px - x) < width / 2 && py > y - size * 0.8 && py < y + size * 0.2) return true;
  }
  return false;
}
