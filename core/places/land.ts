/** Land of the world (Natural Earth, public domain), read when it is first asked for. */
import type { GeoPermissibleObjects } from 'd3-geo';
import type { ProjectionSpec } from './projection';

/** Coarse for a map of the world, at 1:110 million; finer for a region, at 1:50 million. */
export async function landOf(kind: ProjectionSpec['kind']): Promise<GeoPermissibleObjects> {
  const [{ feature }, read] = await Promise.all([
    import('topojson-client'),
    kind === 'near' ? import('world-atlas/land-50m.json') : import('world-atlas/land-110m.json'),
  ]);
  const atlas = read.default as unknown as Parameters<typeof feature>[0];
  return feature(atlas, atlas.objects.land);
}
