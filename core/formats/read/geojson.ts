/** GeoJSON (RFC 7946): points with their properties. */
import { counted } from '../../fault';
import { isPlace } from '../../tables';
import { type ReadPart, RecordRows } from './format';

type Item = Record<string, unknown>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);

export const isGeo = (value: Item): boolean =>
  (value.type === 'FeatureCollection' && Array.isArray(value.features)) || value.type === 'Feature';

/** Longitude and latitude of a point, or of each of several. */
function pointsOf(geometry: unknown): [number, number][] {
  if (!isItem(geometry) || !Array.isArray(geometry.coordinates)) return [];
  const all: unknown[] =
    geometry.type === 'Point' ? [geometry.coordinates] : geometry.type === 'MultiPoint' ? geometry.coordinates : [];
  // Numbers may stand as they were written.
  return all.flatMap((pair): [number, number][] => {
    const [east, north] = Array.isArray(pair)
      ? pair.slice(0, 2).map((one) => (typeof one === 'string' || typeof one === 'number' ? Number(one) : NaN))
      : [];
    return Number.isFinite(east) && Number.isFinite(north) ? [[east, north]] : [];
  });
}

/** A property as a cell; a list of plain values as a list cell, whose name is noted. */
function written(value: unknown, name: string, lists: Set<string>): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (!Array.isArray(value) || value.some((one) => typeof one === 'object' && one !== null))
    return JSON.stringify(value);
  lists.add(name);
  return value.map((one) => written(one, name, lists).replaceAll(';', ',')).join('; ');
}

export function readGeo(value: Item): ReadPart {
  const features: unknown[] = value.type === 'Feature' ? [value] : (value.features as unknown[]);
  const rows = new RecordRows();
  let others = 0;
  let several = 0;
  let off = 0;
  const lists = new Set<string>();
  features.forEach((feature, i) => {
    if (!isItem(feature)) return others++;
    const points = pointsOf(feature.geometry);
    if (points.length > 1) several++;
    if (!points.length) return others++;
    const properties = isItem(feature.properties) ? feature.properties : {};
    const id = feature.id === undefined ? [] : [['id', written(feature.id, 'id', lists)] as const];
    const [longitude, latitude] = points[0];
    const fields = Object.entries(properties).map(([key, one]) => [key, written(one, key, lists)] as const);
    if (!isPlace(latitude, longitude)) off++;
    rows.push([...id, ...fields, ['place', `${latitude}, ${longitude}`]], i + 1);
    return undefined;
  });
  const notes: string[] = rows.notes;
  if (off)
    notes.push(
      `${counted(off, 'point')} beyond the poles or the date line ${off === 1 ? 'is' : 'are'} no place; the cells are kept as written.`,
    );
  if (others)
    notes.push(
      `${counted(others, 'feature')} without a point (lines, areas) left out. The Places view takes them as outlines.`,
    );
  if (several) notes.push(`${counted(several, 'feature')} with several points: the first is taken.`);
  return {
    name: '',
    table: rows.done(),
    faulty: [],
    notes,
    how: `GeoJSON, ${counted(rows.count, 'point')}`,
    types: {
      ...Object.fromEntries([...lists].map((key) => [key, { type: 'list' as const }])),
      place: { type: 'place' },
    },
  };
}
