/** The ground of the map: water, land, outlines, their names, the graticule; and ties between places drawn as one. */
import type { Bundles, Lines, PlacesMap } from '@/core/places';
import type { Camera } from '@/core/scene';
import { grouped } from '@/ui/kit/words';

interface Inks {
  water: string;
  land: string;
  coast: string;
  grid: string;
  name: string;
  tie: string;
  ground: string;
}

const inks: Record<'light' | 'dark', Inks> = {
  light: {
    water: '#EEF1EF',
    land: '#E6E2D6',
    coast: '#C9C2AF',
    grid: '#DDE3E0',
    name: '#5B6A72',
    tie: '#4F6068',
    ground: '#FBFAF7',
  },
  dark: {
    water: '#131E24',
    land: '#26302F',
    coast: '#47524F',
    grid: '#1C2A31',
    name: '#9FB0B5',
    tie: '#8FA0A6',
    ground: '#10191E',
  },
};

export interface Ground {
  map: PlacesMap;
  bundles?: Bundles;
  /** x and y of the places that these join. */
  places?: Float32Array;
}

/** Paths in map units, made once for a map. */
const paths = new WeakMap<Lines, Path2D>();

function pathOf(lines: Lines): Path2D {
  let path = paths.get(lines);
  if (path) return path;
  path = new Path2D();
  const { offsets, points } = lines;
  for (let i = 0; i + 1 < offsets.length; i++) {
    for (let k = offsets[i]; k < offsets[i + 1]; k++) {
      if (k === offsets[i]) path.moveTo(points[2 * k], points[2 * k + 1]);
      else path.lineTo(points[2 * k], points[2 * k + 1]);
    }
  }
  paths.set(lines, path);
  return path;
}

/** The widest a bundle is drawn, in pixels. */
const widest = 9;
/** Counts are written on so many of the largest bundles. */
const mostCounts = 40;

/** Draws the ground over the whole canvas. `ratio` is device pixels a CSS pixel. */
export function drawGround(
  canvas: HTMLCanvasElement,
  { map, bundles, places }: Ground,
  camera: Camera,
  ratio: number,
  theme: 'light' | 'dark',
): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const ink = inks[theme];
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = ink.water;
  context.fillRect(0, 0, canvas.width, canvas.height);
  const { scale, x, y } = camera;
  context.setTransform(ratio * scale, 0, 0, ratio * scale, ratio * x, ratio * y);
  const stroke = (lines: Lines, colour: string, wide: number): void => {
    context.strokeStyle = colour;
    context.lineWidth = wide / scale;
    context.stroke(pathOf(lines));
  };
  stroke(map.graticule, ink.grid, 1);
  for (const area of [map.land, map.areas]) {
    context.fillStyle = ink.land;
    context.fill(pathOf(area));
    stroke(area, ink.coast, 1);
  }
  stroke(map.lines, ink.coast, 1.25);
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.font = 'italic 400 14px "Source Serif 4 Variable", serif';
  context.textAlign = 'center';
  context.lineJoin = 'round';
  context.fillStyle = ink.name;
  const taken: [number, number, number][] = [];
  for (const { text, x: left, y: top } of map.names) {
    const at = [left * scale + x, top * scale + y - 6] as const;
    const wide = context.measureText(text).width;
    // Names that would cover one another wait until the map is closer.
    if (taken.some(([a, b, w]) => Math.abs(a - at[0]) < (w + wide) / 2 + 4 && Math.abs(b - at[1]) < 16)) continue;
    taken.push([at[0], at[1], wide]);
    context.fillText(text, at[0], at[1]);
  }
  if (bundles && places) drawBundles(context, places, bundles, camera, ink);
}

function drawBundles(
  context: CanvasRenderingContext2D,
  places: Float32Array,
  { from, to, count }: Bundles,
  { scale, x, y }: Camera,
  ink: Inks,
): void {
  const order = Uint32Array.from(count.keys()).sort((a, b) => count[a] - count[b] || a - b);
  const most = count[order[order.length - 1]] ?? 1;
  const at = (place: number): [number, number] => [places[2 * place] * scale + x, places[2 * place + 1] * scale + y];
  // Many together read as shading.
  const faint = Math.max(0.2, Math.min(1, 250 / order.length));
  const words: [string, number, number][] = [];
  context.strokeStyle = ink.tie;
  order.forEach((i, rank) => {
    const [x1, y1] = at(from[i]);
    const [x2, y2] = at(to[i]);
    const [mx, my] = [(x1 + x2) / 2 + (y2 - y1) * 0.16, (y1 + y2) / 2 - (x2 - x1) * 0.16];
    const share = Math.sqrt(count[i] / most);
    context.globalAlpha = (0.25 + 0.5 * share) * faint;
    context.lineWidth = Math.max(0.8, widest * share * Math.min(1, most / 4) * faint);
    context.beginPath();
    context.moveTo(x1, y1);
    context.quadraticCurveTo(mx, my, x2, y2);
    context.stroke();
    if (order.length - rank <= mostCounts && Math.hypot(x2 - x1, y2 - y1) > 46)
      words.push([grouped(count[i]), (x1 + 2 * mx + x2) / 4, (y1 + 2 * my + y2) / 4]);
  });
  context.globalAlpha = 1;
  context.font = '600 11px "Hanken Grotesk Variable", sans-serif';
  context.lineWidth = 3;
  context.strokeStyle = ink.ground;
  context.fillStyle = ink.name;
  const taken: [number, number][] = [];
  // The largest first, where there is room.
  for (const [word, left, top] of words.reverse()) {
    if (taken.some(([a, b]) => Math.abs(a - left) < 26 && Math.abs(b - top) < 13)) continue;
    taken.push([left, top]);
    context.strokeText(word, left, top + 4);
    context.fillText(word, left, top + 4);
  }
}

/** A round length in kilometres whose bar is nearest below so many pixels, and the pixels it takes. */
export function scaleBar(kilometresPerPixel: number, most: number): { kilometres: number; pixels: number } {
  const whole = kilometresPerPixel * most;
  const power = 10 ** Math.floor(Math.log10(whole));
  const kilometres = ([5, 2, 1].find((one) => one * power <= whole) ?? 1) * power;
  return { kilometres, pixels: kilometres / kilometresPerPixel };
}
