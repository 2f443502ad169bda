import * as z from 'zod';
import { fieldOf, fieldsOf, waysOf } from './settings';

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

describe('ways of setting one thing', () => {
  const radius = z.number().min(1).max(9);
  const size = z
    .discriminatedUnion('by', [
      z.object({
        by: z.literal('all').meta({ title: 'one for all' }),
        radius: radius.meta({ title: 'Radius', first: 6 }),
      }),
      z.object({
        by: z.literal('amount').meta({ title: 'by amount' }),
        column: z.string().meta({ title: 'Column', column: { of: 'nodes', as: 'amount', wish: 'degree' } }),
        min: radius.default(2).meta({ title: 'Smallest' }),
        max: radius.default(8).meta({ title: 'Largest', beside: 'min' }),
      }),
    ])
    .default({ by: 'all', radius: 3 });
  const [all, amount] = waysOf(size) ?? [];

  test('each has what it is called and its fields, without the word that tells them apart', () => {
    expect([all.by, all.title, amount.by, amount.title]).toEqual(['all', 'one for all', 'amount', 'by amount']);
    expect(amount.fields.map(({ key, kind, beside }) => [key, kind, beside])).toEqual([
      ['column', 'column', undefined],
      ['min', 'number', undefined],
      ['max', 'number', 'min'],
    ]);
  });
  test('each begins with what the schema says, columns with the wished one or the first', () => {
    expect(all.begin(() => [])).toEqual({ by: 'all', radius: 6 });
    expect(amount.begin(() => ['born', 'degree'])).toEqual({ by: 'amount', column: 'degree', min: 2, max: 8 });
    expect(amount.begin(() => ['born'])).toMatchObject({ column: 'born' });
    expect(amount.begin(() => [])).toMatchObject({ column: '' });
  });
  test('what can be set in one way has none', () => {
    expect(waysOf(z.number())).toBeUndefined();
    expect(
      fieldOf(
        'size',
        z
          .number()
          .optional()
          .meta({ title: 'Size', slide: [1, 9, 1], auto: { title: 'By itself', first: 4 } }),
      ),
    ).toEqual({
      key: 'size',
      kind: 'slide',
      title: 'Size',
      from: 1,
      to: 9,
      step: 1,
      auto: { title: 'By itself', first: 4 },
    });
  });
});

test.each([
  [z.string().meta({ title: 'Colour', colour: '#112233' }), { kind: 'colour' }],
  [z.record(z.string(), z.string()).meta({ title: 'Colours', colours: true }), { kind: 'colours' }],
  [
    z.record(z.string(), z.string()).meta({ title: 'Line', values: { looks: ['a', 'b'], rest: 'a' } }),
    { kind: 'values', looks: ['a', 'b'], rest: 'a' },
  ],
])('colours and looks by value are fields of their own', (type, wanted) => {
  expect(fieldOf('x', type)).toMatchObject(wanted);
});
