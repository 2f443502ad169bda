/** @jest-environment jsdom */
import { edgeIdOf } from '@/core/graph';
import { keepers } from '@/ui/testing';
import { edgesAlone, isSelected, keptIn, nothing } from './selection';

const first = edgeIdOf(keepers, 0);
const last = edgeIdOf(keepers, 3);
/** Without Alban Pell, and so without his three ties. */
const without = {
  ...keepers,
  ids: keepers.ids.slice(1),
  labels: keepers.labels.slice(1),
  source: Uint32Array.of(1),
  target: Uint32Array.of(0),
  weight: Float64Array.of(5),
};

test('what a network does not have falls out of the selection, the rest stays whatever its place', () => {
  expect(keptIn(without, { nodes: ['k1', 'k3'], edges: [first, last] })).toEqual({ nodes: ['k3'], edges: [last] });
  expect([...edgesAlone(without, { nodes: [], edges: [last] })]).toEqual([0]);
  expect(keptIn(without, { nodes: [], edges: [first] })).toEqual({ nodes: [] });
  expect(keptIn(without, nothing)).toBe(nothing);
});

test('records stay selected, as they are not of the network', () => {
  const records = [{ table: 'consignments', row: 4 }];
  expect(keptIn(without, { nodes: [], records })).toEqual({ nodes: [], records });
});

test('edges that stand out with nodes are not selected by themselves', () => {
  expect([...edgesAlone(keepers, { nodes: ['k1', 'k2'], edges: [first] })]).toEqual([]);
  expect([...edgesAlone(keepers, { nodes: [], edges: [first, last] })]).toEqual([0, 3]);
});

test.each([
  [nothing, false],
  [{ nodes: [], edges: [], records: [] }, false],
  [{ nodes: ['k1'] }, true],
  [{ nodes: [], edges: [first] }, true],
  [{ nodes: [], records: [{ table: 't', row: 0 }] }, true],
])('%j is something: %s', (selection, something) => expect(isSelected(selection)).toBe(something));
