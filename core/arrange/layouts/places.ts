import * as z from 'zod';
import { lacksAmount, lacksColumn } from '../columns';
import type { Layout } from '../layout';

const when = { place: ['', 'undefined'] };
const degrees = (title: string, named: 'latitude' | 'longitude') =>
  z
    .string()
    .default('')
    .meta({ title, column: { of: 'nodes', as: 'amount', wish: named, named }, when });

const schema = z.object({
  place: z
    .string()
    .default('')
    .meta({ title: 'Place', column: { of: 'nodes', as: 'place', none: 'two columns of degrees' } }),
  latitude: degrees('Degrees north', 'latitude'),
  longitude: degrees('Degrees east', 'longitude'),
  projection: z
    .enum(['equal area', 'equal angles', 'natural earth', 'degrees as they are'])
    .default('equal area')
    .meta({
      title: 'Projection',
      labels: {
        'equal area': 'equal area (Equal Earth)',
        'equal angles': 'equal angles (Mercator)',
        'natural earth': 'Natural Earth',
      },
    }),
  wide: z
    .number()
    .min(50)
    .max(20000)
    .default(900)
    .meta({ title: 'Width', slide: [200, 4000, 50] }),
  apart: z
    .number()
    .min(0)
    .max(200)
    .default(12)
    .meta({ title: 'Keep nodes apart', slide: [0, 60, 1] }),
});

/** Where nodes are on the earth. */
export const places: Layout<'places', typeof schema> = {
  key: 'places',
  title: 'Places',
  help: 'Where nodes are on the earth; those without a place stand in a row below.',
  schema,
  summary: ({ place }) => (place ? `by ${place}` : 'by degrees'),
  needs(net, { place, latitude, longitude }) {
    if (place) return lacksColumn(net, place, 'where a node is');
    return !latitude && !longitude && net.nodeColumns.every(({ type }) => type !== 'place')
      ? 'The nodes have no place. Choose two columns with the degrees north and east.'
      : (lacksAmount(net, latitude, 'how far north a node is') ??
          lacksAmount(net, longitude, 'how far east a node is'));
  },
  place: async (net, settings, context) => (await import('../places')).placesLayout(net, settings, context),
};
