import * as z from 'zod';
import { edgeColumn } from '../../graph';
import { columnTitle } from '../../measure';
import { type Channel, columnOf } from '../channel';
import { type Pattern, patterns } from '../marks';
import { alike } from '../modes/alike';
import { byCategory, categories, fillPlaces, lookOf } from '../modes/category';

const schema = z
  .discriminatedUnion('by', [
    alike({ pattern: z.enum(patterns).meta({ title: 'Line of all edges', first: 'solid' }) }),
    byCategory(
      'edges',
      {
        patterns: z
          .record(z.string(), z.enum(patterns))
          .default({})
          .meta({ title: 'Line', values: { looks: patterns } }),
      },
      { most: 40 },
    ),
  ])
  .default({ by: 'all', pattern: 'solid' });

export const edgePattern: Channel<typeof schema, Pattern> = {
  whose: 'edges',
  title: 'Line',
  schema,
  look: {
    of: 'edges',
    schema: z.enum(patterns).meta({ title: 'Line', first: 'dashed' }),
    set: ({ edgePattern: lines }, places, look) => places.forEach((e) => (lines[e] = patterns.indexOf(look))),
    legend: (entries) => ({
      kind: 'lines',
      title: '',
      entries: entries.map(({ look, ...told }) => ({ ...told, pattern: look })),
    }),
  },
  turn: 40,
  columns: columnOf('edges'),
  fill(net, rule, looks, step) {
    if (rule.by === 'all') {
      looks.edgePattern.fill(patterns.indexOf(rule.pattern));
      return [];
    }
    const col = edgeColumn(net, rule.column, step);
    const entries = categories(col).map(({ value }, i) => ({
      value,
      look: lookOf(value, i, rule.patterns, patterns),
    }));
    fillPlaces(col, entries, patterns, looks.edgePattern);
    if (!entries.length) return [];
    const shown = entries.slice(0, 8).map(({ value, look }) => ({
      label: value,
      pattern: look,
      stands: { values: [value] },
    }));
    return [{ kind: 'lines', title: columnTitle(col.name), column: col.name, entries: shown }];
  },
};
