import { type Step, trailSchema } from '.';
import { handClassed, handSteps } from './by-hand';

const trail = trailSchema.parse({
  steps: [
    { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' },
    { id: 's2', kind: 'derive', on: true, name: 'class', how: { by: 'bands', column: 'degree', bounds: [3] } },
    { id: 's3', kind: 'arrange', on: true, method: 'force' },
    { id: 's4', kind: 'style', on: true },
  ],
});
const nodes = { name: 'rank', of: 'nodes', from: '' } as const;
const kinds = ({ steps }: { steps: readonly Step[] }): string[] => steps.map(({ kind }) => kind);

test('a new step goes before arranging and style; the next class of that column goes into it', () => {
  const one = handClassed(trail, nodes, [{ class: 'elder', on: ['k1', 'k2'] }]);
  expect(kinds(one)).toEqual(['ties', 'derive', 'derive', 'arrange', 'style']);
  const two = handClassed(one, nodes, [{ class: 'young', on: ['k2'] }]);
  expect(kinds(two)).toHaveLength(5);
  expect(handSteps(two, 'nodes')[0].how.classes).toEqual([
    { class: 'elder', on: ['k1'] },
    { class: 'young', on: ['k2'] },
  ]);
  expect(trailSchema.parse(two)).toEqual(two);
  const off = handClassed(two, nodes, [{ class: '', on: ['k1', 'k2'] }]);
  expect(handSteps(off, 'nodes')[0].how.classes).toEqual([]);
});

test('ties and other columns have steps of their own', () => {
  const one = handClassed(trail, nodes, [{ class: 'elder', on: ['k1'] }]);
  const two = handClassed(one, { ...nodes, of: 'edges' }, [{ class: 'early', on: ['["k1","k2"]'] }]);
  const three = handClassed(two, { ...nodes, name: 'class', from: 'class' }, [{ class: 'odd', on: ['k1'] }]);
  expect(handSteps(three, 'nodes').map(({ name }) => name)).toEqual(['rank', 'class']);
  expect(handSteps(three, 'edges').map(({ name }) => name)).toEqual(['rank']);
  expect(three.steps[1]).toBe(trail.steps[1]);
});
