import * as z from 'zod';
import { counted } from '../../fault';
import { edgeCount } from '../../graph';
import type { Layout } from '../layout';

/** More ties than this cross too often to be put in order. */
const most = 100_000;

const schema = z.object({
  by: z
    .string()
    .default('')
    .meta({ title: 'Rows by', column: { of: 'nodes', as: 'category', most: 60, wish: 'kind' } }),
  upright: z.boolean().default(false).meta({ title: 'Columns in place of rows' }),
  even: z.boolean().default(false).meta({ title: 'All as wide as the widest' }),
  room: z
    .number()
    .min(10)
    .max(2000)
    .default(260)
    .meta({ title: 'Room between rows', slide: [40, 600, 10] }),
  apart: z
    .number()
    .min(2)
    .max(400)
    .default(22)
    .meta({ title: 'Room in a row', slide: [8, 80, 1] }),
});

/** Two kinds of nodes, or the values of a column, in rows. */
export const rows: Layout<'rows', typeof schema> = {
  key: 'rows',
  title: 'Rows',
  help: 'A row for each value of a column, ordered so that ties cross less.',
  schema,
  summary: ({ by, upright }) => `${upright ? 'columns' : 'rows'} by ${by || '…'}`,
  needs(net, { by }) {
    if (edgeCount(net) > most)
      return `Rows are for up to ${counted(most, 'tie')}. Narrow the network, or choose another layout.`;
    if (by === '') return 'Choose the column whose values are to stand in rows.';
    return net.nodeColumns.some(({ name }) => name === by)
      ? undefined
      : `The nodes have no column “${by}” here. Choose the column whose values are to stand in rows.`;
  },
  guides: async (net, { by, upright }, at) => (await import('../guides')).rowNames(net, by, upright, at),
  place: async (net, settings, context) => (await import('../rows')).rowsLayout(net, settings, context),
};
