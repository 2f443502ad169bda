'use client';
/** The network of a feed, drawn while it grows. */
import { useEffect, useRef } from 'react';
import { startGrowingWorker } from '@/worker/client';
import { Going, type Growing, type Shown } from './growing';

/** Milliseconds from one layout to the next, and for which a new node stands out. */
const apart = 900;
const fresh = 4000;
const named = 9;

export function GrowingCanvas({ growing, turn, label }: { growing: Growing; turn: number; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const wanted = useRef<() => void>(() => undefined);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return undefined;
    const worker = startGrowingWorker();
    const going = new Going();
    let shown: Shown = growing.shown();
    let laid = -1;
    let busy = false;
    let frame = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let hovered: [number, number] | undefined;
    let first = true;
    const draw = (now: number): void => {
      frame = 0;
      const more = paint(element, shown, going, now, hovered);
      if (more) frame = requestAnimationFrame(draw);
    };
    const redraw = (): void => void (frame ||= requestAnimationFrame(draw));
    const lay = async (): Promise<void> => {
      timer = undefined;
      if (busy || laid === growing.turn) return;
      busy = true;
      laid = growing.turn;
      const next = growing.shown();
      if (next.of.length) {
        const at = going.places(next.of, performance.now());
        const positions = await worker.service.place(next.of.length, next.ends, at);
        shown = next;
        going.go(next, positions, performance.now());
        // What was there when the page was opened is not new.
        if (first) next.of.forEach((node) => going.seen.set(node, -fresh));
        first = false;
      } else shown = next;
      busy = false;
      redraw();
      soon();
    };
    const soon = (): void => {
      if (laid !== growing.turn && !busy) timer ??= setTimeout(() => void lay(), laid < 0 ? 0 : apart);
    };
    wanted.current = soon;
    soon();
    const sized = new ResizeObserver(redraw);
    sized.observe(element);
    const move = (event: PointerEvent): void => {
      const box = element.getBoundingClientRect();
      hovered = [event.clientX - box.left, event.clientY - box.top];
      redraw();
    };
    const leave = (): void => {
      hovered = undefined;
      redraw();
    };
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerleave', leave);
    return () => {
      worker.end();
      sized.disconnect();
      clearTimeout(timer);
      cancelAnimationFrame(frame);
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerleave', leave);
    };
  }, [growing]);
  useEffect(() => wanted.current(), [turn]);
  return <canvas ref={canvas} role="img" aria-label={label} className="absolute inset-0 h-full w-full" />;
}

const colourOf = (style: CSSStyleDeclaration, name: string, other: string): string =>
  style.getPropertyValue(name).trim() || other;

/** Draws it; whether something moves on. */
function paint(
  element: HTMLCanvasElement,
  shown: Shown,
  going: Going,
  now: number,
  hovered: [number, number] | undefined,
): boolean {
  const { clientWidth: width, clientHeight: height } = element;
  const factor = window.devicePixelRatio || 1;
  if (element.width !== Math.round(width * factor) || element.height !== Math.round(height * factor)) {
    element.width = Math.round(width * factor);
    element.height = Math.round(height * factor);
  }
  const context = element.getContext('2d');
  if (!context) return false;
  context.setTransform(factor, 0, 0, factor, 0, 0);
  context.clearRect(0, 0, width, height);
  const at = going.places(shown.of, now);
  const n = shown.of.length;
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let v = 0; v < n; v++) {
    if (Number.isNaN(at[2 * v])) continue;
    left = Math.min(left, at[2 * v]);
    right = Math.max(right, at[2 * v]);
    top = Math.min(top, at[2 * v + 1]);
    bottom = Math.max(bottom, at[2 * v + 1]);
  }
  if (!(right >= left)) return false;
  const margin = 46;
  const scale = Math.min(
    1.6,
    (width - 2 * margin) / Math.max(1, right - left),
    (height - 2 * margin) / Math.max(1, bottom - top),
  );
  const x = (v: number): number => width / 2 + (at[2 * v] - (left + right) / 2) * scale;
  const y = (v: number): number => height / 2 + (at[2 * v + 1] - (top + bottom) / 2) * scale;
  const style = getComputedStyle(element);
  const ink = colourOf(style, '--ink', '#16212a');
  const quiet = colourOf(style, '--quiet', '#5a6670');
  const ground = colourOf(style, '--paper', '#fbfaf7');
  const accent = colourOf(style, '--accent', '#0f5b63');
  const isNew = (v: number): boolean => now - (going.seen.get(shown.of[v]) ?? now) < fresh;
  for (const [drawn, colour, opacity] of [
    [false, quiet, 0.35],
    [true, '#c9a44a', 1],
  ] as const) {
    context.strokeStyle = colour;
    context.globalAlpha = opacity;
    context.beginPath();
    for (let e = 0; e < shown.weight.length; e++) {
      const [a, b] = [shown.ends[2 * e], shown.ends[2 * e + 1]];
      if ((isNew(a) || isNew(b)) !== drawn) continue;
      context.moveTo(x(a), y(a));
      context.lineTo(x(b), y(b));
    }
    context.lineWidth = 0.8;
    context.stroke();
  }
  context.globalAlpha = 1;
  const radius = (v: number): number =>
    Math.min(11, 2.6 + 0.9 * Math.sqrt(shown.degree[v])) * Math.min(1, 0.55 + scale / 2);
  const order = Uint32Array.from(shown.of.keys()).sort((a, b) => shown.degree[a] - shown.degree[b] || b - a);
  let moving = going.moving(now);
  let under: number | undefined;
  for (const v of order) {
    const lately = isNew(v);
    moving ||= lately;
    context.beginPath();
    context.arc(x(v), y(v), radius(v), 0, 2 * Math.PI);
    context.fillStyle = lately ? '#c9a44a' : shown.kinds[v] === 'word' ? '#b4651c' : accent;
    context.fill();
    context.lineWidth = 1;
    context.strokeStyle = ground;
    context.stroke();
    if (hovered && Math.hypot(x(v) - hovered[0], y(v) - hovered[1]) < Math.max(7, radius(v))) under = v;
  }
  const names = n <= 15 ? [...order] : [...order.slice(-named)];
  if (under !== undefined && !names.includes(under)) names.push(under);
  context.font = `600 12px ${style.fontFamily}`;
  context.textAlign = 'center';
  context.lineJoin = 'round';
  for (const v of names) {
    context.strokeStyle = ground;
    context.lineWidth = 3.5;
    context.strokeText(shown.names[v], x(v), y(v) - radius(v) - 5);
    context.fillStyle = ink;
    context.fillText(shown.names[v], x(v), y(v) - radius(v) - 5);
  }
  return moving;
}
