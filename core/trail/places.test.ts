import { network } from '../graph';
import { type Step, firstSettings, newStep, placeFor, stepKinds, trailSchema } from '.';

const trail = trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' }] });
const kinds = (Object.keys(stepKinds) as Step['kind'][]).filter((kind) => kind !== 'ties');

test.each(kinds)('a new %s step fits its schema, whatever the network holds', (kind) => {
  expect(newStep(trail, kind, firstSettings(kind, undefined)).kind).toBe(kind);
  expect(newStep(trail, kind, firstSettings(kind, network({ nodes: 2, edges: [] }))).on).toBe(true);
});

test('a new style shows groups and degrees where there are some', () => {
  const net = {
    ...network({ nodes: 1, edges: [] }),
    nodeColumns: ['group', 'degree'].map((name) => ({ type: 'number' as const, name, values: new Float64Array(1) })),
  };
  expect(firstSettings('style', net)).toEqual({
    nodeColour: { by: 'category', column: 'group' },
    nodeSize: { by: 'amount', column: 'degree' },
  });
  expect(firstSettings('style', undefined)).toEqual({});
});

describe('the place of a new step', () => {
  const long = trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' },
      { id: 's2', kind: 'measure', on: true, measures: ['degree'] },
      { id: 's3', kind: 'groups', on: true },
      { id: 's4', kind: 'arrange', on: true, method: 'force' },
      { id: 's5', kind: 'style', on: true },
    ],
  });
  const place = (kind: Step['kind'], settings = firstSettings(kind, undefined)): number =>
    placeFor(long.steps, newStep(long, kind, settings));
  test.each<[Step['kind'], number]>([
    ['project', 1],
    ['combine', 1],
    ['keep', 1],
    ['derive', 3],
    ['measure', 3],
    ['groups', 3],
    ['arrange', 4],
    ['style', 5],
  ])('%s goes to place %i', (kind, at) => {
    expect(place(kind)).toBe(at);
  });
  test('what reads a computed column goes after the step that makes it', () => {
    expect(place('keep', { rule: { by: 'number', column: 'degree', min: 2 } })).toBe(2);
    expect(place('keep', { rule: { by: 'values', column: 'group', values: ['1'] } })).toBe(3);
    expect(
      place('keep', {
        rule: {
          by: 'condition',
          on: 'nodes',
          where: { match: 'all', rules: [{ column: 'group', is: 'is', value: '1' }] },
        },
      }),
    ).toBe(3);
  });
});
