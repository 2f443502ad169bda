/** The scene on a 2D canvas, for machines without WebGL. */
import { fallingOrder } from '@/core/graph';
import { type Inks, hex } from '@/core/style';
import { type Camera, type Scene } from '@/core/scene';
import { type Pen, type Sheet, canvasPen, drawEdge, drawNode } from '@/core/figure';
import { pixelRadius } from '@/core/scene';
import type { Backend, Surface, Viewport } from './backend';

const layerRoom = 1.5;
/** How much of a node is left where others stand out. */
const dimmed = 0.22;

interface Layer {
  canvas: OffscreenCanvas;
  context: OffscreenCanvasRenderingContext2D;
  camera: Camera;
}

export function canvasBackend(canvas: Surface): Backend {
  // Without the hint the browser moves pictures to and fro, ten times as slow.
  const context = (canvas as OffscreenCanvas).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('no 2D context');
  let view: Viewport = { width: 1, height: 1, ratio: 1 };
  let scene: Scene | undefined;
  let order = new Uint32Array(0);
  let nodeOrder = new Uint32Array(0);
  let focus: Uint8Array | undefined;
  let ground = '#ffffff';
  let front: Layer | undefined;
  let back: Layer | undefined;
  let whole: Layer | undefined;
  let sheet: Sheet | undefined;

  const pen = (target: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D, strength: number): Pen => {
    const plain = canvasPen(target, view);
    return {
      ...plain,
      line: (x1, y1, x2, y2, control, stroke) =>
        plain.line(x1, y1, x2, y2, control, { ...stroke, opacity: Math.min(1, stroke.opacity * strength) }),
      path: (points, stroke) => plain.path(points, { ...stroke, opacity: Math.min(1, stroke.opacity * strength) }),
      polygon: (points, fill, opacity) => plain.polygon(points, fill, Math.min(1, opacity * strength)),
    };
  };

  const newLayer = (camera: Camera): Layer => {
    const offscreen = new OffscreenCanvas(
      Math.ceil(view.width * view.ratio * layerRoom),
      Math.ceil(view.height * view.ratio * layerRoom),
    );
    const made = offscreen.getContext('2d', { willReadFrequently: true });
    if (!made) throw new Error('no 2D context');
    return { canvas: offscreen, context: made, camera };
  };

  const show = (layer: Layer | undefined, camera: Camera, strength: number): void => {
    if (!layer) return;
    const zoom = camera.scale / layer.camera.scale;
    const margin = (layerRoom - 1) / 2;
    context.globalAlpha = strength;
    context.drawImage(
      layer.canvas,
      camera.x - (layer.camera.x + view.width * margin) * zoom,
      camera.y - (layer.camera.y + view.height * margin) * zoom,
      view.width * layerRoom * zoom,
      view.height * layerRoom * zoom,
    );
    context.globalAlpha = 1;
  };

  /** All nodes within the view and a margin around it, as a share of its size. */
  const nodesOn = (
    target: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
    camera: Camera,
    fine: boolean,
    margin: number,
  ): void => {
    if (!scene) return;
    const plain = canvasPen(target, view, sheet);
    const [right, bottom] = [view.width * (1 + margin), view.height * (1 + margin)];
    for (const v of nodeOrder) {
      const x = scene.positions[2 * v] * camera.scale + camera.x;
      const y = scene.positions[2 * v + 1] * camera.scale + camera.y;
      const r = pixelRadius(scene.radius[v], camera);
      if (x < -r - view.width * margin || y < -r - view.height * margin || x > right + r || y > bottom + r) continue;
      // A dimmed node is a shape in the ground's colour under a faint one of its own.
      const dim = focus && !focus[v];
      const own = hex([scene.fill[3 * v], scene.fill[3 * v + 1], scene.fill[3 * v + 2]]);
      drawNode(scene, v, camera, ground, plain, { fine, ...(dim ? { fill: mixed(own, ground), faint: dimmed } : {}) });
    }
  };

  const backend: Backend = {
    resize(next) {
      view = next;
      canvas.width = Math.max(1, Math.round(view.width * view.ratio));
      canvas.height = Math.max(1, Math.round(view.height * view.ratio));
      front = back = whole = undefined;
    },
    setScene(next, shuffled) {
      scene = { ...next };
      order = shuffled.slice();
      nodeOrder = fallingOrder(next.radius);
    },
    setPositions(positions) {
      if (scene) scene = { ...scene, positions };
    },
    setPictures(next) {
      sheet = next;
    },
    setInks(inks: Inks) {
      ground = inks.ground;
    },
    setFocus(next) {
      focus = next;
    },
    clear() {
      context.setTransform(view.ratio, 0, 0, view.ratio, 0, 0);
      context.clearRect(0, 0, view.width, view.height);
    },
    drawEdges(camera, from, to, strength) {
      if (!scene) return;
      const drawing = pen(context, strength);
      for (let i = from; i < to; i++) drawEdge(scene, order[i], camera, drawing);
    },
    drawChosenEdges(camera, edges) {
      if (!scene) return;
      const drawing = pen(context, 2.2);
      for (const e of edges) drawEdge(scene, e, camera, drawing);
    },
    beginLayer(camera) {
      back ??= newLayer(camera);
      back.camera = camera;
      const margin = (layerRoom - 1) / 2;
      const { ratio } = view;
      back.context.setTransform(1, 0, 0, 1, 0, 0);
      back.context.globalAlpha = 1;
      back.context.clearRect(0, 0, back.canvas.width, back.canvas.height);
      back.context.setTransform(ratio, 0, 0, ratio, view.width * margin * ratio, view.height * margin * ratio);
    },
    drawOnLayer(from, to) {
      if (!back || !scene) return;
      const drawing = pen(back.context, 1);
      for (let i = from; i < to; i++) drawEdge(scene, order[i], back.camera, drawing);
    },
    finishLayer() {
      [front, back] = [back, front];
      if (!front || !scene) return;
      whole ??= newLayer(front.camera);
      whole.camera = front.camera;
      const margin = (layerRoom - 1) / 2;
      const { ratio } = view;
      whole.context.setTransform(1, 0, 0, 1, 0, 0);
      whole.context.clearRect(0, 0, whole.canvas.width, whole.canvas.height);
      whole.context.drawImage(front.canvas, 0, 0);
      whole.context.setTransform(ratio, 0, 0, ratio, view.width * margin * ratio, view.height * margin * ratio);
      nodesOn(whole.context, front.camera, true, (layerRoom - 1) / 2);
    },
    showWhole(camera) {
      show(whole, camera, 1);
    },
    layerCamera: () => front?.camera,
    showLayer(camera, strength) {
      show(front, camera, strength);
    },
    drawNodes(camera, fine) {
      nodesOn(context, camera, fine, 0);
    },
    flush: () => undefined,
    ahead: () => 0,
    dispose: () => undefined,
  };
  return backend;
}

/** A fifth of the first colour in the second. */
function mixed(colour: string, ground: string): string {
  const part = (text: string, i: number): number => parseInt(text.slice(1 + 2 * i, 3 + 2 * i), 16);
  return hex(
    [0, 1, 2].map((i) => Math.round(part(colour, i) * dimmed + part(ground, i) * (1 - dimmed))) as [
      number,
      number,
      number,
    ],
  );
}
