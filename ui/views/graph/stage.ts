/** The canvas with its camera, pointer and keys. Outside of React: nothing here renders a component. */
import { type Looks, inks } from '@/core/style';
import { type Bounds, type Camera, type Scene, boundsOfScene, firstFrame, fit } from '@/core/scene';
import type { Theme } from '@/ui/kit/theme';
import { gatherStep } from '@/ui/state/circles';
import { shownLooks, viewOf } from '@/ui/state/in-view';
import type { Workbench, WorkbenchStore } from '@/ui/state/store';
import { type Drawing, type Opened, addCanvas } from './scene/drawing';
import { onNight } from './scene/night';
import { type Picker, picker } from './scene/picking';
import { Overlay } from './overlay';
import { Pointer, type Tool } from './pointer';
import { Tether } from './tied';
import { around, selected } from '@/core/read';

/** After this long without movement labels are set anew, in milliseconds. */
const labelsAfter = 160;
/** Room for the bar above and what stands below, and around the network. */
const insets = { arranged: { top: 34, bottom: 44, margin: 46 }, fixed: { top: 74, bottom: 176, margin: 22 } };

/** Pixels that the note over a gathered network takes. */
const noteHeight = 34;

/** Where nodes stand that are not where the arrangement has them, and how they are drawn there. */
export interface Placed {
  /** x and y of each node, in map units. */
  positions: Float32Array;
  guides?: Scene['guides'];
  dress(looks: Looks): Looks;
}

/** So often the drawing is begun anew where its thread has died. */
const mostBegun = 3;

export class Stage {
  readonly overlay: Overlay;
  camera: Camera = { scale: 1, x: 0, y: 0 };
  scene: Scene | undefined;
  size = { width: 1, height: 1 };
  /** Hears where a menu is asked for, in pixels of the view. */
  onMenu: (spot: { x: number; y: number }) => void = () => undefined;
  /** Hears of every move of the camera and of the view's size. */
  onView: () => void = () => undefined;
  /** Hears of a line drawn around an area, x and y in map units. */
  onArea: (line: number[]) => void = () => undefined;
  private placed: Placed | undefined;
  private drawing: Drawing | undefined;
  private begun = 0;
  /** Whether labels can be part of the drawing. */
  private carries = false;
  private picks: Picker | undefined;
  /** While true the camera follows the network; the first pan or zoom ends it. */
  private following = true;
  private gone = false;
  /** The labels' picture that is part of the drawing for the time being, or about to be. */
  private carried: Overlay['picture'];
  private resting: ReturnType<typeof setTimeout> | undefined;
  private theme: Theme = 'light';
  private hovered = -1;
  private readonly pointer: Pointer;
  private readonly tether: Tether;
  /** Addresses of the pictures that are on the sheet, or would not go on it. */
  private tried: ReadonlySet<string> = new Set();
  private readonly undo: (() => void)[] = [];

  constructor(
    readonly box: HTMLElement,
    readonly store: WorkbenchStore,
    private readonly onPartial: (partial: boolean) => void,
    private readonly open: Opened,
    /** Whether nodes stand where they are put, and not where the arrangement has them; nothing is drawn before they are. */
    readonly fixed = false,
    /** Hears where nothing can be drawn. */
    private readonly onBroken: () => void = () => undefined,
  ) {
    const above = addCanvas(box);
    this.overlay = new Overlay(above, this);
    this.undo.push(() => above.remove());
    this.begin();
    this.pointer = new Pointer(this);
    const observer = new ResizeObserver(() => this.resize());
    observer.observe(box);
    this.undo.push(() => observer.disconnect());
    const goTo = (event: Event): void => this.goTo((event as CustomEvent<string>).detail);
    window.addEventListener('nunatak:go-to', goTo);
    this.undo.push(() => window.removeEventListener('nunatak:go-to', goTo));
    this.undo.push(store.subscribe((state, before) => this.follow(state, before)));
    this.tether = new Tether(this);
    this.undo.push(this.tether.undo);
    void document.fonts?.ready.then(() => this.overlay.draw());
    this.resize();
    const state = store.getState();
    if (state.net) this.newScene(state);
  }

  /** Sets the drawing up below the labels; where what draws it dies it is set up again as it was. */
  private begin(): void {
    if (this.begun++ === mostBegun) return this.onBroken();
    const canvas = addCanvas(this.box, 'first');
    const drawing = this.open(canvas, this.onPartial, () => {
      canvas.remove();
      if (this.gone) return;
      this.painted();
      this.begin();
      this.resize();
      if (this.scene) this.drawing?.setScene(this.scene);
      this.tried = new Set();
      this.showPictures();
      this.showFocus();
    });
    this.drawing = drawing;
    void drawing.kind.then((kind) => {
      if (this.gone) return;
      this.carries = kind === 'webgl2';
      this.box.dataset.drawn = kind;
    }, this.onBroken);
    drawing.setInks(this.inks);
    drawing.setCamera(this.camera);
  }

  get inks() {
    return inks[this.theme === 'dark' ? 'night' : 'paper'];
  }

  setTheme(theme: Theme): void {
    this.theme = theme;
    this.drawing?.setInks(this.inks);
    const state = this.store.getState();
    if (state.net) this.newScene(state);
    this.overlay.draw();
  }

  setPlaced(placed: Placed | undefined): void {
    this.placed = placed;
    const state = this.store.getState();
    if (state.net) this.newScene(state);
  }

  setTool(tool: Tool): void {
    this.pointer.tool = tool;
  }

  private follow(state: Workbench, before: Workbench): void {
    if (state.looks !== before.looks || state.net !== before.net || viewOf(state) !== viewOf(before))
      this.newScene(state);
    else if (!this.fixed && state.positions !== before.positions) this.newPositions(state.positions);
    if (state.selection !== before.selection) this.showFocus();
    if (state.trail !== before.trail) this.drawing?.giveWay();
  }

  private newScene(state: Workbench): void {
    const { net } = state;
    const shown = shownLooks(state);
    const { placed = this.fixed ? undefined : { positions: state.positions, dress: asTheyAre } } = this;
    if (!net || !shown || !placed || shown.radius.length !== net.ids.length) return;
    const { positions } = placed;
    // Where the nodes are other ones nothing is pointed at until they are placed.
    if (this.fixed && positions.length !== 2 * net.ids.length) return void (this.scene = this.picks = undefined);
    const looks = placed.dress(shown);
    const first = this.scene === undefined || this.scene.labels.length === 0;
    const ground = this.theme === 'dark' ? onNight(looks) : looks.edgeColour;
    this.scene = {
      ...looks,
      edgeColour: ground,
      positions,
      source: net.source,
      target: net.target,
      labels: looks.labelText ?? net.labels,
      ...(this.fixed ? { guides: placed.guides } : { routes: net.routes, guides: net.guides }),
    };
    this.picks = undefined;
    this.hovered = -1;
    this.overlay.moving = undefined;
    this.drawing?.setScene(this.scene);
    this.showPictures();
    if (first) this.following = true;
    if (this.following) this.fitAll(true);
    this.showFocus();
    this.overlay.draw();
  }

  /** Reads the pictures that nodes have, where they are not all on the sheet; until they are read, nodes are drawn without. */
  private showPictures(): void {
    const { addresses = [] } = this.scene?.pictures ?? {};
    if (addresses.every((address) => this.tried.has(address))) return;
    this.tried = new Set(addresses);
    const { tried } = this;
    const read = import('@/ui/kit/pictures').then(({ sheetForThreads }) => sheetForThreads(addresses));
    void read.then((sheet) => {
      if (!this.gone && tried === this.tried) this.drawing?.setPictures(sheet);
    });
  }

  private newPositions(positions: Float32Array): void {
    if (!this.scene || positions.length !== this.scene.positions.length) return;
    this.scene = { ...this.scene, positions };
    this.picks = undefined;
    this.drawing?.setPositions(positions);
    if (this.following && !this.pointer.dragging) this.fitAll(true);
    this.overlay.draw();
  }

  get pick(): Picker | undefined {
    if (!this.picks && this.scene) this.picks = picker(this.scene);
    return this.picks;
  }

  private resize(): void {
    const { clientWidth: width, clientHeight: height } = this.box;
    if (width === 0 || height === 0) return;
    const ratio = Math.min(3, Math.max(1, window.devicePixelRatio || 1));
    const dx = (width - this.size.width) / 2;
    const dy = (height - this.size.height) / 2;
    this.size = { width, height };
    this.drawing?.resize({ width, height, ratio });
    this.overlay.resize(width, height, ratio);
    if (this.following) this.fitAll(true);
    else this.setCamera({ ...this.camera, x: this.camera.x + dx, y: this.camera.y + dy });
    this.overlay.draw();
  }

  setCamera(camera: Camera): void {
    this.camera = camera;
    this.drawing?.setCamera(camera);
    this.onView();
    if (!this.carried) this.overlay.draw();
  }

  /** While the camera moves the labels are moved with the drawing, not set anew: that waits until it rests. */
  private carryLabels(): void {
    clearTimeout(this.resting);
    this.resting = setTimeout(() => this.overlay.draw(), labelsAfter);
    const picture = this.carried || !this.carries ? undefined : this.overlay.picture;
    if (!picture) return;
    this.carried = picture;
    this.overlay.show(true);
    void this.drawing?.carryLabels(picture).then(() => {
      // Until they are drawn the labels stay where they are, so that they are never gone.
      if (this.carried === picture) this.overlay.show(false);
    });
  }

  /** The labels were set anew. */
  painted(): void {
    if (!this.carried) return;
    this.carried = undefined;
    void this.drawing?.carryLabels(undefined).then(() => {
      if (!this.carried) this.overlay.show(true);
    });
  }

  /** The camera as the user moves it: from now on it does not follow the network. */
  moveTo(camera: Camera, told = false): void {
    this.following = false;
    this.carryLabels();
    this.setCamera(camera);
    if (!told) this.tether.moved();
  }

  zoomBy(factor: number, x = this.size.width / 2, y = this.size.height / 2): void {
    const { camera } = this;
    const scale = Math.min(this.fixed ? 4000 : 60, Math.max(0.005, camera.scale * factor));
    const real = scale / camera.scale;
    this.moveTo({ scale, x: x - (x - camera.x) * real, y: y - (y - camera.y) * real });
  }

  /** The whole network in view. */
  fitAll(keepFollowing = false): void {
    if (!keepFollowing) this.following = true;
    if (!this.scene) return;
    const state = this.store.getState();
    const { width, height } = this.size;
    const { margin, bottom, ...above } = this.fixed ? insets.fixed : insets.arranged;
    const top = above.top + (gatherStep(state) ? noteHeight : 0);
    const camera = fit(
      keepFollowing && !this.fixed ? this.firstFrame(this.scene, state) : boundsOfScene(this.scene),
      width,
      height - top - bottom,
      margin,
    );
    this.setCamera({ ...camera, y: camera.y + top });
  }

  /** What came with the network holds while its nodes are where they came and as large. */
  private firstFrame(scene: Scene, { net, looks, main, frame }: Workbench): Bounds {
    const asItCame = scene.positions === net?.positions && scene.radius === looks?.radius;
    return asItCame && frame ? frame : firstFrame(net, scene, main);
  }

  /** Selects the node after the selected one, or the one before it, from the largest to the smallest; one that is out of view comes into it. */
  stepTo(by: 1 | -1): void {
    const { net, selection, select } = this.store.getState();
    const { scene, camera } = this;
    if (!net || !scene?.labels.length) return;
    // What is out of view is passed over.
    const order = Array.from(net.ids.keys()).filter((v) => scene.opacity[v] > 0);
    if (!order.length) return;
    order.sort((a, b) => scene.radius[b] - scene.radius[a] || a - b);
    const at = order.findIndex((v) => net.ids[v] === selection.nodes[0]);
    const next = order[at < 0 ? (by > 0 ? 0 : order.length - 1) : (at + by + order.length) % order.length];
    select({ nodes: [net.ids[next]] });
    const x = scene.positions[2 * next] * camera.scale + camera.x;
    const y = scene.positions[2 * next + 1] * camera.scale + camera.y;
    if (x >= 0 && y >= 0 && x <= this.size.width && y <= this.size.height) return;
    this.moveTo({ ...camera, x: camera.x + this.size.width / 2 - x, y: camera.y + this.size.height / 2 - y });
  }

  /** Zooms to a node. */
  goTo(id: string): void {
    const { net } = this.store.getState();
    const v = net?.ids.indexOf(id) ?? -1;
    if (v < 0 || !this.scene) return;
    const scale = Math.max(this.camera.scale, 1.6);
    const x = this.size.width / 2 - this.scene.positions[2 * v] * scale;
    const y = this.size.height / 2 - this.scene.positions[2 * v + 1] * scale;
    this.moveTo({ scale, x, y });
  }

  hover(node: number): void {
    if (node === this.hovered) return;
    this.hovered = node;
    this.showFocus();
  }

  /** The hovered node with its neighbours, or the selected ones with the ties among them, stand out. */
  private showFocus(): void {
    const { net, selection } = this.store.getState();
    if (!net || !this.scene) return;
    this.drawing?.setFocus(this.hovered >= 0 ? around(net, this.hovered) : selected(net, selection));
    this.overlay.hovered = this.hovered;
    this.overlay.draw();
  }

  /** Draws nodes at other places while they are dragged. */
  movePositions(positions: Float32Array): void {
    this.store.setState({ positions });
  }

  dispose(): void {
    this.gone = true;
    clearTimeout(this.resting);
    for (const undo of this.undo) undo();
    this.pointer.dispose();
    this.drawing?.dispose();
  }
}

const asTheyAre = (looks: Looks): Looks => looks;
