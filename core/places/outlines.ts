/** Outlines that a study brings along: areas and lines of GeoJSON (RFC 7946). */
import { geoArea } from 'd3-geo';
import * as z from 'zod';
import { Fault, counted } from '../fault';

const point = z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)]);
const outlineSchema = z.object({
  name: z.string().max(500),
  kind: z.enum(['area', 'line']),
  /** Degrees east and north of each line, or of each ring of an area. */
  parts: z.array(z.array(point).min(2)).min(1),
});

/** More points are not kept: a map of them would be slow to draw. */
export const mostPoints = 60_000;

export const outlinesSchema = z
  .array(outlineSchema)
  .min(1)
  .max(5000)
  .refine((all) => pointsOf(all) <= mostPoints);
export type Outline = z.infer<typeof outlineSchema>;

const pointsOf = (all: readonly Outline[]): number =>
  all.reduce((sum, { parts }) => sum + parts.reduce((most, part) => most + part.length, 0), 0);

type Item = Record<string, unknown>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Read outlines, and what of the file was left out, in sentences. */
export interface ReadOutlines {
  outlines: Outline[];
  notes: string[];
}

/** The areas and lines of a file. A Fault that says what is wrong where there are none, or too many points. */
export function readOutlines(text: string): ReadOutlines {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw new Fault('This is no GeoJSON: it cannot be read as JSON. Choose a file of areas or lines, such as coasts.');
  }
  const outlines: Outline[] = [];
  let [points, broken] = [0, 0];
  const take = (geometry: unknown, name: string): void => {
    if (!isItem(geometry)) return void broken++;
    const { type, coordinates } = geometry;
    if (type === 'GeometryCollection' && Array.isArray(geometry.geometries)) {
      for (const one of geometry.geometries as unknown[]) take(one, name);
    } else if (type === 'Point' || type === 'MultiPoint') points++;
    else {
      const found = shapeOf(type, coordinates);
      if (!found?.parts.length) return void broken++;
      if (found.broken) broken++;
      outlines.push({ name: name.slice(0, 500), kind: found.kind, parts: found.parts });
    }
  };
  for (const feature of featuresOf(value)) {
    if (!isItem(feature)) broken++;
    else if (feature.type === 'Feature') take(feature.geometry, nameOf(feature));
    else take(feature, '');
  }
  if (!outlines.length) {
    throw new Fault(
      points
        ? `There are only points in this file. Bring them in as a table under Records; outlines are areas and lines.`
        : 'There are no areas and no lines in this file. Choose GeoJSON with polygons or lines in degrees.',
    );
  }
  const many = pointsOf(outlines);
  if (many > mostPoints)
    throw new Fault(
      `These outlines have ${counted(many, 'point')}; up to ${counted(mostPoints, 'point')} can be kept. Simplify them first.`,
    );
  return {
    outlines,
    notes: [
      ...(points ? [`${counted(points, 'feature')} with points left out: they belong under Records.`] : []),
      ...(broken
        ? [
            `${counted(broken, 'feature')} without a shape in degrees, or with parts of none, left out in part or whole.`,
          ]
        : []),
    ],
  };
}

function featuresOf(value: unknown): unknown[] {
  if (isItem(value) && value.type === 'FeatureCollection' && Array.isArray(value.features)) return value.features;
  return isItem(value) ? [value] : [];
}

/** The lines or rings of a geometry, those that are none left out; undefined where it has neither. */
function shapeOf(type: unknown, coordinates: unknown): (Omit<Outline, 'name'> & { broken: boolean }) | undefined {
  const list = (value: unknown): unknown[] => (Array.isArray(value) ? (value as unknown[]) : []);
  const read = (all: unknown[], hole?: (i: number) => boolean): [number, number][][] =>
    all.flatMap((one, i) => {
      const line = lineOf(one);
      return line ? [hole ? turned(line, hole(i)) : line] : [];
    });
  if (type === 'LineString' || type === 'MultiLineString') {
    const all = type === 'LineString' ? [coordinates] : list(coordinates);
    const parts = read(all);
    return { kind: 'line', parts, broken: parts.length < all.length };
  }
  if (type !== 'Polygon' && type !== 'MultiPolygon') return undefined;
  const polygons = type === 'Polygon' ? [list(coordinates)] : list(coordinates).map(list);
  const parts = polygons.flatMap((rings) => read(rings, (i) => i > 0));
  return { kind: 'area', parts, broken: parts.length < polygons.reduce((sum, rings) => sum + rings.length, 0) };
}

/** A closed ring, turned so that what it goes around is its smaller side; a hole the other way round. Files have them either way. */
function turned(ring: [number, number][], hole: boolean): [number, number][] {
  const [first, last] = [ring[0], ring[ring.length - 1]];
  const closed = first[0] === last[0] && first[1] === last[1] ? ring : [...ring, first];
  const large = geoArea({ type: 'Polygon', coordinates: [closed] }) > 2 * Math.PI;
  return large === hole ? closed : closed.reverse();
}

/** Pairs of degrees, as deep as they should lie; undefined where they are none. */
function lineOf(value: unknown): [number, number][] | undefined {
  if (!Array.isArray(value) || value.length < 2) return undefined;
  const found: [number, number][] = [];
  for (const pair of value as unknown[]) {
    const [east, north] = Array.isArray(pair) ? (pair as unknown[]) : [];
    if (typeof east !== 'number' || typeof north !== 'number') return undefined;
    if (!(Math.abs(east) <= 180 && Math.abs(north) <= 90)) return undefined;
    found.push([east, north]);
  }
  return found;
}

/** What a feature is called: a property of that meaning, or its first text. */
function nameOf(feature: Item): string {
  const properties = Object.entries(isItem(feature.properties) ? feature.properties : {});
  const texts = properties.filter((entry): entry is [string, string] => typeof entry[1] === 'string');
  const named = texts.find(([key]) => /^(name|nom|nombre|nome|navn|namn|naam|title|label)$/i.test(key));
  return (named ?? texts[0])?.[1] ?? '';
}
