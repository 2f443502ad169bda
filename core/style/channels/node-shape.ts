import * as z from 'zod';
import { nodeColumn } from '../../graph';
import { columnTitle } from '../../measure';
import { type Channel, columnOf } from '../channel';
import type { LegendPart } from '../looks';
import { type Shape, firstShapes, shapes } from '../marks';
import { alike } from '../modes/alike';
import { byCategory, categories, fillPlaces, lookOf } from '../modes/category';

const schema = z
  .discriminatedUnion('by', [
    alike({ shape: z.enum(shapes).meta({ title: 'Shape of all nodes', first: 'circle' }) }),
    byCategory(
      'nodes',
      {
        shapes: z
          .record(z.string(), z.enum(shapes))
          .default({})
          .meta({ title: 'Shape', values: { looks: shapes, rest: 'circle' } }),
      },
      { most: 40 },
    ),
  ])
  .default({ by: 'all', shape: 'circle' });

export const nodeShape: Channel<typeof schema, Shape> = {
  whose: 'nodes',
  title: 'Shape',
  schema,
  turn: 20,
  columns: columnOf('nodes'),
  look: {
    of: 'nodes',
    schema: z.enum(shapes).meta({ title: 'Shape', first: 'circle' }),
    set: ({ shape }, places, look) => places.forEach((v) => (shape[v] = shapes.indexOf(look))),
    legend: (entries) => ({
      kind: 'shapes',
      title: 'Shape',
      entries: entries.map(({ look, ...told }) => ({ ...told, shape: look })),
    }),
  },
  fill(net, rule, looks, step) {
    if (rule.by === 'all') {
      looks.shape.fill(shapes.indexOf(rule.shape));
      return [];
    }
    const col = nodeColumn(net, rule.column, step);
    // Values that were given no shape of their own are circles; the legend sums them up.
    const entries = categories(col).map(({ value }, i) => ({
      value,
      look: lookOf(value, i, rule.shapes, firstShapes, 'circle'),
    }));
    fillPlaces(col, entries, shapes, looks.shape);
    return [{ kind: 'shapes', title: columnTitle(col.name), column: col.name, entries: shapeLegend(entries) }];
  },
};

function shapeLegend(entries: { value: string; look: Shape }[]): Extract<LegendPart, { kind: 'shapes' }>['entries'] {
  return shapes.flatMap((shape) => {
    const labels = entries.filter(({ look }) => look === shape).map(({ value }) => value);
    if (labels.length === 0) return [];
    const label = labels.length > 2 ? `${labels[0]} and ${labels.length - 1} others` : labels.join(', ');
    return [{ label, shape, stands: { values: labels } }];
  });
}
