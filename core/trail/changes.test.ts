import { changesOf } from './changes';
import { trailSchema } from '.';

const steps = {
  ties: { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' },
  keep: { id: 's2', kind: 'keep', on: true, rule: { by: 'degree', min: 2 } },
  measure: { id: 's3', kind: 'measure', on: true, measures: ['degree'] },
  arrange: { id: 's4', kind: 'arrange', on: true, method: 'force' },
};
const trail = (...some: object[]) => trailSchema.parse({ steps: some });
const { ties, keep, measure, arrange } = steps;

test.each([
  ['nothing', [ties, keep], [ties, keep], ''],
  ['a setting', [ties, keep], [ties, { ...keep, rule: { by: 'degree', min: 3 } }], 'Keep changed'],
  ['a step more', [ties], [ties, measure], 'Measure added'],
  ['a step less', [ties, measure], [ties], 'Measure taken out'],
  ['one off', [ties, keep], [ties, { ...keep, on: false }], 'Keep switched off'],
  ['one on', [ties, { ...keep, on: false }], [ties, keep], 'Keep switched on'],
  ['the order', [ties, keep, measure], [ties, measure, keep], 'steps in another order'],
  [
    'several, with what is remembered of before told not',
    [ties, keep, arrange],
    [ties, measure, { ...arrange, onto: { a: [1, 2] }, begins: { a: [1, 2] } }],
    'Measure added, Keep taken out',
  ],
])('%s', (_what, before, after, words) => {
  expect(changesOf(trail(...before), trail(...after))).toBe(words);
});
