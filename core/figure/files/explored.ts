/** What a page to explore holds of a map: plain JSON, with arrays of numbers as their bytes. */
import { base64 } from '../../base64';
import type { Network } from '../../graph';
import { type Column, type Table, cellText, pick } from '../../tables';
import type { Scene } from '../../scene';

/** Numbers in the order of their bytes from the least on, or one that stands for all. */
export type Packed = string | { all: number };

/** The values of a column: texts by codes, numbers, or texts as they are written. */
export type ExploredColumn = { name: string } & (
  { codes: Packed; words: string[] } | { numbers: Packed } | { texts: string[] }
);

export interface Explored {
  title: string;
  subtitle: string;
  caption: string;
  method: string;
  credit: string;
  /** The legend as an SVG document. */
  legend: string;
  ground: string;
  ink: string;
  quiet: string;
  directed: boolean;
  labels: string[];
  /** What is written on the map, where it is not the name. */
  written?: string[];
  positions: Packed;
  radius: Packed;
  fill: Packed;
  shape: Packed;
  opacity: Packed;
  labelled: Packed;
  labelSize: Packed;
  labelWeight: 400 | 600;
  /** How many ties there are. */
  ties: number;
  source: Packed;
  target: Packed;
  /** The ways of bundled ties, as scenes have them. */
  routes?: { offsets: Packed; points: Packed };
  edgeColour: Packed;
  edgeWidth: Packed;
  edgePattern: Packed;
  bow: Packed;
  arrow: Packed;
  /** By node: its group, from 0 on, and what groups are called with their colours. */
  groups?: { of: Packed; names: string[]; colours: string[] };
  nodes: ExploredColumn[];
  edges: ExploredColumn[];
  /** The records behind ties: tie e has the rows `items` from `offsets[e]` on, each of the table `from` says. */
  records?: {
    tables: { name: string; rows: number; columns: ExploredColumn[] }[];
    offsets: Packed;
    items: Packed;
    from: Packed;
  };
}

type Numbers = Float32Array | Float64Array | Uint8Array | Uint32Array | Int32Array;

export function packed(numbers: Numbers): Packed {
  const [first] = numbers;
  if (numbers.length > 1 && numbers.every((one) => Object.is(one, first))) return { all: first };
  return base64(new Uint8Array(numbers.buffer, numbers.byteOffset, numbers.byteLength));
}

/** The values of a column for all rows. */
export function exploredColumn(col: Column, rows: number): ExploredColumn {
  if (col.type === 'text') {
    // Columns share their words with the table they are of: only those that a row says may leave.
    const place = new Int32Array(col.dictionary.length).fill(-1);
    for (const code of col.codes) if (code >= 0) place[code] = 0;
    const words = col.dictionary.filter((_, code) => place[code] === 0);
    for (let code = 0, i = 0; code < place.length; code++) if (place[code] === 0) place[code] = i++;
    return { name: col.name, codes: packed(col.codes.map((code) => (code < 0 ? -1 : place[code]))), words };
  }
  if (col.type === 'number') return { name: col.name, numbers: packed(col.values) };
  return { name: col.name, texts: Array.from({ length: rows }, (_, row) => cellText(col, row)) };
}

/** The records behind ties, of which only those rows leave that stand behind one; undefined where there are none. */
export function exploredRecords(
  { edgeRecords: behind }: Network,
  tableOf: (key: string) => { name: string; table: Table },
): Explored['records'] {
  if (!behind) return undefined;
  const from = behind.from ?? new Uint8Array(behind.items.length);
  const items = new Uint32Array(behind.items.length);
  const tables = behind.tables.map((key, which) => {
    const { name, table } = tableOf(key);
    const place = new Int32Array(table.rows).fill(-1);
    behind.items.forEach((row, k) => from[k] === which && (place[row] = 0));
    const rows = Uint32Array.from(place.keys()).filter((row) => place[row] === 0);
    rows.forEach((row, i) => (place[row] = i));
    behind.items.forEach((row, k) => from[k] === which && (items[k] = place[row]));
    const columns = table.columns.map((col) => exploredColumn(pick(col, rows), rows.length));
    return { name, rows: rows.length, columns };
  });
  return { tables, offsets: packed(behind.offsets), items: packed(items), from: packed(from) };
}

type OfScene = Pick<
  Explored,
  | 'labels'
  | 'written'
  | 'positions'
  | 'radius'
  | 'fill'
  | 'shape'
  | 'opacity'
  | 'labelled'
  | 'labelSize'
  | 'labelWeight'
  | 'ties'
  | 'routes'
  | 'source'
  | 'target'
  | 'edgeColour'
  | 'edgeWidth'
  | 'edgePattern'
  | 'bow'
  | 'arrow'
>;

/** How nodes and ties look and where they stand. */
export function exploredScene(scene: Scene, names: string[]): OfScene {
  return {
    labels: names,
    ...(scene.labels === names ? {} : { written: scene.labels }),
    positions: packed(scene.positions),
    radius: packed(scene.radius),
    fill: packed(scene.fill),
    shape: packed(scene.shape),
    opacity: packed(scene.opacity),
    labelled: packed(scene.labelled),
    labelSize: packed(scene.labelSize),
    labelWeight: scene.labelWeight,
    ties: scene.source.length,
    ...(scene.routes ? { routes: { offsets: packed(scene.routes.offsets), points: packed(scene.routes.points) } } : {}),
    source: packed(scene.source),
    target: packed(scene.target),
    edgeColour: packed(scene.edgeColour),
    edgeWidth: packed(scene.edgeWidth),
    edgePattern: packed(scene.edgePattern),
    bow: packed(Float32Array.from(scene.bow)),
    arrow: packed(scene.arrow),
  };
}
