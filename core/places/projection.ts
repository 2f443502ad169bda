/** The projection of a map: fitted to what is to be seen on it. */
import { type GeoProjection, geoAzimuthalEqualArea, geoEqualEarth } from 'd3-geo';
import { eastStretch } from './extent';

/** A projection as it can be sent: from degrees to map units. */
export interface ProjectionSpec {
  /** `near` shows a region, in equal areas around its middle; `world` all of it, in equal areas too. */
  kind: 'near' | 'world';
  /** Degrees in the middle. */
  east: number;
  north: number;
  /** Map units to a radian in the middle, and where the middle stands. */
  scale: number;
  x: number;
  y: number;
}

/** Wider regions than these degrees are shown on a map of the world. */
const widest = 70;
/** The earth's mean radius in kilometres (IUGG). */
const radius = 6371.0088;

/** Of Equal Earth (Šavrič, Patterson and Jenny 2019), or of Lambert's azimuthal projection of equal areas. */
export function projectionOf({ kind, east, north, scale, x, y }: ProjectionSpec): GeoProjection {
  const made = kind === 'near' ? geoAzimuthalEqualArea().rotate([-east, -north]) : geoEqualEarth().rotate([-east, 0]);
  return made.scale(scale).translate([x, y]).precision(0.3);
}

export const kilometresPerUnit = ({ scale }: ProjectionSpec): number => radius / scale;

export interface Extent {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The projection that shows all of these degrees `wide` map units across or high around 0, and what they take up. */
export function fitted(
  latitude: ArrayLike<number>,
  longitude: ArrayLike<number>,
  wide: number,
): { spec: ProjectionSpec; extent: Extent } {
  const there = Array.from({ length: latitude.length }, (_, i) => i).filter((i) => latitude[i] === latitude[i]);
  const { middle, length } = eastStretch(there.map((i) => longitude[i]));
  let [south, north] = [90, -90];
  for (const i of there) [south, north] = [Math.min(south, latitude[i]), Math.max(north, latitude[i])];
  if (!there.length) [south, north] = [0, 0];
  const nearPole = Math.max(Math.abs(south), Math.abs(north)) > 85;
  // Around a pole degrees east say little of how far apart places are.
  const kind = (length <= widest || nearPole) && north - south <= widest ? 'near' : 'world';
  const spec: ProjectionSpec = { kind, east: middle, north: (south + north) / 2, scale: 1000, x: 0, y: 0 };
  if (kind === 'near' && nearPole) Object.assign(spec, length > widest ? { north: north > 0 ? 90 : -90 } : {});
  const project = projectionOf(spec);
  const extent = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const i of there) grow(extent, project([longitude[i], latitude[i]]));
  if (extent.left === Infinity) Object.assign(extent, { left: 0, right: 0, top: 0, bottom: 0 });
  // One place alone is shown with a hundred kilometres around it.
  const size = Math.max(extent.right - extent.left, extent.bottom - extent.top) || (1000 * 100) / radius;
  const by = wide / size;
  const [x, y] = [((extent.left + extent.right) / 2) * by, ((extent.top + extent.bottom) / 2) * by];
  const put = (value: number, off: number): number => value * by - off;
  return {
    spec: { ...spec, scale: 1000 * by, x: -x, y: -y },
    extent: {
      left: put(extent.left, x),
      right: put(extent.right, x),
      top: put(extent.top, y),
      bottom: put(extent.bottom, y),
    },
  };
}

function grow(extent: Extent, at: readonly [number, number] | null): void {
  if (!at || !Number.isFinite(at[0]) || !Number.isFinite(at[1])) return;
  extent.left = Math.min(extent.left, at[0]);
  extent.right = Math.max(extent.right, at[0]);
  extent.top = Math.min(extent.top, at[1]);
  extent.bottom = Math.max(extent.bottom, at[1]);
}
