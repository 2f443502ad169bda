import { network } from '@/core/graph';
import { newStep, stepKinds, trailSchema, type Step } from '@/core/trail';
import { firstSettings } from './first-settings';

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
