/** Holds, lays out and draws a network that grows, so that its page has no more to do than to hear of it. */
import { begunBeside } from '@/core/arrange';
import { forceLayout } from '@/core/arrange/force';
import { network } from '@/core/graph';
import { pausing } from '../pause';
import { Going } from './going';
import { Growing } from './network';
import { type Ground, type NamedAt, freshFor, paint } from './picture';

/** Rounds from places that are known, and anew. */
const onward = 50;
const afresh = 250;
/** Milliseconds from one layout to the next. */
const apart = 900;

export class GrowingDesk {
  private readonly growing = new Growing();
  private readonly going = new Going();
  private shown = this.growing.shown();
  private canvas: OffscreenCanvas | undefined;
  private context: OffscreenCanvasRenderingContext2D | null = null;
  private told: ((names: NamedAt[]) => void) | undefined;
  private ground: Ground | undefined;
  private pointed: readonly [number, number] | undefined;
  private laid = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private busy = false;
  private awaited = false;
  private later: ReturnType<typeof setTimeout> | undefined;

  /** @param nextFrame Calls back when the next picture is due. */
  constructor(private readonly nextFrame: (draw: () => void) => void = (draw) => void requestAnimationFrame(draw)) {}

  /** @param told Where names are to stand, with every picture. */
  show(canvas: OffscreenCanvas, told: (names: NamedAt[]) => void): void {
    this.canvas = canvas;
    // Thousands of thin lines are drawn by the processor: where a graphics card is only imitated, it takes half a second for them.
    this.context = canvas.getContext('2d', { willReadFrequently: true });
    this.told = told;
    this.redraw();
  }

  on(ground: Ground): void {
    this.ground = ground;
    if (this.canvas) {
      this.canvas.width = Math.round(ground.width * ground.factor);
      this.canvas.height = Math.round(ground.height * ground.factor);
    }
    this.redraw();
  }

  point(at: readonly [number, number] | undefined): void {
    this.pointed = at;
    this.redraw();
  }

  /** What has come: numbers, kinds and names of nodes, ends and weights of ties; all of it with `anew`. */
  add(...news: Parameters<Growing['add']>): void {
    this.growing.add(...news);
    this.soon();
  }

  private soon(): void {
    if (this.laid === this.growing.turn || this.busy) return;
    this.timer ??= setTimeout(() => void this.lay(), this.laid === 0 ? 0 : apart);
  }

  private async lay(): Promise<void> {
    this.timer = undefined;
    this.busy = true;
    const first = this.laid === 0;
    this.laid = this.growing.turn;
    const next = this.growing.shown();
    const at = this.going.places(next.of, performance.now());
    try {
      const positions = await placed(next.of.length, next.ends, at);
      this.shown = next;
      this.going.go(next, positions, performance.now());
      // What was there when the page was opened is not new.
      if (first) next.of.forEach((node) => this.going.seen.set(node, -freshFor));
    } finally {
      this.busy = false;
      this.redraw();
      this.soon();
    }
  }

  private redraw(): void {
    if (this.awaited) return;
    this.awaited = true;
    this.nextFrame(() => this.draw());
  }

  private draw(): void {
    this.awaited = false;
    clearTimeout(this.later);
    if (!this.context || !this.ground) return;
    const painted = paint(this.context, this.ground, this.shown, this.going, performance.now(), this.pointed);
    this.told?.(painted.names);
    if (painted.moves) this.redraw();
    else if (painted.fresh !== undefined) this.later = setTimeout(() => this.redraw(), painted.fresh + 1);
  }
}

/** Positions of nodes 0 … n − 1, x and y, on from those so far, `at`: NaN where a node is new, which begins beside its neighbours. */
export async function placed(nodes: number, ends: Uint32Array, at: Float32Array): Promise<Float32Array> {
  const edges = Array.from({ length: ends.length / 2 }, (_, e) => [ends[2 * e], ends[2 * e + 1]] as const);
  const net = network({ nodes, edges });
  const begin = begunBeside(net, at);
  const settings = {
    pull: 0.5,
    spread: 44,
    apart: 14,
    iterations: begin ? onward : afresh,
    seed: 7,
    weights: false,
    pack: false,
  };
  const rest = pausing();
  return forceLayout(net, settings, { breathe: () => rest() }, undefined, begin);
}
