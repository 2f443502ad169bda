import * as z from 'zod';
import { fieldsOf } from './settings';

const schema = z.object({
  pull: z
    .number()
    .min(0)
    .max(5)
    .default(1)
    .meta({ title: 'Pull', slide: [0, 1, 0.1], digits: 1 }),
  rounds: z.number().int().min(1).max(50).default(3).meta({ title: 'Rounds', description: 'How often.' }),
  size: z.number().optional().meta({ title: 'Size' }),
  along: z.boolean().default(false).meta({ title: 'Along the ties' }),
  way: z
    .enum(['up', 'down'])
    .default('up')
    .meta({ title: 'Way', labels: { up: 'upward' } }),
  hidden: z.record(z.string(), z.number()).default({}),
});

test('a schema’s fields come in their order with words and bounds; one without a title is left out', () => {
  expect(fieldsOf(schema)).toEqual([
    { key: 'pull', kind: 'slide', title: 'Pull', from: 0, to: 1, step: 0.1, digits: 1 },
    { key: 'rounds', kind: 'number', title: 'Rounds', help: 'How often.', min: 1, max: 50, whole: true },
    { key: 'size', kind: 'number', title: 'Size', min: -Infinity, max: Infinity, whole: false },
    { key: 'along', kind: 'yesno', title: 'Along the ties' },
    {
      key: 'way',
      kind: 'choice',
      title: 'Way',
      choices: [
        { value: 'up', label: 'upward' },
        { value: 'down', label: 'down' },
      ],
    },
  ]);
});

test('what no form can draw is a mistake of the schema', () => {
  expect(() => fieldsOf(z.object({ odd: z.string().meta({ title: 'Odd' }) }))).toThrow(/odd/);
});
