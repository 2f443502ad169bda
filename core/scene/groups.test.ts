import fc from 'fast-check';
import { network } from '../graph';
import { plainStyle } from '../style';
import { hull, hullsOf, namesOfGroups } from './groups';
import { sceneOf } from './scene';

const codes = Int32Array.of(0, 0, 0, 1, 1, -1, 2);
const net = {
  ...network({ nodes: 7, edges: [] }),
  nodeColumns: [{ type: 'text' as const, name: 'island', dictionary: ['Ness', 'Voe', 'Holm'], codes }],
  positions: Float32Array.of(0, 0, 100, 0, 50, 80, 300, 0, 340, 20, 900, 900, 700, 0),
};
const scene = sceneOf(net, {
  ...plainStyle,
  nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours: {} },
  hulls: true,
  groupNames: true,
});

test('a hull holds all of its points, and turns one way', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 })), {
        minLength: 3,
        maxLength: 40,
      }),
      (points) => {
        const corners = hull(points);
        const side = (a: readonly number[], b: readonly number[], p: readonly number[]): number =>
          (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);
        corners.forEach((a, i) => {
          for (const p of points) expect(side(a, corners[(i + 1) % corners.length], p)).toBeGreaterThanOrEqual(0);
        });
      },
    ),
  );
});

test('groups of two or more nodes have an outline with room around them, and a name on top', () => {
  const hulls = hullsOf(scene);
  expect(hulls).toHaveLength(2);
  const [left, top] = [0, 1].map((axis) => Math.min(...hulls[0].points.filter((_, i) => i % 2 === axis)));
  expect([left, top]).toEqual([-20, -20]);
  const names = namesOfGroups(scene);
  expect(names.map(({ name, x, y }) => [name, x, y])).toEqual([['Ness', 50, -20], ['Voe', 320, -20]]); // prettier-ignore
});

test('where colours tell no groups there are none', () => {
  expect(hullsOf(sceneOf(net, { ...plainStyle, hulls: true }))).toEqual([]);
  expect(namesOfGroups(sceneOf(net, plainStyle))).toEqual([]);
});
