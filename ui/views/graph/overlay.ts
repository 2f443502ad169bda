/** Labels, the rings of selected nodes and the box, on a 2D canvas over the scene. */
import {
  canvasPen,
  drawEdgeLabels,
  drawGroupNames,
  drawGuideLines,
  drawGuides,
  drawHulls,
  drawLabels,
  drawShades,
  fontOf,
} from '@/core/figure';
import { type Camera, type PlacedLabel, type Scene, pixelRadius, placeLabels } from '@/core/scene';
import type { Stage } from './stage';

/** Size in pixels at which texts are measured. */
const measured = 16;

export class Overlay {
  hovered = -1;
  /** The box that is being drawn, in pixels. */
  frame: { x1: number; y1: number; x2: number; y2: number } | undefined;
  /** The line that is being drawn around nodes, x and y in pixels. */
  line: readonly number[] | undefined;
  private readonly context: CanvasRenderingContext2D;
  private readonly widths = new Map<string, number>();
  /** A label that is being dragged: its node, and how far from it the label's middle is, in map units. */
  moving: { node: number; x: number; y: number } | undefined;
  private placed: readonly PlacedLabel[] = [];
  private held: ReadonlyMap<number, number> = new Map();
  private request = 0;
  /** Where the camera was when this was painted. */
  private paintedAt: Camera | undefined;
  private ratio = 1;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly stage: Stage,
  ) {
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('no 2D context');
    this.context = context;
  }

  resize(width: number, height: number, ratio: number): void {
    this.ratio = ratio;
    this.canvas.width = Math.round(width * ratio);
    this.canvas.height = Math.round(height * ratio);
  }

  /** The picture as it stands, where it is up to date. */
  get picture(): { canvas: HTMLCanvasElement; camera: Camera } | undefined {
    return this.paintedAt && !this.request ? { canvas: this.canvas, camera: this.paintedAt } : undefined;
  }

  /** The label at a point in pixels; the uppermost. */
  labelAt(x: number, y: number): PlacedLabel | undefined {
    return this.placed.findLast(
      (one) => Math.abs(x - one.x) <= one.width / 2 && y >= one.y - one.size * 0.85 && y <= one.y + one.size * 0.25,
    );
  }

  private withMoved(scene: Scene, { node, x, y }: { node: number; x: number; y: number }): Float32Array {
    const offset = scene.labelOffset?.slice() ?? new Float32Array(2 * scene.labels.length).fill(NaN);
    offset.set([x, y], 2 * node);
    return offset;
  }

  show(shown: boolean): void {
    this.canvas.style.visibility = shown ? '' : 'hidden';
  }

  /** Draws with the next frame. */
  draw(): void {
    if (!this.request) this.request = requestAnimationFrame(() => this.paint());
  }

  private paint(): void {
    this.request = 0;
    this.paintedAt = this.stage.camera;
    this.stage.painted();
    const { context, stage, ratio } = this;
    const { scene, camera, size } = stage;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.clearRect(0, 0, size.width, size.height);
    if (!scene) return;
    const { net, selection } = stage.store.getState();
    const ink = stage.inks;
    const chosen = new Set(selection.nodes);
    const selected = chosen.size && net ? Array.from(net.ids.keys()).filter((v) => chosen.has(net.ids[v])) : [];

    // Over the nodes on the screen and under them on a page: so faint that it makes no difference to see.
    drawHulls(scene, camera, canvasPen(context, size));
    drawShades(scene, camera, canvasPen(context, size));
    context.globalAlpha = 1;
    context.setLineDash([]);
    context.lineWidth = 2;
    context.strokeStyle = ink.ink;
    for (const v of selected) {
      const x = scene.positions[2 * v] * camera.scale + camera.x;
      const y = scene.positions[2 * v + 1] * camera.scale + camera.y;
      context.beginPath();
      context.arc(x, y, pixelRadius(scene.radius[v], camera) + 4, 0, 2 * Math.PI);
      context.stroke();
    }

    // Many names at once would cover each other.
    const first = selected.length <= 12 ? [...selected] : [];
    if (this.hovered >= 0 && !first.includes(this.hovered)) first.push(this.hovered);
    const widthOf = (text: string, size: number): number => this.widthOf(text, size, scene.labelWeight);
    const { moving } = this;
    const put = moving && { ...scene, labelOffset: this.withMoved(scene, moving) };
    const placed = placeLabels(put ?? scene, camera, size, widthOf, first, this.held);
    this.placed = placed;
    this.held = new Map(placed.map(({ node, spot }) => [node, spot]));
    const pen = canvasPen(context, size);
    // On the screen the ground is the theme's, whatever the page has.
    const onScreen = { ...scene, groundColour: undefined };
    drawGuideLines(onScreen, camera, ink, pen);
    drawGuides(onScreen, camera, ink, pen);
    drawGroupNames(onScreen, camera, ink, pen);
    drawEdgeLabels(onScreen, camera, ink, pen);
    drawLabels(onScreen, placed, ink, pen);
    context.globalAlpha = 1;
    if (this.line) this.paintLine(this.line);
    if (this.frame) {
      const { x1, y1, x2, y2 } = this.frame;
      context.fillStyle = 'rgba(14, 90, 99, 0.08)';
      context.strokeStyle = ink.ink;
      context.lineWidth = 1;
      context.setLineDash([4, 3]);
      context.fillRect(x1, y1, x2 - x1, y2 - y1);
      context.strokeRect(x1 + 0.5, y1 + 0.5, x2 - x1, y2 - y1);
      context.setLineDash([]);
    }
  }

  private paintLine(line: readonly number[]): void {
    const { context } = this;
    context.beginPath();
    for (let i = 0; i < line.length; i += 2) context.lineTo(line[i], line[i + 1]);
    context.closePath();
    context.fillStyle = 'rgba(14, 90, 99, 0.08)';
    context.strokeStyle = this.stage.inks.ink;
    context.lineWidth = 1;
    context.setLineDash([4, 3]);
    context.fill();
    context.stroke();
    context.setLineDash([]);
  }

  /** Measured once in letters of a size that is easily told apart, and scaled. */
  private widthOf(text: string, size: number, weight: number): number {
    const key = `${weight} ${text}`;
    let width = this.widths.get(key);
    if (width === undefined) {
      this.context.font = fontOf(measured, weight);
      width = this.context.measureText(text).width;
      this.widths.set(key, width);
    }
    return (width * size) / measured;
  }
}
