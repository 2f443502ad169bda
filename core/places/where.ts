/** Where nodes are: in columns of their own, or in those of a table that a column of theirs names. */
import * as z from 'zod';
import { numbers } from '../amounts';
import { Fault } from '../fault';
import type { Network } from '../graph';
import { type Column, type Table, cellText, column, namesLatitude, namesLongitude } from '../tables';

/** A column of places, or two of degrees: of the nodes, or of the rows of a table. */
export const whereSchema = z.object({
  /** The node column that names rows of a table, the table's key, and the column of it in which the names stand. */
  column: z.string().optional(),
  table: z.string().optional(),
  by: z.string().optional(),
  place: z.string().optional(),
  latitude: z.string().optional(),
  longitude: z.string().optional(),
});
export type Where = z.infer<typeof whereSchema>;

/** Degrees north and east of each node, NaN where none are known; and the spot each stands in by its number, −1 for none. */
export interface Spots {
  latitude: Float64Array;
  longitude: Float64Array;
  spot: Int32Array;
  /** The name of each spot where a table has one, its degrees otherwise. */
  names: string[];
}

/** In words: `garden → latitude, longitude`. */
export function whereWords({ column: by, table, place, latitude, longitude }: Where): string {
  const degrees = place ?? `${latitude ?? ''}, ${longitude ?? ''}`;
  return table === undefined ? degrees : `${by ?? ''} → ${degrees}`;
}

type Degrees = Pick<Where, 'place' | 'latitude' | 'longitude'>;

/** The columns in which places stand: columns of places, and two whose headers say that degrees north and east stand below. */
export function degreesAmong(columns: readonly { name: string; type: string }[]): Degrees[] {
  const places = columns.filter(({ type }) => type === 'place').map(({ name }): Degrees => ({ place: name }));
  const named = (test: (header: string) => boolean) =>
    columns.find(({ name, type }) => type === 'number' && test(name))?.name;
  const [latitude, longitude] = [named(namesLatitude), named(namesLongitude)];
  return latitude && longitude ? [...places, { latitude, longitude }] : places;
}

/** A table as it is known before its rows are read. */
export interface KnownPlaces {
  key: string;
  columns: readonly { name: string; type: string; table?: string; by?: string }[];
}

/** All ways in which the nodes may have places, the likeliest first: their own; of a table that a reference names; of a table that a text might name. */
export function whereOffers(net: Network, tables: readonly KnownPlaces[]): Where[] {
  const own = degreesAmong(net.nodeColumns);
  const withPlaces = tables.flatMap((table) => degreesAmong(table.columns).map((degrees) => ({ table, degrees })));
  const texts = net.nodeColumns.filter(({ type, computed }) => type === 'text' && !computed);
  const references = tables.flatMap(({ columns }) => columns.filter(({ type }) => type === 'reference'));
  const through = texts.flatMap(({ name }) =>
    withPlaces.flatMap(({ table, degrees }): (Where & { known: boolean })[] => {
      const reference = references.find((one) => one.name === name && one.table === table.key);
      const inTable = table.columns.filter(({ type }) => type === 'text' || type === 'reference');
      const by = reference?.by ? inTable.filter((one) => one.name === reference.by) : inTable;
      return by.map((one) => ({ column: name, table: table.key, by: one.name, ...degrees, known: Boolean(reference) }));
    }),
  );
  const plain = ({ known: _known, ...where }: Where & { known: boolean }): Where => where;
  return [
    ...own,
    ...through.filter(({ known }) => known).map(plain),
    ...through.filter(({ known }) => !known).map(plain),
  ];
}

/** The share of a column's filled cells that name a row of the table: how well it speaks for being meant so. */
export function shareNamed(net: Network, where: Where, table: Table): number {
  const from = net.nodeColumns.find(({ name }) => name === where.column);
  const to = where.by === undefined ? undefined : column(table, where.by);
  if (!from || !to) return 0;
  const known = new Set(Array.from({ length: table.rows }, (_, row) => cellText(to, row)));
  let [filled, named] = [0, 0];
  for (let v = 0; v < net.ids.length; v++) {
    const text = cellText(from, v);
    if (text === '') continue;
    filled++;
    if (known.has(text)) named++;
  }
  return filled ? named / filled : 0;
}

/**
 * Where each node is. What lies outside of the world is no place. `table` gives the table that the nodes' column names, and must be there where one is named.
 * A Fault where a column is not there.
 */
export function spotsOf(net: Network, where: Where, table?: Table): Spots {
  const n = net.ids.length;
  if (where.table === undefined) {
    const { north, east } = degreesIn(
      where,
      (name) => net.nodeColumns.find((col) => col.name === name),
      'The nodes have',
    );
    return spotted(n, (v) => [north[v], east[v]], undefined);
  }
  const by = where.column === undefined ? undefined : net.nodeColumns.find(({ name }) => name === where.column);
  if (!by) throw new Fault(`The nodes have no column “${where.column ?? ''}” here. Choose again where they are.`);
  if (!table)
    throw new Fault('The table that says where nodes are is not there any more. Choose again where they are.');
  const named = column(table, where.by ?? '');
  if (!named) throw new Fault(`“${table.name}” has no column “${where.by ?? ''}”. Choose again where nodes are.`);
  const { north, east } = degreesIn(where, (name) => column(table, name), `“${table.name}” has`);
  const rows = new Map<string, number>();
  for (let row = 0; row < table.rows; row++) {
    const key = cellText(named, row);
    // Of several rows of one name the first with a place.
    if (key !== '' && (!rows.has(key) || !inWorld(north[rows.get(key) ?? 0], east[rows.get(key) ?? 0])))
      rows.set(key, row);
  }
  const at = (v: number): [number, number] => {
    const row = rows.get(cellText(by, v));
    return row === undefined ? [NaN, NaN] : [north[row], east[row]];
  };
  return spotted(n, at, (v) => cellText(by, v));
}

const inWorld = (north: number, east: number): boolean => Math.abs(north) <= 90 && Math.abs(east) <= 180;

function degreesIn(
  { place, latitude, longitude }: Degrees,
  find: (name: string) => Column | undefined,
  whose: string,
): { north: Float64Array; east: Float64Array } {
  const named = (name: string | undefined): Column => {
    const found = find(name ?? '');
    if (!found) throw new Fault(`${whose} no column “${name ?? ''}” here. Choose again where nodes are.`);
    return found;
  };
  if (place === undefined) return { north: numbers(named(latitude)), east: numbers(named(longitude)) };
  const col = named(place);
  if (col.type !== 'place') throw new Fault(`“${place}” holds no places. Choose again where nodes are.`);
  return { north: col.latitude, east: col.longitude };
}

function spotted(
  n: number,
  at: (v: number) => readonly [number, number],
  name: ((v: number) => string) | undefined,
): Spots {
  const latitude = new Float64Array(n).fill(NaN);
  const longitude = new Float64Array(n).fill(NaN);
  const spot = new Int32Array(n).fill(-1);
  const numbered = new Map<string, number>();
  const names: string[] = [];
  for (let v = 0; v < n; v++) {
    const [north, east] = at(v);
    if (!inWorld(north, east)) continue;
    [latitude[v], longitude[v]] = [north, east];
    const key = `${north} ${east}`;
    let found = numbered.get(key);
    if (found === undefined) {
      numbered.set(key, (found = names.length));
      names.push(name ? name(v) : degreesText(north, east));
    }
    spot[v] = found;
  }
  return { latitude, longitude, spot, names };
}

/** `60.412 N, 2.118 W`. */
export function degreesText(north: number, east: number): string {
  const part = (value: number, plus: string, minus: string): string =>
    `${Math.round(Math.abs(value) * 1000) / 1000} ${value < 0 ? minus : plus}`;
  return `${part(north, 'N', 'S')}, ${part(east, 'E', 'W')}`;
}
