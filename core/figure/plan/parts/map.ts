/** A network as it was arranged and styled; one map of it, or one for each value of a column. */
import * as z from 'zod';
import { cellText, column } from '../../../tables';
import type { Network } from '../../../graph';
import { type Scene, faintBut, partOf } from '../../../scene';
import { Fault, listed } from '../../../fault';
import { drawMap } from '../../page';
import type { Box } from '../../pen';
import { type CameraWish, cameraIn, lettered } from '../camera';
import { faultOf } from '../made';
import { type AnyPart, type PartKind, common, written } from '../part';

const ofColumn = z.object({ of: z.enum(['nodes', 'edges']), column: z.string().max(1000) });

export interface MapPart extends AnyPart {
  kind: 'map';
  network: string;
  title: string;
  share: number;
  only?: { of: 'nodes' | 'edges'; column: string; values: string[] };
  each?: { of: 'nodes' | 'edges'; column: string };
  others: 'faint' | 'out';
  places?: string;
  camera?: CameraWish;
  letters: number;
}

/** Maps side by side at most. */
export const mostEach = 24;
const gap = 10;
const titlePoints = 8.5;

/** The marks of the nodes and ties that hold one of these values; a node counts where one of its ties does. */
export function marksOf(
  net: Network,
  { of, column: name, values }: NonNullable<MapPart['only']>,
): { nodes: Uint8Array; edges: Uint8Array } {
  const wanted = new Set(values);
  const nodes = new Uint8Array(net.ids.length);
  const edges = new Uint8Array(net.source.length);
  const held = (list: 'nodeColumns' | 'edgeColumns') => {
    const col = column({ columns: net[list] }, name);
    if (!col) throw new Fault(`The network has no column “${name}” any more. Choose another one for the map.`);
    return (row: number): boolean => wanted.has(cellText(col, row));
  };
  if (of === 'nodes') {
    const has = held('nodeColumns');
    for (let v = 0; v < nodes.length; v++) nodes[v] = has(v) ? 1 : 0;
    for (let e = 0; e < edges.length; e++) edges[e] = nodes[net.source[e]] & nodes[net.target[e]];
  } else {
    const has = held('edgeColumns');
    for (let e = 0; e < edges.length; e++) {
      if (!has(e)) continue;
      edges[e] = nodes[net.source[e]] = nodes[net.target[e]] = 1;
    }
  }
  return { nodes, edges };
}

/** Values that a column holds, most frequent first, equal ones by name; empty cells are none. */
export function valuesOf(net: Network, { of, column: name }: NonNullable<MapPart['each']>): string[] {
  const list = of === 'nodes' ? net.nodeColumns : net.edgeColumns;
  const col = column({ columns: list }, name);
  if (!col) throw new Fault(`The network has no column “${name}” any more. Choose another one for the maps.`);
  const counts = new Map<string, number>();
  const rows = of === 'nodes' ? net.ids.length : net.source.length;
  for (let row = 0; row < rows; row++) {
    const value = cellText(col, row);
    if (value !== '') counts.set(value, (counts.get(value) ?? 0) + 1);
  }
  // Years and other numbers follow each other; words come by how often they stand.
  if (col.type === 'number') return [...counts.keys()].sort((a, b) => Number(a) - Number(b));
  if (col.type === 'date') return [...counts.keys()].sort();
  return [...counts].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1)).map(([value]) => value);
}

/** The scene with only what is marked, or with all else faint. */
function marked(scene: Scene, marks: { nodes: Uint8Array; edges: Uint8Array }, others: MapPart['others']): Scene {
  if (others === 'faint') return faintBut(scene, marks.nodes, marks.edges);
  const at = (one: Uint8Array): Uint32Array => Uint32Array.from(one.keys()).filter((i) => one[i] === 1);
  return partOf(scene, at(marks.nodes), at(marks.edges));
}

/** Cells of nearly the box's form, as many as asked for: columns first. */
export function cellsOf(count: number, width: number, height: number): { across: number; down: number } {
  let best = { across: 1, down: count, side: 0 };
  for (let across = 1; across <= count; across++) {
    const down = Math.ceil(count / across);
    const side = Math.min(width / across, height / down);
    if (side > best.side + 1e-9) best = { across, down, side };
  }
  return best;
}

export const mapPart: PartKind<MapPart> = {
  kind: 'map',
  title: 'Map',
  help: 'A network as it was arranged and styled.',
  ofNetwork: true,
  schema: z.object({
    ...common,
    kind: z.literal('map'),
    network: z.string().max(100),
    title: written(500).default(''),
    /** Of the page's height, where several parts take what is left of it. */
    share: z.number().min(0.1).max(10).default(1),
    /** What of it is shown: nodes or ties that hold one of these values. */
    only: ofColumn.extend({ values: z.array(z.string().max(2000)).max(500) }).optional(),
    /** A map for each value. */
    each: ofColumn.optional(),
    /** What becomes of all else. */
    others: z.enum(['faint', 'out']).default('faint'),
    /** The map whose nodes' places it takes, with the same scale. */
    places: z.string().max(60).optional(),
    /** The middle in map units and how many times closer than the whole; absent: the whole. */
    camera: z.object({ x: z.number(), y: z.number(), zoom: z.number().min(0.05).max(200) }).optional(),
    /** Letters on the map over those of the style. */
    letters: z.number().min(0.2).max(5).default(0.75),
  }),
  summary(part, page) {
    const made = page.made(part.network);
    if (!made) return 'a network that is not there';
    const what = part.each ? `one for each “${part.each.column}”` : part.only ? listed(part.only.values, 2) : '';
    return what ? `${made.name}, ${what}` : made.name;
  },
  lay(part, _width, page) {
    const found = page.map(part.id);
    const made = page.made(part.network);
    const head = part.title.trim() === '' ? 0 : page.letters(titlePoints) * 1.5;
    const base = { height: head + 60, stretches: part.share, above: 10 };
    const problem = made ? faultOf(made) : 'The network of this map is not there any more. Choose another one.';
    if (!found) return { ...base, problem: problem ?? 'This map cannot be drawn.', draw: () => undefined };
    const { scene } = found;
    const title = (text: string, x: number, y: number, size: number, pen: Parameters<typeof drawMap>[3]): void =>
      pen.text(text, x, y + size, { size, weight: 600, anchor: 'start', colour: page.ink.ink });
    const cells = part.each ? valuesOf(found.made.network, part.each).slice(0, mostEach) : undefined;
    const all = part.each ? valuesOf(found.made.network, part.each).length : 0;
    const inner = (box: Box): Box => ({ ...box, y: box.y + head, height: Math.max(1, box.height - head) });
    const small = page.letters(titlePoints);
    const grid = (box: Box): { cells: Box[]; maps: Box[] } => {
      const { across, down } = cellsOf(cells?.length ?? 1, box.width, box.height);
      const wide = (box.width - gap * (across - 1)) / across;
      const high = (box.height - gap * (down - 1)) / down;
      const all = Array.from({ length: cells?.length ?? 1 }, (_, i) => ({
        x: box.x + (i % across) * (wide + gap),
        y: box.y + Math.floor(i / across) * (high + gap),
        width: wide,
        height: high,
      }));
      const headed = cells ? small * 1.5 : 0;
      return {
        cells: all,
        maps: all.map((one) => ({ ...one, y: one.y + headed, height: Math.max(1, one.height - headed) })),
      };
    };
    const bounds = found.bounds();
    return {
      ...base,
      ...(problem === undefined && all > mostEach
        ? { problem: `“${part.each?.column}” has ${all} values; the first ${mostEach} have a map.` }
        : problem === undefined
          ? {}
          : { problem: `The trail of “${found.made.name}” failed, so the map is that of before: ${problem}` }),
      scaleIn: (box) => cameraIn(bounds, grid(inner(box)).maps[0], part.camera).scale,
      async draw(box, pen, breathe) {
        if (head) title(part.title.trim(), box.x, box.y, small, pen);
        const { cells: places, maps } = grid(inner(box));
        for (const [i, at] of maps.entries()) {
          const camera = cameraIn(bounds, at, part.camera);
          const one = part.each && cells ? { ...part.each, values: [cells[i]] } : part.only;
          const shown = one ? marked(scene, marksOf(found.made.network, one), part.others) : scene;
          if (cells) title(cells[i], places[i].x, places[i].y, small, pen);
          pen.within(at);
          await drawMap(lettered(shown, part.letters, page.leastLetter), camera, at, pen, (share) =>
            breathe?.((i + share) / maps.length),
          );
          pen.within();
        }
      },
    };
  },
};
