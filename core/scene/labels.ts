/** Which labels fit, and where: the most important first, none over another, nor over a node that is labelled. */
import { type Camera, type Scene, guideGap, guideLetters } from './scene';

export interface PlacedLabel {
  node: number;
  /** Middle of the text's baseline, in pixels. */
  x: number;
  y: number;
  /** Height of the letters and width of the text, in pixels. */
  size: number;
  width: number;
  /** Which of the places around the node it has; −1 where it was put by hand. */
  spot: number;
  /** A thin line leads to the node from here, where it was put away from it. */
  from?: readonly [number, number];
}

/** No node is drawn smaller than with this radius, in pixels. */
const least = 0.6;

/** Radius of a node on the page, in pixels: map units while the whole is in view, growing by the square root beyond. */
export function pixelRadius(radius: number, camera: Camera): number {
  return Math.max(least, radius * nodeScale(camera));
}

/** Pixels a map unit of node size at this camera. */
export function nodeScale({ scale }: Camera): number {
  return scale > 1 ? Math.sqrt(scale) : scale;
}

/** Pixels a map unit of line width at this camera. */
export const lineScale = nodeScale;

type Labelled = Pick<
  Scene,
  | 'positions'
  | 'radius'
  | 'labelled'
  | 'labels'
  | 'labelSize'
  | 'labelPlace'
  | 'labelOffset'
  | 'labelsOnMap'
  | 'labelInside'
  | 'guides'
>;

const cell = 8;
/** Letters on the scale of the map are left out below this height, in pixels. */
const smallest = 4;
/** A line leads to a node from a label that is farther off than this, in pixels. */
const near = 6;

/** Middle and baseline of a label of a width and a height around a node at 0, 0: above, below, right, left, at the four corners, over it. */
const spots: readonly ((r: number, width: number, height: number) => readonly [number, number])[] = [
  (r, _w, h) => [0, -r - h * 0.35],
  (r, _w, h) => [0, r + h],
  (r, w, h) => [r + w / 2 + 3, h * 0.35],
  (r, w, h) => [-r - w / 2 - 3, h * 0.35],
  (r, w) => [r * 0.75 + w / 2, -r * 0.75 - 1],
  (r, w) => [-r * 0.75 - w / 2, -r * 0.75 - 1],
  (r, w, h) => [r * 0.75 + w / 2, r * 0.75 + h * 0.8],
  (r, w, h) => [-r * 0.75 - w / 2, r * 0.75 + h * 0.8],
  (_r, _w, h) => [0, h * 0.35],
];
const over = spots.length - 1;
/** The places in the order in which they are tried, by the one that is wanted. */
const orders = {
  auto: [0, 1, 2, 3, 4, 5, 6, 7],
  above: [0, 4, 5, 1, 2, 3, 6, 7],
  below: [1, 6, 7, 0, 2, 3, 4, 5],
  right: [2, 4, 6, 3, 0, 1, 5, 7],
  left: [3, 5, 7, 2, 0, 1, 4, 6],
  over: [over],
} as const;

/**
 * Labels within the box that cover neither one placed before them, nor another node that is to be labelled, nor what is written beside the nodes, on a grid of 8-pixel cells; of the free places around
 * its node each has the first that hides no other node either, else the first. A label that `held` names comes right after the `first` ones (selected or hovered
 * nodes, which are written whatever they cover) and keeps its place where that is free, so that what is shown stays while the camera moves. What was put by hand
 * is where it was put. `widthOf` gives the width in pixels of a text at a height.
 */
export function placeLabels(
  scene: Labelled,
  camera: Camera,
  box: { width: number; height: number },
  widthOf: (text: string, size: number) => number,
  first: readonly number[] = [],
  held: ReadonlyMap<number, number> = new Map(),
): PlacedLabel[] {
  const { positions, radius, labels, labelOffset, labelSize } = scene;
  const grid = new Grid(box);
  grid.nodes(scene, camera, minor);
  grid.nodes(scene, camera, major, scene.labelled);
  for (const { text, x, y, anchor } of scene.guides ?? []) {
    const width = widthOf(text, guideLetters);
    const middle = x * camera.scale + camera.x - (anchor === 'end' ? width / 2 + guideGap : 0);
    grid.label(middle, y * camera.scale + camera.y + guideLetters * 0.35, width, guideLetters);
  }
  const order = orders[scene.labelPlace];
  const placed: PlacedLabel[] = [];
  const done = new Set<number>();

  const attempt = (node: number, force: boolean): void => {
    if (done.has(node) || labels[node] === '') return;
    const x = positions[2 * node] * camera.scale + camera.x;
    const y = positions[2 * node + 1] * camera.scale + camera.y;
    if (x < 0 || y < 0 || x > box.width || y > box.height) return;
    const inside = scene.labelInside?.[node] === 1;
    const size = labelSize[node] * (inside ? nodeScale(camera) : scene.labelsOnMap ? camera.scale : 1);
    if (size < smallest) return;
    const width = widthOf(labels[node], size);
    const put = (dx: number, dy: number, spot: number): void => {
      grid.label(x + dx, y + dy, width, size);
      const one: PlacedLabel = { node, x: x + dx, y: y + dy, size, width, spot };
      if (spot < 0) one.from = leadFrom(x, y, pixelRadius(radius[node], camera), one);
      placed.push(one);
      done.add(node);
    };
    if (labelOffset && !Number.isNaN(labelOffset[2 * node])) {
      put(labelOffset[2 * node] * camera.scale, labelOffset[2 * node + 1] * camera.scale + size * 0.35, -1);
      return;
    }
    if (inside) return put(0, size * 0.35, over);
    const r = pixelRadius(radius[node], camera);
    const before = held.get(node);
    let fallback: { dx: number; dy: number; spot: number } | undefined;
    for (const spot of before !== undefined && before >= 0 ? [before, ...order] : order) {
      const [dx, dy] = spots[spot](r, width, size);
      const own = spot === over;
      const room = grid.room(x + dx, y + dy, width, size, node);
      if (room === Room.Free || (own && room === Room.Nodes)) return put(dx, dy, spot);
      if (room === Room.Nodes || (force && !fallback)) fallback ??= { dx, dy, spot };
    }
    if (fallback) put(fallback.dx, fallback.dy, fallback.spot);
  };

  for (const node of first) attempt(node, true);
  for (const node of scene.labelled) if (held.has(node)) attempt(node, false);
  for (const node of scene.labelled) attempt(node, false);
  return placed;
}

const minor = 0;
const major = 1;
enum Room {
  None,
  /** Free but for nodes that are not labelled. */
  Nodes,
  Free,
}

/** What a cell says after one more node: that node where it is the only one. */
const only = (before: number, v: number): number => (before === 0 || before === v + 1 ? v + 1 : -1);

/** What lies in each cell of the box. */
class Grid {
  private readonly across: number;
  private readonly down: number;
  private readonly taken: Uint8Array;
  /** One node in each cell and one that is labelled, from 1 on; −1 where there are several. */
  private readonly marks: readonly [Int32Array, Int32Array];

  constructor(private readonly box: { width: number; height: number }) {
    this.across = Math.ceil(box.width / cell) + 1;
    this.down = Math.ceil(box.height / cell) + 1;
    const cells = this.across * this.down;
    this.taken = new Uint8Array(cells);
    this.marks = [new Int32Array(cells), new Int32Array(cells)];
  }

  /** Marks the cells whose middles nodes cover, and those they stand in; `chosen` of the nodes, or all. */
  nodes(
    { positions, radius }: Pick<Scene, 'positions' | 'radius'>,
    camera: Camera,
    rank: typeof minor | typeof major,
    chosen?: ArrayLike<number>,
  ): void {
    const { across, down } = this;
    const [wide, high] = [this.box.width / cell, this.box.height / cell];
    const marks = this.marks[rank];
    const { scale, x: left, y: top } = camera;
    const size = nodeScale(camera);
    const { length } = chosen ?? radius;
    for (let i = 0; i < length; i++) {
      const v = chosen ? chosen[i] : i;
      const x = (positions[2 * v] * scale + left) / cell;
      const y = (positions[2 * v + 1] * scale + top) / cell;
      const r = Math.max(least, radius[v] * size) / cell;
      if (x + r < 0 || y + r < 0 || x - r > wide || y - r > high) continue;
      // The middle of no cell but its own.
      if (r >= 0.5) this.covered(v, x, y, r, marks);
      if (x < 0 || y < 0 || x >= across || y >= down) continue;
      const at = Math.floor(y) * across + Math.floor(x);
      marks[at] = only(marks[at], v);
    }
  }

  /** Marks the cells whose middles a node covers; all measured in cells. */
  private covered(v: number, x: number, y: number, r: number, marks: Int32Array): void {
    const { across, down } = this;
    const c0 = Math.max(0, Math.ceil(x - r - 0.5));
    const c1 = Math.min(across - 1, Math.floor(x + r - 0.5));
    const r1 = Math.min(down - 1, Math.floor(y + r - 0.5));
    for (let row = Math.max(0, Math.ceil(y - r - 0.5)); row <= r1; row++)
      for (let at = row * across + c0; at <= row * across + c1; at++) marks[at] = only(marks[at], v);
  }

  /** What a label of `node` would find with the middle of its baseline there; none where it would not be whole within the box. */
  room(x: number, base: number, width: number, height: number, node: number): Room {
    const [left, top] = [x - width / 2, base - height * 0.8];
    if (left < 0 || top < 0 || left + width > this.box.width || top + height > this.box.height) return Room.None;
    const { across, down, taken } = this;
    const [nodes, labelled] = this.marks;
    const own = node + 1;
    const c1 = Math.min(across - 1, Math.floor((left + width) / cell));
    const r1 = Math.min(down - 1, Math.floor((top + height) / cell));
    let room = Room.Free;
    for (let row = Math.floor(top / cell); row <= r1; row++)
      for (let at = row * across + Math.floor(left / cell); at <= row * across + c1; at++) {
        if (taken[at] || (labelled[at] !== 0 && labelled[at] !== own)) return Room.None;
        if (nodes[at] !== 0 && nodes[at] !== own) room = Room.Nodes;
      }
    return room;
  }

  label(x: number, base: number, width: number, height: number): void {
    const { across, down, taken } = this;
    const [left, top] = [x - width / 2, base - height * 0.8];
    const c0 = Math.max(0, Math.floor(left / cell));
    const c1 = Math.min(across - 1, Math.floor((left + width) / cell));
    const r1 = Math.min(down - 1, Math.floor((top + height) / cell));
    for (let row = Math.max(0, Math.floor(top / cell)); row <= r1; row++)
      if (c1 >= c0) taken.fill(1, row * across + c0, row * across + c1 + 1);
  }
}

/** Where the line to a label that was put away from its node begins: on the node's rim; undefined where it stands at its node. */
function leadFrom(x: number, y: number, r: number, label: PlacedLabel): readonly [number, number] | undefined {
  const [tx, ty] = leadTo(x, y, label);
  const length = Math.hypot(tx - x, ty - y);
  return length > r + near ? [x + ((tx - x) / length) * r, y + ((ty - y) / length) * r] : undefined;
}

/** The point of a label's frame that is nearest to a point. */
export function leadTo(x: number, y: number, label: Pick<PlacedLabel, 'x' | 'y' | 'size' | 'width'>): [number, number] {
  const half = label.width / 2 + 2;
  const [top, bottom] = [label.y - label.size * 0.85, label.y + label.size * 0.25];
  return [Math.min(label.x + half, Math.max(label.x - half, x)), Math.min(bottom, Math.max(top, y))];
}
