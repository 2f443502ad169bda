/** A small picture of a network for its card: no labels, no legend, no more marks than can be told apart. */
import { type Scene, partOf } from '../scene';
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
  const part = partOf(scene, nodes, edges.slice(0, mostEdges));
  const chosen = part.source.length;
  const opacity = Math.min(4, Math.sqrt(edges.length / Math.max(1, chosen)));
  return svg(
    {
      ...part,
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
      routes: routed && chosen === scene.source.length && nodes.length === n ? part.routes : undefined,
      edgeColour: part.edgeColour.map((one, i) => ((i & 3) === 3 ? Math.min(255, one * opacity) : one)),
    },
    { ...size, transparent: true, margin: 6 },
  );
}
