import { network } from '@/core/graph';
import { type Trail, trailSchema } from '.';
import { carryGroups, shownGroups } from './carry-groups';

const trail = (resolution: number, min = 0): Trail =>
  trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' },
      { id: 's2', kind: 'keep', on: true, rule: { by: 'degree', min } },
      { id: 's3', kind: 'groups', on: true, resolution },
      { id: 's4', kind: 'style', on: true },
    ],
  });
const net = {
  ...network({
    nodes: 4,
    edges: [
      [0, 1],
      [2, 3],
    ],
  }),
  nodeColumns: [
    {
      type: 'text' as const,
      name: 'group',
      computed: { step: 's3', nodes: 4, edges: 2 },
      codes: Int32Array.of(0, 0, 1, 1),
      dictionary: ['Ness', 'Group 2'],
      marks: [
        { id: 4, slot: 2, named: true, colour: '#123456' },
        { id: 5, slot: 0, named: false },
      ],
    },
  ],
};
const groupsOf = (one: Trail) => one.steps[2] as Extract<Trail['steps'][number], { kind: 'groups' }>;

test('a change at or before the Groups step makes it remember what is shown', () => {
  const before = trail(1);
  const known = [
    { id: 4, name: 'Ness', slot: 2, colour: '#123456', anchors: ['0', '1'] },
    { id: 5, slot: 0, anchors: ['2', '3'] },
  ];
  const [ties, keep, groups, style] = before.steps;
  const narrowed: Trail = { steps: [ties, { ...keep, on: false }, groups, style] };
  expect(groupsOf(carryGroups(before, narrowed, net)).known).toEqual(known);
  const finer: Trail = { steps: [ties, keep, { ...groupsOf(before), resolution: 2 }, style] };
  expect(groupsOf(carryGroups(before, finer, net))).toMatchObject({ resolution: 2, known });
});

test('a change after it, a change of what is known, or nothing to remember leave it alone', () => {
  const before = trail(1);
  const [ties, keep, groups, style] = before.steps;
  const dressed: Trail = { steps: [ties, keep, groups, { ...style, on: false }] };
  expect(carryGroups(before, dressed, net)).toBe(dressed);
  const renamed: Trail = { steps: [ties, keep, { ...groupsOf(before), known: [] }, style] };
  expect(carryGroups(before, renamed, net)).toBe(renamed);
  const narrowed: Trail = { steps: [ties, { ...keep, on: false }, groups, style] };
  expect(carryGroups(before, narrowed, undefined)).toBe(narrowed);
  const given = net.nodeColumns.map((col) => ({ ...col, computed: undefined }));
  expect(shownGroups({ ...net, nodeColumns: given }, groupsOf(before))).toBeUndefined();
});
