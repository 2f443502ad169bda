/** GeoJSON (RFC 7946): points with their properties. */
import { counted } from '../../fault';
import { type ReadPart, RecordRows } from './format';

type Item = Record<string, unknown>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);

export const isGeo = (value: Item): boolean =>
  (value.type === 'FeatureCollection' && Array.isArray(value.features)) || value.type === 'Feature';

/** Longitude and latitude of a point, or of each of several. */
function pointsOf(geometry: unknown): [number, number][] {
  if (!isItem(geometry) || !Array.isArray(geometry.coordinates)) return [];
  const all: unknown[] = geometry.type === 'Point' ? [geometry.coordinates] : geometry.type === 'MultiPoint' ? geometry.coordinates : []; // prettier-ignore
  return all.filter(
    (pair): pair is [number, number] =>
      Array.isArray(pair) && typeof pair[0] === 'number' && typeof pair[1] === 'number',
  );
}

const written = (value: unknown): string =>
  value === null || value === undefined ? '' : typeof value === 'string' ? value : JSON.stringify(value);

export function readGeo(value: Item): ReadPart {
  const features: unknown[] = value.type === 'Feature' ? [value] : (value.features as unknown[]);
  const rows = new RecordRows();
  let others = 0;
  let several = 0;
  features.forEach((feature, i) => {
    if (!isItem(feature)) return others++;
    const points = pointsOf(feature.geometry);
    if (points.length > 1) several++;
    if (!points.length) return others++;
    const properties = isItem(feature.properties) ? feature.properties : {};
    const id = feature.id === undefined ? [] : [['id', written(feature.id)] as const];
    const [longitude, latitude] = points[0];
    const fields = Object.entries(properties).map(([key, one]) => [key, written(one)] as const);
    rows.push([...id, ...fields, ['place', `${latitude}, ${longitude}`]], i + 1);
    return undefined;
  });
  const notes: string[] = [];
  if (others) notes.push(`${counted(others, 'feature')} without a point (lines, areas) left out.`);
  if (several) notes.push(`${counted(several, 'feature')} with several points: the first is taken.`);
  return {
    name: '',
    table: rows.done(),
    faulty: [],
    notes,
    how: `GeoJSON, ${counted(rows.count, 'point')}`,
    types: { place: { type: 'place' } },
  };
}
