/** Parts of a scene: some of its nodes and edges drawn, or drawn alone. */
import { pickRoutes } from '../graph';
import { picked } from '../tables';
import type { Scene } from './scene';

/** The scene of the nodes at these places and of those of the edges at these that join two of them, in this order. */
export function partOf(scene: Scene, nodes: Uint32Array, edges: Uint32Array): Scene {
  const place = new Int32Array(scene.labels.length).fill(-1);
  nodes.forEach((v, i) => (place[v] = i));
  const kept = edges.filter((e) => place[scene.source[e]] >= 0 && place[scene.target[e]] >= 0);
  const ofNodes = <T extends Float32Array | Uint8Array | Int32Array>(from: T, each = 1): T => picked(from, nodes, each);
  const ofEdges = <T extends Float32Array | Float64Array | Uint8Array>(from: T, each = 1): T =>
    picked(from, kept, each);
  return {
    ...scene,
    positions: ofNodes(scene.positions, 2),
    radius: ofNodes(scene.radius),
    fill: ofNodes(scene.fill, 3),
    group: scene.group && ofNodes(scene.group),
    shape: ofNodes(scene.shape),
    opacity: ofNodes(scene.opacity),
    rimColour: ofNodes(scene.rimColour, 3),
    rimWidth: ofNodes(scene.rimWidth),
    shade: scene.shade && ofNodes(scene.shade),
    pictures: scene.pictures && { ...scene.pictures, of: ofNodes(scene.pictures.of) },
    labels: Array.from(nodes, (v) => scene.labels[v]),
    labelled: Uint32Array.from(Array.from(scene.labelled, (v) => place[v]).filter((v) => v >= 0)),
    labelSize: ofNodes(scene.labelSize),
    labelText: scene.labelText && Array.from(nodes, (v) => scene.labelText?.[v] ?? ''),
    labelColour: scene.labelColour && ofNodes(scene.labelColour, 4),
    labelGround: scene.labelGround && ofNodes(scene.labelGround, 4),
    labelOffset: scene.labelOffset && ofNodes(scene.labelOffset, 2),
    labelInside: scene.labelInside && ofNodes(scene.labelInside),
    source: kept.map((e) => place[scene.source[e]]),
    target: kept.map((e) => place[scene.target[e]]),
    edgeLabel: scene.edgeLabel && Array.from(kept, (e) => scene.edgeLabel?.[e] ?? ''),
    edgeColour: ofEdges(scene.edgeColour, 4),
    edgeColourTo: scene.edgeColourTo && ofEdges(scene.edgeColourTo, 3),
    edgeGround: ofEdges(scene.edgeGround),
    edgeWidth: ofEdges(scene.edgeWidth),
    edgePattern: ofEdges(scene.edgePattern),
    bow: ofEdges(scene.bow),
    arrow: ofEdges(scene.arrow),
    routes: scene.routes && pickRoutes(scene.routes, kept),
  };
}

/** The scene with what is not marked drawn so faintly, without letters; `share` of its own opacity. */
export function faintBut(scene: Scene, nodes: Uint8Array, edges: Uint8Array, share = 0.12): Scene {
  const edgeColour = scene.edgeColour.slice();
  for (let e = 0; e < edges.length; e++)
    if (!edges[e]) edgeColour[4 * e + 3] = Math.round(edgeColour[4 * e + 3] * share);
  return {
    ...scene,
    opacity: scene.opacity.map((one, v) => (nodes[v] ? one : Math.round(one * share))),
    shade: scene.shade?.map((wide, v) => (nodes[v] ? wide : 0)),
    labelled: scene.labelled.filter((v) => nodes[v]),
    edgeLabel: scene.edgeLabel?.map((text, e) => (edges[e] ? text : '')),
    edgeColour,
  };
}
