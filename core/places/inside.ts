/** Whether places lie within a line drawn around an area. */
import { geoArea, geoContains } from 'd3-geo';

/** A ring as RFC 7946 closes it, turned so that what it goes around is the smaller part of the globe. */
function areaOf(ring: readonly (readonly [number, number])[]): { type: 'Polygon'; coordinates: [number, number][][] } {
  const closed = [...ring, ring[0]].map(([east, north]): [number, number] => [east, north]);
  const made = { type: 'Polygon' as const, coordinates: [closed] };
  return geoArea(made) > 2 * Math.PI ? { ...made, coordinates: [closed.reverse()] } : made;
}

/** 1 for each place inside of a ring of degrees east and north; sides are arcs of great circles. Rings of less than three points hold nothing. */
export function insideRing(
  latitude: Float64Array,
  longitude: Float64Array,
  ring: readonly (readonly [number, number])[],
): Uint8Array {
  const found = new Uint8Array(latitude.length);
  if (ring.length < 3) return found;
  const area = areaOf(ring);
  // Nodes in one spot are asked for once.
  const known = new Map<string, number>();
  for (let v = 0; v < found.length; v++) {
    if (latitude[v] !== latitude[v]) continue;
    const key = `${latitude[v]} ${longitude[v]}`;
    let inside = known.get(key);
    if (inside === undefined) known.set(key, (inside = geoContains(area, [longitude[v], latitude[v]]) ? 1 : 0));
    found[v] = inside;
  }
  return found;
}
