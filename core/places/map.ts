/** A map of the places of nodes: where they stand on it, land and outlines as lines in map units. */
import { type GeoPermissibleObjects, type GeoProjection, geoGraticule, geoPath } from 'd3-geo';
import { type Extent, type ProjectionSpec, fitted, projectionOf } from './projection';
import type { Outline } from './outlines';
import type { Spots } from './where';

/** Lines in map units: x and y of line i in `points` from `offsets[i]` to `offsets[i + 1]`, counted in points. Rings are closed. */
export interface Lines {
  offsets: Uint32Array;
  points: Float32Array;
}

export interface PlacesMap {
  spec: ProjectionSpec;
  /** x and y of each node. */
  positions: Float32Array;
  /** The nodes that have no place, in their order; they stand in rows below. */
  without: Uint32Array;
  land: Lines;
  areas: Lines;
  lines: Lines;
  graticule: Lines;
  /** The degrees between two lines of the graticule. */
  step: number;
  names: { text: string; x: number; y: number }[];
  /** x and y of each spot. */
  spots: Float32Array;
}

/** Map units across what has places: more where there are many nodes, so that they have room. */
export const mapWidth = (nodes: number): number => Math.round(900 * Math.max(1, Math.min(12, Math.sqrt(nodes / 150))));

/**
 * The map. `room` is how far apart nodes of one spot stand, in map units: they lie around it in a spiral of the golden angle (Vogel 1979), in their order.
 * `land` is GeoJSON; what is far from the nodes is left out.
 */
export function placesMap(
  { latitude, longitude, spot, names: spotNames }: Spots,
  room: number,
  land: GeoPermissibleObjects | undefined,
  outlines: readonly Outline[],
): PlacesMap {
  const n = spot.length;
  const wide = mapWidth(n);
  const { spec, extent } = fitted(latitude, longitude, wide);
  const project = projectionOf(spec);
  const positions = new Float32Array(2 * n);
  const spots = new Float32Array(2 * spotNames.length);
  const taken = new Uint32Array(spotNames.length);
  const many = new Uint32Array(spotNames.length);
  for (let v = 0; v < n; v++) if (spot[v] >= 0) many[spot[v]]++;
  const without: number[] = [];
  let lowest = extent.bottom;
  for (let v = 0; v < n; v++) {
    if (spot[v] < 0) {
      without.push(v);
      continue;
    }
    const [x, y] = project([longitude[v], latitude[v]]) ?? [0, 0];
    spots.set([x, y], 2 * spot[v]);
    const k = taken[spot[v]]++;
    // Of several none stands in the middle: it would seem to be the one that belongs there.
    const away = many[spot[v]] > 1 ? room * 0.62 * Math.sqrt(k + 0.6) : 0;
    positions[2 * v] = x + away * Math.cos(k * goldenAngle);
    positions[2 * v + 1] = y + away * Math.sin(k * goldenAngle);
    lowest = Math.max(lowest, positions[2 * v + 1]);
  }
  const across = Math.max(1, Math.floor(wide / room));
  without.forEach((v, i) => {
    positions[2 * v] = ((i % across) - (Math.min(across, without.length) - 1) / 2) * room;
    positions[2 * v + 1] = lowest + 4 * room + Math.floor(i / across) * room;
  });
  const seen = padded(extent);
  const near = clipped(spec, seen);
  const step = stepFor(spec, seen);
  return {
    spec,
    positions,
    without: Uint32Array.from(without),
    spots,
    land: land ? drawn(near, land) : noLines,
    areas: drawn(near, shapes(outlines, 'area')),
    lines: drawn(near, shapes(outlines, 'line')),
    graticule: drawn(near, graticuleAround(spec, seen, step)),
    step,
    names: outlines.flatMap((outline) => nameOn(near, outline)),
  };
}

const goldenAngle = Math.PI * (3 - Math.sqrt(5));
const noLines: Lines = { offsets: Uint32Array.of(0), points: new Float32Array(0) };

/** As much again on each side, so that there is something to see when the map is moved. */
function padded({ left, right, top, bottom }: Extent): Extent {
  const by = Math.max(right - left, bottom - top, 100) * 1.5;
  return { left: left - by, right: right + by, top: top - by, bottom: bottom + by };
}

function clipped(spec: ProjectionSpec, { left, top, right, bottom }: Extent): GeoProjection {
  const made = projectionOf(spec).clipExtent([
    [left, top],
    [right, bottom],
  ]);
  return spec.kind === 'near' ? made.clipAngle(75) : made;
}

/** All of a kind as one: rings run as d3 wants them since they were read. */
function shapes(outlines: readonly Outline[], kind: Outline['kind']): GeoPermissibleObjects {
  const wanted = outlines.filter((one) => one.kind === kind);
  return {
    type: 'GeometryCollection',
    geometries: wanted.map(({ parts }) =>
      kind === 'area' ? { type: 'Polygon', coordinates: parts } : { type: 'MultiLineString', coordinates: parts },
    ),
  };
}

/** What a path draws, as lines. */
function drawn(projection: GeoProjection, what: GeoPermissibleObjects): Lines {
  const offsets: number[] = [0];
  const points: number[] = [];
  const end = (): void => {
    if (points.length / 2 > offsets[offsets.length - 1]) offsets.push(points.length / 2);
  };
  geoPath(projection, {
    beginPath: () => undefined,
    arc: () => undefined,
    moveTo(x, y) {
      end();
      points.push(x, y);
    },
    lineTo: (x, y) => void points.push(x, y),
    closePath() {
      const first = 2 * offsets[offsets.length - 1];
      points.push(points[first], points[first + 1]);
    },
  })(what);
  end();
  return { offsets: Uint32Array.from(offsets), points: Float32Array.from(points) };
}

/** Degrees between lines of the graticule, so that a few of them cross what is seen. */
function stepFor({ scale, kind }: ProjectionSpec, { left, right }: Extent): number {
  if (kind === 'world') return 30;
  const across = ((right - left) / 4 / scale) * (180 / Math.PI);
  return [10, 5, 2, 1, 0.5, 0.2, 0.1, 0.05].find((step) => across / step >= 3) ?? 0.02;
}

function graticuleAround(
  spec: ProjectionSpec,
  { left, right, top, bottom }: Extent,
  step: number,
): GeoPermissibleObjects {
  const made = geoGraticule().step([step, step]).stepMinor([step, step]).stepMajor([360, 360]);
  if (spec.kind === 'world' || step >= 10) return made();
  const turns = 180 / Math.PI / spec.scale;
  const reach = Math.max(right - left, bottom - top) * 0.75 * turns;
  const north = Math.min(90, spec.north + reach);
  const south = Math.max(-90, spec.north - reach);
  const wide = Math.min(
    180,
    reach / Math.max(0.02, Math.cos((Math.max(Math.abs(north), Math.abs(south)) * Math.PI) / 180)),
  );
  const on = (value: number): number => Math.round(value / step) * step;
  return made.extentMinor([
    [on(spec.east - wide), on(south)],
    [on(spec.east + wide) + step / 2, on(north) + step / 2],
  ])();
}

/** An outline's name above it. */
function nameOn(projection: GeoProjection, { name, parts, kind }: Outline): PlacesMap['names'] {
  if (name === '') return [];
  const [[left, top], [right]] = geoPath(projection).bounds({ type: 'MultiLineString', coordinates: parts });
  if (!Number.isFinite(left) || (kind === 'line' && right - left < 1)) return [];
  return [{ text: name, x: (left + right) / 2, y: top }];
}
