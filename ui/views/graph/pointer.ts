/** What pointer and keys do on the graph. */
import { putAt } from '@/core/arrange';
import { insideLine } from '@/core/graph';
import type { Stage } from './stage';
import { openCircles } from '@/ui/state/circles';
import { shownLooks } from '@/ui/state/in-view';
import { isTyping } from '@/ui/kit/typing';
import { own } from '@/core/own';
import { edgeIdOf } from '@/core/graph';

type Drag =
  | { kind: 'pan'; x: number; y: number }
  | { kind: 'box'; x: number; y: number }
  | { kind: 'lasso'; line: number[] }
  | { kind: 'label'; node: number; x: number; y: number }
  | { kind: 'nodes'; nodes: number[]; from: Float32Array; x: number; y: number };

export type Tool = 'move' | 'box' | 'lasso' | 'area';

/** A press that moves less than this is a click. */
const slack = 4;
/** Closest distance in time of two clicks that make a double one. */
const double = 350;

export class Pointer {
  tool: Tool = 'move';
  dragging = false;
  private drag: Drag | undefined;
  private pressed: { x: number; y: number; node: number; adding: boolean } | undefined;
  private lastClick = { at: 0, node: -1 };
  private space = false;
  private readonly undo: (() => void)[] = [];

  constructor(private readonly stage: Stage) {
    const { box } = stage;
    const on = <E extends Event>(
      target: EventTarget,
      type: string,
      handle: (event: E) => void,
      passive?: false,
    ): void => {
      const listener = handle as (event: Event) => void;
      target.addEventListener(type, listener, passive === false ? { passive } : undefined);
      this.undo.push(() => target.removeEventListener(type, listener));
    };
    on<PointerEvent>(box, 'pointerdown', (event) => this.down(event));
    on<PointerEvent>(box, 'pointermove', (event) => this.move(event));
    on<PointerEvent>(box, 'pointerup', (event) => this.up(event));
    on<PointerEvent>(box, 'pointercancel', () => this.cancel());
    on<PointerEvent>(box, 'pointerleave', () => !this.drag && stage.hover(-1));
    on<MouseEvent>(box, 'contextmenu', (event) => this.menu(event));
    on<WheelEvent>(box, 'wheel', (event) => this.wheel(event), false);
    on<KeyboardEvent>(window, 'keydown', (event) => this.key(event));
    on<KeyboardEvent>(window, 'keyup', (event) => {
      if (event.key === ' ') this.space = false;
    });
  }

  dispose(): void {
    for (const undo of this.undo) undo();
  }

  private at(event: MouseEvent): { x: number; y: number } {
    const rect = this.stage.box.getBoundingClientRect();
    return { x: event.clientX - rect.left, y: event.clientY - rect.top };
  }

  private down(event: PointerEvent): void {
    if (event.button > 1) return;
    const { stage } = this;
    const { x, y } = this.at(event);
    const hit = stage.pick?.node(x, y, stage.camera) ?? -1;
    const label = hit < 0 && this.tool === 'move' && !stage.fixed ? stage.overlay.labelAt(x, y) : undefined;
    const node = label?.node ?? hit;
    this.pressed = { x, y, node, adding: event.shiftKey || event.ctrlKey || event.metaKey };
    stage.box.setPointerCapture(event.pointerId);
    stage.box.focus({ preventScroll: true });
    if (this.space || event.button === 1) this.drag = { kind: 'pan', x, y };
    else if (this.tool === 'lasso' || this.tool === 'area') this.drag = { kind: 'lasso', line: [x, y] };
    else if (label) this.drag = { kind: 'label', node, x: x - label.x, y: y - (label.y - label.size * 0.35) };
    else if (node >= 0 && !stage.fixed) this.drag = this.nodeDrag(node, x, y);
    else if (event.shiftKey || this.tool === 'box') this.drag = { kind: 'box', x, y };
    else this.drag = { kind: 'pan', x, y };
  }

  /** A node that is selected takes the other selected ones along. */
  private nodeDrag(node: number, x: number, y: number): Drag {
    const { net, selection, positions } = this.stage.store.getState();
    const chosen = new Set(selection.nodes);
    const together = net && chosen.has(net.ids[node]);
    const nodes = together && net ? Array.from(net.ids.keys()).filter((v) => chosen.has(net.ids[v])) : [node];
    return { kind: 'nodes', nodes, from: positions.slice(), x, y };
  }

  private move(event: PointerEvent): void {
    const { stage, drag, pressed } = this;
    const { x, y } = this.at(event);
    if (!drag || !pressed) {
      const node = stage.pick?.node(x, y, stage.camera) ?? -1;
      stage.hover(node);
      const over = node >= 0 || (this.tool === 'move' && stage.overlay.labelAt(x, y));
      stage.box.style.cursor = over ? 'pointer' : this.tool !== 'move' ? 'crosshair' : 'grab';
      return;
    }
    if (!this.dragging && Math.hypot(x - pressed.x, y - pressed.y) < slack) return;
    this.dragging = true;
    if (drag.kind === 'pan') {
      stage.box.style.cursor = 'grabbing';
      stage.moveTo({ ...stage.camera, x: stage.camera.x + x - drag.x, y: stage.camera.y + y - drag.y });
      drag.x = x;
      drag.y = y;
    } else if (drag.kind === 'label') {
      const { positions } = stage.store.getState();
      const { scale, x: left, y: top } = stage.camera;
      stage.overlay.moving = {
        node: drag.node,
        x: (x - drag.x - left) / scale - positions[2 * drag.node],
        y: (y - drag.y - top) / scale - positions[2 * drag.node + 1],
      };
      stage.overlay.draw();
    } else if (drag.kind === 'lasso') {
      drag.line.push(x, y);
      stage.overlay.line = drag.line;
      stage.overlay.draw();
    } else if (drag.kind === 'box') {
      stage.overlay.frame = { x1: drag.x, y1: drag.y, x2: x, y2: y };
      stage.overlay.draw();
    } else {
      stage.hover(-1);
      const moved = drag.from.slice();
      const dx = (x - drag.x) / stage.camera.scale;
      const dy = (y - drag.y) / stage.camera.scale;
      for (const v of drag.nodes) {
        moved[2 * v] += dx;
        moved[2 * v + 1] += dy;
      }
      stage.movePositions(moved);
    }
  }

  private up(event: PointerEvent): void {
    const { stage, drag, pressed } = this;
    const { x, y } = this.at(event);
    this.drag = undefined;
    this.pressed = undefined;
    if (!drag || !pressed) return;
    if (!this.dragging) {
      this.click(pressed, event.timeStamp);
      return;
    }
    this.dragging = false;
    if (drag.kind === 'box') {
      stage.overlay.frame = undefined;
      this.selectInside(drag.x, drag.y, x, y, pressed.adding && this.tool === 'box');
      stage.overlay.draw();
    }
    if (drag.kind === 'lasso') {
      stage.overlay.line = undefined;
      const inMap = this.inMap(drag.line);
      if (this.tool === 'area') stage.onArea(inMap);
      else this.selectWithin(inMap, pressed.adding);
      stage.overlay.draw();
    }
    if (drag.kind === 'nodes') this.place(drag.nodes);
    if (drag.kind === 'label') this.placeLabel();
  }

  private cancel(): void {
    if (this.drag?.kind === 'nodes') this.stage.movePositions(this.drag.from);
    this.drag = undefined;
    this.pressed = undefined;
    this.dragging = false;
    this.stage.overlay.frame = undefined;
    this.stage.overlay.line = undefined;
    this.stage.overlay.moving = undefined;
    this.stage.overlay.draw();
  }

  private click({ x, y, node, adding }: { x: number; y: number; node: number; adding: boolean }, time: number): void {
    const { stage } = this;
    const { net, selection, select } = stage.store.getState();
    if (!net) return;
    if (node >= 0) {
      const id = net.ids[node];
      if (this.lastClick.node === node && time - this.lastClick.at < double) {
        // A circle opens; whatever else there is, the view goes to it.
        if (openCircles(stage.store, [id])) return;
        stage.goTo(id);
      }
      this.lastClick = { at: time, node };
      if (!adding) select({ nodes: [id] });
      else if (selection.nodes.includes(id)) select({ nodes: selection.nodes.filter((one) => one !== id) });
      else select({ nodes: [...selection.nodes, id] });
      return;
    }
    const edge = stage.pick?.edge(x, y, stage.camera) ?? -1;
    if (edge >= 0) select({ nodes: [], edges: [edgeIdOf(net, edge)] });
    else if (!adding) select({ nodes: [] });
  }

  /** The menu of what was pointed at, which is selected by it; by the keyboard, that of the selection. */
  private menu(event: MouseEvent): void {
    const { stage } = this;
    const { net, selection, select } = stage.store.getState();
    if (!net || !stage.scene) return;
    const { positions } = stage.scene;
    const { x, y } = this.at(event);
    if (event.button !== 2) {
      const v = net.ids.indexOf(selection.nodes[0]);
      if (v < 0) return;
      event.preventDefault();
      const { scale, x: left, y: top } = stage.camera;
      return stage.onMenu({ x: positions[2 * v] * scale + left, y: positions[2 * v + 1] * scale + top });
    }
    const hit = stage.pick?.node(x, y, stage.camera) ?? -1;
    const node = hit < 0 ? (stage.overlay.labelAt(x, y)?.node ?? -1) : hit;
    const edge = node < 0 ? (stage.pick?.edge(x, y, stage.camera) ?? -1) : -1;
    if (node < 0 && edge < 0) return;
    event.preventDefault();
    if (edge >= 0) select({ nodes: [], edges: [edgeIdOf(net, edge)] });
    else if (!selection.nodes.includes(net.ids[node])) select({ nodes: [net.ids[node]] });
    stage.onMenu({ x, y });
  }

  private selectInside(x1: number, y1: number, x2: number, y2: number, adding: boolean): void {
    const { stage } = this;
    this.take(stage.pick?.inside(x1, y1, x2, y2, stage.camera) ?? [], adding);
  }

  private inMap(line: readonly number[]): number[] {
    const { camera } = this.stage;
    return line.map((value, i) => (value - (i % 2 ? camera.y : camera.x)) / camera.scale);
  }

  /** Selects the nodes within a line drawn around them, in map units. */
  private selectWithin(line: readonly number[], adding: boolean): void {
    const { scene } = this.stage;
    if (scene) this.take(insideLine(scene.positions, line), adding);
  }

  private take(places: readonly number[], adding: boolean): void {
    const state = this.stage.store.getState();
    const { net, selection, select } = state;
    if (!net) return;
    // What is not to be seen is not taken either.
    const opacity = shownLooks(state)?.opacity;
    const inside = places.filter((v) => opacity?.[v] !== 0).map((v) => net.ids[v]);
    select({ nodes: adding ? [...new Set([...selection.nodes, ...inside])] : inside });
  }

  /** Keeps moved nodes where they are: their places become part of the Arrange step. */
  private place(nodes: readonly number[]): void {
    const { store } = this.stage;
    const { net, positions, trail, setStep } = store.getState();
    const step = trail.steps.findLast((one) => one.kind === 'arrange' && one.on);
    if (!net || step?.kind !== 'arrange') return;
    // A tenth of a map unit is finer than any screen shows.
    const to = Object.fromEntries(
      nodes.map((v) => [net.ids[v], [tenth(positions[2 * v]), tenth(positions[2 * v + 1])] as [number, number]]),
    );
    setStep(step.id, putAt(step, to));
  }

  /** Keeps a label where it was dragged: its place becomes part of the Style step. */
  private placeLabel(): void {
    const { overlay, store } = this.stage;
    const { net, trail, setStep } = store.getState();
    const { moving } = overlay;
    const step = trail.steps.findLast((one) => one.kind === 'style' && one.on);
    if (moving && net && step?.kind === 'style') {
      const { byHand } = step;
      const at = { x: tenth(moving.x), y: tenth(moving.y) };
      setStep(step.id, { byHand: { ...byHand, labelPlace: { ...byHand.labelPlace, [net.ids[moving.node]]: at } } });
    } else overlay.moving = undefined;
  }

  private wheel(event: WheelEvent): void {
    event.preventDefault();
    const { x, y } = this.at(event);
    const amount = event.deltaMode === 1 ? event.deltaY * 18 : event.deltaY;
    this.stage.zoomBy(Math.exp(-amount * 0.0016), x, y);
  }

  private key(event: KeyboardEvent): void {
    if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (document.querySelector('[role="dialog"], [role="menu"], [role="listbox"]')) return;
    const { stage } = this;
    // Of several maps the one that has the focus hears keys; where none has it, that of the arrangement.
    const maps = Array.from(document.querySelectorAll('[role="application"]'));
    const focused = maps.find((map) => map === document.activeElement);
    if (focused ? focused !== stage.box : stage.fixed && maps.length > 1) return;
    const onGraph = document.activeElement === stage.box || document.activeElement === document.body;
    if (event.key === ' ' && onGraph) {
      this.space = true;
      event.preventDefault();
    }
    if (event.key === 'f' || event.key === 'F') stage.fitAll();
    if (event.key === '+' || event.key === '=') stage.zoomBy(1.35);
    if (event.key === '-') stage.zoomBy(1 / 1.35);
    if ((event.key === 'n' || event.key === 'N') && onGraph) stage.stepTo(event.shiftKey ? -1 : 1);
    if (event.key === 'Enter' && document.activeElement === stage.box) {
      const [chosen] = stage.store.getState().selection.nodes;
      if (chosen !== undefined) stage.goTo(chosen);
    }
    const step = own(nudges, event.key);
    if (step && onGraph) {
      event.preventDefault();
      this.nudge(step, event.shiftKey ? 20 : 4);
    }
  }

  private nudge([dx, dy]: readonly [number, number], by: number): void {
    const { stage } = this;
    const { net, selection, positions } = stage.store.getState();
    if (!net) return;
    if (selection.nodes.length === 0 || stage.fixed) {
      stage.moveTo({ ...stage.camera, x: stage.camera.x - dx * 40, y: stage.camera.y - dy * 40 });
      return;
    }
    const chosen = new Set(selection.nodes);
    const nodes = Array.from(net.ids.keys()).filter((v) => chosen.has(net.ids[v]));
    const moved = positions.slice();
    for (const v of nodes) {
      moved[2 * v] += dx * by;
      moved[2 * v + 1] += dy * by;
    }
    stage.movePositions(moved);
    this.place(nodes);
  }
}

const nudges: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const tenth = (value: number): number => Math.round(value * 10) / 10;
