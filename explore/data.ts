/** The data of the page, read back into arrays. */
import type { Explored, ExploredColumn, Packed } from '@/core/figure/files/explored';
import type { Scene } from '@/core/scene/scene';

const kinds = { u1: Uint8Array, u4: Uint32Array, i4: Int32Array, f4: Float32Array, f8: Float64Array } as const;
type Kind = keyof typeof kinds;

/** So many numbers of a kind. */
function numbers<K extends Kind>(from: Packed, kind: K, length: number): InstanceType<(typeof kinds)[K]> {
  const array = kinds[kind];
  if (typeof from !== 'string') return new array(length).fill(from.all) as InstanceType<(typeof kinds)[K]>;
  const text = atob(from);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return new array(bytes.buffer) as InstanceType<(typeof kinds)[K]>;
}

export interface Read {
  scene: Scene;
  labels: string[];
  /** By node: its group; absent where nodes tell none. */
  group?: Int32Array;
  /** What a row of a column says. */
  node(column: number, v: number): string;
  edge(column: number, e: number): string;
  /** The records behind a tie: what each says, by its columns. Empty where none came along. */
  records(e: number): { table: string; says: [string, string][] }[];
}

const said = (value: number): string =>
  Number.isNaN(value)
    ? ''
    : Number.isInteger(value)
      ? value.toLocaleString('en-GB')
      : String(Number(value.toPrecision(4)));

function teller(columns: ExploredColumn[], rows: number): (column: number, row: number) => string {
  const read = columns.map((col) => {
    if ('texts' in col) return (row: number) => col.texts[row];
    if ('numbers' in col) {
      const values = numbers(col.numbers, 'f8', rows);
      // Whole numbers that may all be years have no commas, whatever their column is called.
      const years = values.every((one) => Number.isNaN(one) || (Number.isInteger(one) && one >= 1000 && one <= 2200));
      return (row: number) => (years && !Number.isNaN(values[row]) ? String(values[row]) : said(values[row]));
    }
    const codes = numbers(col.codes, 'i4', rows);
    return (row: number) => col.words[codes[row]] ?? '';
  });
  return (column, row) => read[column](row);
}

function recordsOf({ records }: Explored, m: number): Read['records'] {
  if (!records) return () => [];
  const offsets = numbers(records.offsets, 'u4', m + 1);
  const items = numbers(records.items, 'u4', offsets[m]);
  const from = numbers(records.from, 'u1', offsets[m]);
  const tell = records.tables.map(({ columns, rows }) => teller(columns, rows));
  return (e) =>
    Array.from(items.subarray(offsets[e], offsets[e + 1]), (row, i) => {
      const which = from[offsets[e] + i];
      const { name, columns } = records.tables[which];
      return { table: name, says: columns.map((col, c) => [col.name, tell[which](c, row)] as [string, string]) };
    });
}

export function read(data: Explored): Read {
  const n = data.labels.length;
  const m = data.ties;
  const scene = {
    positions: numbers(data.positions, 'f4', 2 * n),
    radius: numbers(data.radius, 'f4', n),
    fill: numbers(data.fill, 'u1', 3 * n),
    shape: numbers(data.shape, 'u1', n),
    opacity: numbers(data.opacity, 'u1', n),
    rimWidth: new Float32Array(n).fill(-1),
    rimColour: new Uint8Array(3 * n),
    labelled: numbers(data.labelled, 'u4', 0),
    labelSize: numbers(data.labelSize, 'f4', n),
    labelWeight: data.labelWeight,
    labelPlace: 'auto' as const,
    labelsOnMap: false,
    labels: data.written ?? data.labels,
    source: numbers(data.source, 'u4', m),
    target: numbers(data.target, 'u4', m),
    routes: data.routes && {
      offsets: numbers(data.routes.offsets, 'u4', m + 1),
      points: numbers(data.routes.points, 'f4', 0),
    },
    edgeColour: numbers(data.edgeColour, 'u1', 4 * m),
    edgeGround: new Uint8Array(0),
    edgeWidth: numbers(data.edgeWidth, 'f4', m),
    edgePattern: numbers(data.edgePattern, 'u1', m),
    bow: Float64Array.from(numbers(data.bow, 'f4', m)),
    arrow: numbers(data.arrow, 'f4', m),
    ground: 'paper' as const,
    groundColour: data.ground,
    hulls: false,
    legend: [],
  };
  return {
    scene,
    labels: data.labels,
    ...(data.groups ? { group: numbers(data.groups.of, 'i4', n) } : {}),
    node: teller(data.nodes, n),
    edge: teller(data.edges, m),
    records: recordsOf(data, m),
  };
}
