/** A small picture of a network for its card: no labels, no legend, no more marks than can be told apart. */
import type { Scene } from '../scene';
import { seeded } from '../random';
import { svg } from './svg';

const size = { width: 320, height: 200 };
const mostEdges = 900;
const mostNodes = 1200;

/** An SVG document of at most a few hundred kilobytes: the largest nodes, and a fair sample of the edges; with the ways of a small network's edges where `routed`. */
export function thumbnail(scene: Scene, routed = false): Promise<string> {
  const n = scene.labels.length;
  const nodes = Uint32Array.from({ length: n }, (_, v) => v)
    .sort((a, b) => scene.radius[b] - scene.radius[a] || a - b)
    .slice(0, mostNodes);
  const edges = Uint32Array.from({ length: scene.source.length }, (_, e) => e);
  if (edges.length > mostEdges) seeded(1).shuffle(edges);
  // Ends of edges are looked up by number, so nodes keep theirs; those left out are drawn as nothing.
  const shown = new Set(nodes);
  const chosen = edges.slice(0, mostEdges).filter((e) => shown.has(scene.source[e]) && shown.has(scene.target[e]));
  const number = new Map(Array.from(nodes, (v, i) => [v, i]));
  const opacity = Math.min(4, Math.sqrt(edges.length / Math.max(1, chosen.length)));
  return svg(
    {
      ...scene,
      positions: Float32Array.from(
        { length: 2 * nodes.length },
        (_, i) => scene.positions[2 * nodes[i >> 1] + (i & 1)],
      ),
      radius: Float32Array.from(nodes, (v) => scene.radius[v]),
      fill: Uint8Array.from({ length: 3 * nodes.length }, (_, i) => scene.fill[3 * nodes[Math.floor(i / 3)] + (i % 3)]),
      shape: Uint8Array.from(nodes, (v) => scene.shape[v]),
      opacity: Uint8Array.from(nodes, (v) => scene.opacity[v]),
      rimWidth: new Float32Array(nodes.length).fill(-1),
      labels: Array.from(nodes, () => ''),
      labelled: new Uint32Array(0),
      legend: [],
      edgeLabel: undefined,
      hulls: false,
      groupNames: undefined,
      guides: undefined,
      shade: undefined,
      pictures: undefined,
      routes: routed && chosen.length === scene.source.length && nodes.length === n ? scene.routes : undefined,
      source: Uint32Array.from(chosen, (e) => number.get(scene.source[e]) as number),
      target: Uint32Array.from(chosen, (e) => number.get(scene.target[e]) as number),
      edgeColour: Uint8Array.from({ length: 4 * chosen.length }, (_, i) => {
        const part = scene.edgeColour[4 * chosen[i >> 2] + (i & 3)];
        return (i & 3) === 3 ? Math.min(255, part * opacity) : part;
      }),
      edgeColourTo:
        scene.edgeColourTo &&
        Uint8Array.from(
          { length: 3 * chosen.length },
          (_, i) => scene.edgeColourTo?.[3 * chosen[Math.floor(i / 3)] + (i % 3)] ?? 0,
        ),
      edgeWidth: Float32Array.from(chosen, (e) => scene.edgeWidth[e]),
      edgePattern: Uint8Array.from(chosen, (e) => scene.edgePattern[e]),
      bow: Float64Array.from(chosen, (e) => scene.bow[e]),
      arrow: Float32Array.from(chosen, (e) => scene.arrow[e]),
    },
    { ...size, transparent: true, margin: 6 },
  );
}
