import * as z from 'zod';
import { nodeColumn, nodeCount } from '../../graph';
import { columnTitle } from '../../measure';
import { numbers } from '../../amounts';
import { colourSchema } from '../../colour';
import { type Channel, columnOf } from '../channel';
import { type Rgb, categoryPalettes, defaultPalette, rgb } from '../colour';
import { alike } from '../modes/alike';
import { amountsOf } from '../modes/amount';
import { categoryCodes } from '../modes/category';
import { colourAmounts, colourByAmount, colourByCategory, colourValues } from '../modes/colours';

const schema = z
  .discriminatedUnion('by', [
    alike({ colour: colourSchema.meta({ title: 'Colour of all nodes', colour: categoryPalettes[defaultPalette][0] }) }),
    colourByCategory('nodes', 'group'),
    colourByAmount('nodes', 'degree'),
  ])
  .default({ by: 'all', colour: '#377393' });

export const nodeColour: Channel<typeof schema, string> = {
  whose: 'nodes',
  title: 'Colour',
  schema,
  look: {
    of: 'nodes',
    schema: colourSchema.meta({ title: 'Colour', colour: categoryPalettes[defaultPalette][1] }),
    set: ({ fill }, places, look) => {
      const one = rgb(look);
      places.forEach((v) => fill.set(one, 3 * v));
    },
    legend: (entries) => ({
      kind: 'colours',
      title: '',
      entries: entries.map(({ look, ...told }) => ({ ...told, colour: look })),
    }),
  },
  turn: 10,
  columns: columnOf('nodes'),
  fill(net, rule, looks, step) {
    const n = nodeCount(net);
    const { fill } = looks;
    if (rule.by === 'all') {
      const one = rgb(rule.colour);
      for (let v = 0; v < n; v++) fill.set(one, 3 * v);
      return [];
    }
    const col = nodeColumn(net, rule.column, step);
    const give = (v: number, colour: Rgb): void => fill.set(colour, 3 * v);
    if (rule.by === 'amount')
      return colourAmounts(numbers(col, step), amountsOf(col, rule, step), rule, columnTitle(col.name), give);
    looks.group = categoryCodes(col);
    looks.groupColumn = col.name;
    return [colourValues(col, rule, columnTitle(col.name), give, n)];
  },
};
