/** The canvas of lanes with its pointer, wheel and keys. Outside of React: nothing here renders a component. */
import { dayAt } from '@/core/lanes';
import { Listening, actOn, placeOn, steadyContext } from '../on-canvas';
import { type Picture, drawAxis, drawEvents, drawLanes, drawShading, laneInks } from './draw';
import { type Frame, eventAt, eventsIn, nudges, seen } from './layout';

/** Height of the axis. */
export const axisHeight = 30;
/** As many events as are drawn in full in a frame; and at all: more cannot be told apart. */
const quick = 1500;
const mostInFull = 10_000;
/** More than these are not drawn anew while they move: their picture is moved along. */
const still = 250;
/** After this long without movement all are drawn in full, in milliseconds. */
const restAfter = 140;
/** A press that moves less than this is a click. */
const slack = 4;
const closest = 400;

type Drag =
  { kind: 'pan'; x: number; y: number } | { kind: 'box' | 'window'; x: number; y: number; x2: number; y2: number };

export interface Hears {
  hover(event: number): void;
  choose(events: number[], adding: boolean): void;
  /** A window drawn on the axis: first day, and first day after. */
  window(from: number, until: number): void;
}

export class LaneStage {
  private picture: Picture | undefined;
  private moved: Float32Array = new Float32Array(0);
  private left = 0;
  private zoom = 1;
  private row = 24;
  private theme: 'light' | 'dark' = 'light';
  private size = { width: 1, height: 1, ratio: 1 };
  private request = 0;
  private resting: ReturnType<typeof setTimeout> | undefined;
  private moving = false;
  private pressed: { x: number; y: number; adding: boolean } | undefined;
  private drag: Drag | undefined;
  private over = -1;
  private shot: { canvas: OffscreenCanvas; frame: Frame } | undefined;
  private readonly heard = new Listening();

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly scroller: HTMLElement,
    private readonly hears: Hears,
  ) {
    const { heard } = this;
    heard.on<PointerEvent>(canvas, 'pointerdown', (event) => this.down(event));
    heard.on<PointerEvent>(canvas, 'pointermove', (event) => this.move(event));
    heard.on<PointerEvent>(canvas, 'pointerup', (event) => this.up(event));
    heard.on<PointerEvent>(canvas, 'pointercancel', () => this.end());
    heard.on<PointerEvent>(canvas, 'pointerleave', () => this.hover(-1));
    heard.on<WheelEvent>(canvas, 'wheel', (event) => this.wheel(event), false);
    heard.on<KeyboardEvent>(canvas, 'keydown', (event) => this.key(event), false);
    heard.on(scroller, 'scroll', () => this.goes());
    heard.size(canvas, (size) => {
      this.size = size;
      this.spread();
      this.draw();
    });
  }

  dispose(): void {
    this.heard.end();
    cancelAnimationFrame(this.request);
    clearTimeout(this.resting);
  }

  /** What is drawn, and how high a lane is; the time that is looked at stays unless it is another axis. */
  show(picture: Picture, row: number, theme: 'light' | 'dark'): void {
    if (this.picture && this.picture.axis !== picture.axis) [this.left, this.zoom] = [0, 1];
    const again = this.picture?.layout !== picture.layout || this.moved.length !== picture.layout.at.length;
    Object.assign(this, { picture, row, theme });
    // What was kept is of another picture.
    this.shot = undefined;
    if (again) this.spread();
    this.draw();
  }

  fit = (): void => this.zoomBy(0);

  zoomBy(by: number, x = this.size.width / 2): void {
    const share = this.left + x / this.wide;
    this.zoom = Math.max(1, Math.min(closest, this.zoom * by));
    this.left = this.held(share - x / this.wide);
    this.spread();
    this.goes();
  }

  private get wide(): number {
    return this.size.width * this.zoom;
  }

  private held(left: number): number {
    return Math.max(0, Math.min(1 - 1 / this.zoom, left));
  }

  private get frame(): Frame {
    const { width, height } = this.size;
    return {
      left: this.left,
      wide: this.wide,
      width,
      height,
      row: this.row,
      scroll: this.scroller.scrollTop,
      top: axisHeight,
    };
  }

  private spread(): void {
    if (this.picture) this.moved = nudges(this.picture.layout, this.picture.nodes.length, this.wide);
  }

  private panBy(pixels: number): void {
    this.left = this.held(this.left + pixels / this.wide);
    this.goes();
  }

  /** Something moves: drawn coarsely where there is much, in full when it rests. */
  private goes(): void {
    this.moving = true;
    clearTimeout(this.resting);
    this.resting = setTimeout(() => {
      this.moving = false;
      this.draw();
    }, restAfter);
    this.draw();
  }

  draw(): void {
    cancelAnimationFrame(this.request);
    this.request = requestAnimationFrame(() => this.paint());
  }

  private paint(): void {
    const { picture, moved, frame } = this;
    const context = steadyContext(this.canvas);
    if (!context || !picture) return;
    const ink = laneInks[this.theme];
    const { ratio } = this.size;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawLanes(context, picture, frame, ink);
    const all = seen(picture.layout, frame);
    const above = (): void => {
      const chosen = all.filter((i) => picture.chosen[i] === 1 || i === this.over);
      if (chosen.length) drawEvents(context, picture, chosen, moved, frame, ink);
      drawAxis(context, picture, frame, ink);
      this.drawDrag(context, frame);
    };
    const told = (drawn: number): void => void (this.canvas.dataset.drawn = String(Math.min(all.length, drawn)));
    if (this.moving && all.length > still) {
      drawShading(context, picture, all, moved, frame, ink);
      this.carry(context, frame);
      drawAxis(context, picture, frame, ink);
      return told(0);
    }
    if (all.length > mostInFull) {
      drawShading(context, picture, all, moved, frame, ink);
      this.keep(frame);
      above();
      return told(0);
    }
    // What does not fit into a frame comes in later ones, so that none of them takes long.
    let done = 0;
    const more = (): void => {
      drawEvents(context, picture, all.slice(done, done + quick), moved, frame, ink);
      done += quick;
      if (done >= all.length) this.keep(frame);
      above();
      told(done);
      if (done < all.length) this.request = requestAnimationFrame(more);
    };
    more();
  }

  /** Keeps the picture as it stands, to be moved along. */
  private keep(frame: Frame): void {
    const { width, height } = this.canvas;
    if (this.shot?.canvas.width !== width || this.shot.canvas.height !== height)
      this.shot = { canvas: new OffscreenCanvas(width, height), frame };
    this.shot.frame = frame;
    this.shot.canvas.getContext('2d')?.drawImage(this.canvas, 0, 0);
  }

  /** The kept picture where it would lie now, over shading that shows beside it. */
  private carry(context: CanvasRenderingContext2D, frame: Frame): void {
    const { shot } = this;
    if (shot?.frame.wide !== frame.wide || shot.frame.row !== frame.row) return;
    const [x, y] = [(shot.frame.left - frame.left) * frame.wide, shot.frame.scroll - frame.scroll];
    const { width, height, top } = frame;
    const { ratio } = this.size;
    context.save();
    context.beginPath();
    context.rect(0, top, width, height - top);
    context.clip();
    context.drawImage(
      shot.canvas,
      0,
      top * ratio,
      width * ratio,
      (height - top) * ratio,
      Math.round(x),
      Math.round(top + y),
      width,
      height - top,
    );
    context.restore();
  }

  private drawDrag(context: CanvasRenderingContext2D, { height, top }: Frame): void {
    const { drag } = this;
    if (!drag || drag.kind === 'pan') return;
    context.fillStyle = drag.kind === 'window' ? 'rgba(176, 137, 26, 0.18)' : 'rgba(14, 90, 99, 0.08)';
    context.strokeStyle = laneInks[this.theme].ink;
    const { x, x2 } = drag;
    const [y, y2] = drag.kind === 'window' ? [0, height] : [Math.max(top, drag.y), drag.y2];
    context.fillRect(x, y, x2 - x, y2 - y);
    context.setLineDash([4, 3]);
    context.strokeRect(x + 0.5, y + 0.5, x2 - x, y2 - y);
    context.setLineDash([]);
  }

  private hover(event: number): void {
    if (event === this.over) return;
    this.over = event;
    this.hears.hover(event);
    this.draw();
  }

  private down(event: PointerEvent): void {
    if (event.button !== 0) return;
    const { x, y } = placeOn(this.canvas, event);
    this.canvas.setPointerCapture(event.pointerId);
    this.canvas.focus({ preventScroll: true });
    this.pressed = { x, y, adding: event.shiftKey || event.ctrlKey || event.metaKey };
    const kind = y < axisHeight ? 'window' : event.shiftKey ? 'box' : 'pan';
    this.drag = kind === 'pan' ? { kind, x, y } : { kind, x, y, x2: x, y2: y };
  }

  private move(event: PointerEvent): void {
    const { x, y } = placeOn(this.canvas, event);
    const { drag, pressed, picture } = this;
    if (!drag || !pressed) {
      const found = picture && y > axisHeight ? eventAt(picture.layout, this.frame, this.moved, x, y) : -1;
      this.canvas.style.cursor = found >= 0 ? 'pointer' : y < axisHeight ? 'col-resize' : 'grab';
      this.hover(found);
      return;
    }
    if (drag.kind === 'pan') {
      if (Math.hypot(x - pressed.x, y - pressed.y) < slack) return;
      this.scroller.scrollTop -= y - drag.y;
      this.panBy(drag.x - x);
      [drag.x, drag.y] = [x, y];
    } else {
      [drag.x2, drag.y2] = [x, y];
      this.draw();
    }
  }

  private up(event: PointerEvent): void {
    const { drag, pressed, picture, frame } = this;
    const { x, y } = placeOn(this.canvas, event);
    this.end();
    if (!drag || !pressed || !picture) return;
    if (Math.hypot(x - pressed.x, y - pressed.y) < slack) {
      const found = y > axisHeight ? eventAt(picture.layout, frame, this.moved, x, y) : -1;
      this.hears.choose(found < 0 ? [] : [found], pressed.adding);
    } else if (drag.kind === 'box') {
      this.hears.choose(eventsIn(picture.layout, frame, this.moved, { x1: drag.x, y1: drag.y, x2: x, y2: y }), true);
    } else if (drag.kind === 'window') {
      const [a, b] = [Math.min(x, drag.x), Math.max(x, drag.x)].map((one) =>
        dayAt(picture.axis, this.left + one / this.wide),
      );
      this.hears.window(Math.floor(a), Math.ceil(b));
    }
  }

  private end(): void {
    this.drag = undefined;
    this.pressed = undefined;
    this.draw();
  }

  private wheel(event: WheelEvent): void {
    const by = event.deltaMode === 1 ? 18 : 1;
    const sideways = event.shiftKey ? event.deltaY : event.deltaX;
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      this.zoomBy(Math.exp(-event.deltaY * by * 0.002), placeOn(this.canvas, event).x);
    } else if (sideways) {
      event.preventDefault();
      this.panBy(sideways * by);
    }
  }

  private key(event: KeyboardEvent): void {
    actOn(
      event,
      new Map<string, () => void>([
        ['ArrowLeft', () => this.panBy(-this.size.width / 8)],
        ['ArrowRight', () => this.panBy(this.size.width / 8)],
        ['ArrowUp', () => (this.scroller.scrollTop -= this.row)],
        ['ArrowDown', () => (this.scroller.scrollTop += this.row)],
        ['+', () => this.zoomBy(1.35)],
        ['=', () => this.zoomBy(1.35)],
        ['-', () => this.zoomBy(1 / 1.35)],
        ['f', () => this.fit()],
        ['n', () => this.step(event.shiftKey ? -1 : 1)],
      ]),
    );
  }

  /** Chooses the event after the chosen one, or the one before it, and brings it into view. */
  private step(by: 1 | -1): void {
    const { picture } = this;
    if (!picture?.layout.order.length) return;
    const { order, at, first, last } = picture.layout;
    const now = order.findIndex((i) => picture.chosen[i] === 1);
    const next = order[now < 0 ? (by > 0 ? 0 : order.length - 1) : (now + by + order.length) % order.length];
    const x = (at[next] - this.left) * this.wide;
    if (x < 0 || x > this.size.width) this.left = this.held(at[next] - 0.5 / this.zoom);
    const [high, low] = [first[next] * this.row, (last[next] + 1) * this.row];
    const { scrollTop } = this.scroller;
    const room = this.size.height - axisHeight;
    if (high < scrollTop || low > scrollTop + room)
      this.scroller.scrollTop = low - high > room ? high : (high + low - room) / 2;
    this.hears.choose([next], false);
  }
}
