/** A network that grows as a picture: thin ties, nodes by how many they have, what is new in a colour of its own; where names are to stand. */
import type { Going } from './going';
import type { Shown } from './network';

/** What is drawn on: pixels of the page, dots for each of them, and colours of the page. */
export interface Ground {
  width: number;
  height: number;
  factor: number;
  /** Nodes stand where they are to go at once: whoever looks wants nothing to move. */
  still: boolean;
  colours: { quiet: string; paper: string; accent: string };
}

/** A name and the middle of its line’s foot, in pixels of the page. */
export interface NamedAt {
  name: string;
  x: number;
  y: number;
}

export interface Painted {
  names: NamedAt[];
  moves: boolean;
  /** Milliseconds until a node is new no more, where one is. */
  fresh: number | undefined;
}

/** Milliseconds for which a new node stands out. */
export const freshFor = 4000;
const [word, lately] = ['#b4651c', '#c9a44a'];
const margin = 46;
/** All are named where they are so few; else those with most ties. */
const [fewNodes, namedNodes] = [15, 9];
/** Of names, in pixels: of a letter, about, and of a line. */
const [letter, line] = [6.8, 15];

type Context = OffscreenCanvasRenderingContext2D;

export function paint(
  context: Context,
  { width, height, factor, still, colours }: Ground,
  shown: Shown,
  going: Going,
  now: number,
  pointed: readonly [number, number] | undefined,
): Painted {
  context.setTransform(factor, 0, 0, factor, 0, 0);
  context.clearRect(0, 0, width, height);
  const at = within(going.places(shown.of, still ? Infinity : now), width, height);
  if (!at) return { names: [], moves: false, fresh: undefined };
  const ages = Float64Array.from(shown.of, (node) => now - (going.seen.get(node) ?? now));
  ties(context, shown, at.x, at.y, ages, colours.quiet);
  const radius = (v: number): number =>
    Math.min(11, 2.6 + 0.9 * Math.sqrt(shown.degree[v])) * Math.min(1, 0.55 + at.scale / 2);
  const order = Uint32Array.from(shown.of.keys()).sort((a, b) => shown.degree[a] - shown.degree[b] || b - a);
  let under: number | undefined;
  context.lineWidth = 1;
  context.strokeStyle = colours.paper;
  for (const v of order) {
    const [x, y] = [at.x[v], at.y[v]];
    context.beginPath();
    context.arc(x, y, radius(v), 0, 2 * Math.PI);
    context.fillStyle = ages[v] < freshFor ? lately : shown.kinds[v] === 'word' ? word : colours.accent;
    context.fill();
    context.stroke();
    if (pointed && Math.hypot(x - pointed[0], y - pointed[1]) < Math.max(7, radius(v))) under = v;
  }
  const named = order.slice(shown.of.length <= fewNodes ? 0 : -namedNodes).reverse();
  const youngest = ages.reduce((least, age) => Math.min(least, age), Infinity);
  return {
    names: apart(
      [...(under === undefined ? [] : [under]), ...named].map((v) => ({
        name: shown.names[v],
        x: at.x[v],
        y: at.y[v] - radius(v) - 3,
      })),
    ),
    moves: !still && going.moving(now),
    fresh: youngest < freshFor ? freshFor - youngest : undefined,
  };
}

/** Places on the page, so that all are on it; undefined where there are none. */
function within(
  at: Float32Array,
  width: number,
  height: number,
): { x: Float32Array; y: Float32Array; scale: number } | undefined {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < at.length; i += 2) {
    if (Number.isNaN(at[i])) continue;
    left = Math.min(left, at[i]);
    right = Math.max(right, at[i]);
    top = Math.min(top, at[i + 1]);
    bottom = Math.max(bottom, at[i + 1]);
  }
  if (!(right >= left)) return undefined;
  const scale = Math.min(
    1.6,
    (width - 2 * margin) / Math.max(1, right - left),
    (height - 2 * margin) / Math.max(1, bottom - top),
  );
  const n = at.length / 2;
  const x = Float32Array.from({ length: n }, (_, v) => width / 2 + (at[2 * v] - (left + right) / 2) * scale);
  const y = Float32Array.from({ length: n }, (_, v) => height / 2 + (at[2 * v + 1] - (top + bottom) / 2) * scale);
  return { x, y, scale };
}

/** Ties of new nodes above the others. */
function ties(
  context: Context,
  shown: Shown,
  x: Float32Array,
  y: Float32Array,
  ages: Float64Array,
  quiet: string,
): void {
  context.lineWidth = 0.8;
  for (const [fresh, colour, opacity] of [
    [false, quiet, 0.35],
    [true, lately, 1],
  ] as const) {
    context.strokeStyle = colour;
    context.globalAlpha = opacity;
    context.beginPath();
    for (let e = 0; e < shown.weight.length; e++) {
      const [a, b] = [shown.ends[2 * e], shown.ends[2 * e + 1]];
      if ((ages[a] < freshFor || ages[b] < freshFor) !== fresh) continue;
      context.moveTo(x[a], y[a]);
      context.lineTo(x[b], y[b]);
    }
    context.stroke();
  }
  context.globalAlpha = 1;
}

/** Those that do not lie over one before them, each once. */
function apart(names: readonly NamedAt[]): NamedAt[] {
  const kept: NamedAt[] = [];
  for (const one of names) {
    const meets = kept.some(
      (other) =>
        other.name === one.name ||
        (Math.abs(other.y - one.y) < line &&
          Math.abs(other.x - one.x) < ((other.name.length + one.name.length) * letter) / 2),
    );
    if (!meets) kept.push(one);
  }
  return kept;
}
