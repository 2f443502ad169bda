/** Nodes where they are on the earth. */
import { geoEqualEarth, geoEquirectangular, geoMercator, geoNaturalEarth1 } from 'd3-geo';
import { Fault } from '../fault';
import { type Network, nodeColumn, nodeCount } from '../graph';
import type { PlaceColumn } from '../tables';
import { amountsAt } from './columns';
import { keepApart } from './apart';
import { eastStretch } from '../places/extent';
import type { Breath } from '../split';

export const projections = {
  'equal area': geoEqualEarth,
  'equal angles': geoMercator,
  'natural earth': geoNaturalEarth1,
  'degrees as they are': geoEquirectangular,
} as const;
export type Projection = keyof typeof projections;

export interface PlacesSettings {
  /** A column of places; or empty, and two columns of degrees. */
  place: string;
  latitude: string;
  longitude: string;
  projection: Projection;
  wide: number;
  apart: number;
}

/** Degrees north and east of each node, NaN where there are none or where they lie outside of the world. */
export function degreesOf(
  net: Network,
  { place, latitude, longitude }: Pick<PlacesSettings, 'place' | 'latitude' | 'longitude'>,
): {
  latitude: Float64Array;
  longitude: Float64Array;
} {
  const found = place
    ? (nodeColumn(net, place) as PlaceColumn)
    : { latitude: amountsAt(net, latitude), longitude: amountsAt(net, longitude) };
  if (place && (found as PlaceColumn).type !== 'place')
    throw new Fault(`“${place}” holds no places. Choose a column of places, or two of degrees.`);
  const inside = (v: number): boolean => Math.abs(found.latitude[v]) <= 90 && Math.abs(found.longitude[v]) <= 180;
  return {
    latitude: found.latitude.map((north, v) => (inside(v) ? north : NaN)),
    longitude: found.longitude.map((east, v) => (inside(v) ? east : NaN)),
  };
}

/**
 * x and y of each node, `wide` map units across, centred on the middle of the degrees east that are taken up, so that a region that lies across ±180° stays
 * whole. Nodes without a place in the world stand in a row below. `apart` keeps nodes of one place from covering each other.
 */
export async function placesLayout(net: Network, settings: PlacesSettings, breath: Breath): Promise<Float32Array> {
  const n = nodeCount(net);
  const positions = new Float32Array(2 * n);
  const { latitude, longitude } = degreesOf(net, settings);
  const there = Array.from({ length: n }, (_, v) => v).filter((v) => !Number.isNaN(latitude[v]));
  const projection = projections[settings.projection]()
    .rotate([-eastStretch(there.map((v) => longitude[v])).middle, 0])
    .scale(1000)
    .translate([0, 0]);
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const v of there) {
    // The poles have no place on a map of equal angles.
    const most = settings.projection === 'equal angles' ? 85 : 90;
    const [x, y] = projection([longitude[v], Math.max(-most, Math.min(most, latitude[v]))]) ?? [0, 0];
    positions[2 * v] = x;
    positions[2 * v + 1] = y;
    [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
  }
  const size = Math.max(right - left, bottom - top);
  const scale = size > 0 ? settings.wide / size : 1;
  for (const v of there) {
    positions[2 * v] = (positions[2 * v] - (left + right) / 2) * scale;
    positions[2 * v + 1] = (positions[2 * v + 1] - (top + bottom) / 2) * scale;
  }
  if (settings.apart > 0) await keepApart(positions, settings.apart, breath);
  const without = Array.from({ length: n }, (_, v) => v).filter((v) => Number.isNaN(latitude[v]));
  const room = Math.max(settings.apart, 12);
  const below = there.length
    ? there.reduce((most, v) => Math.max(most, positions[2 * v + 1]), -Infinity) + 4 * room
    : 0;
  const across = Math.max(1, Math.floor(settings.wide / room));
  without.forEach((v, i) => {
    positions[2 * v] = ((i % across) - (Math.min(across, without.length) - 1) / 2) * room;
    positions[2 * v + 1] = below + Math.floor(i / across) * room;
  });
  return positions;
}
