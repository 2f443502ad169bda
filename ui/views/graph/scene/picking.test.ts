/** What lies under the pointer. */
import { network } from '@/core/graph';
import { type Scene, sceneOf } from '@/core/scene';
import { picker } from './picking';

const scene = (edges: number, curve = 0): Scene => ({
  ...sceneOf({
    ...network({ nodes: 4, edges: Array.from({ length: edges }, (_, e) => [e % 3, 3] as const) }),
    positions: Float32Array.of(0, 0, 100, 0, 0, 100, 100, 100),
  }),
  // These have many edges between them; they bow alike.
  bow: new Float64Array(edges).fill(curve),
});
const still = { scale: 1, x: 0, y: 0 };

const pick = picker(scene(3));
test('the node under the pointer, or a few pixels from it', () => {
  expect(pick.node(101, 2, still)).toBe(1);
  expect(pick.node(100 + 6 + 3, 0, still)).toBe(1);
  expect(pick.node(50, 20, still)).toBe(-1);
  expect(pick.node(60, 10, { scale: 0.5, x: 10, y: 10 })).toBe(1);
});
test('the nearest edge, straight or curved', () => {
  expect(pick.edge(50, 51, still)).toBe(0);
  expect(pick.edge(101, 50, still)).toBe(1);
  expect(pick.edge(30, 60, still)).toBe(-1);
  const bowed = picker(scene(3, 0.2));
  expect(bowed.edge(50, 50, still)).toBe(-1);
  expect(bowed.edge(60, 40, still)).toBe(0);
});
test('nodes inside a box drawn either way', () => {
  expect(pick.inside(120, 120, -5, 50, still).sort()).toEqual([2, 3]);
  expect(pick.inside(-5, -5, 120, 50, still).sort()).toEqual([0, 1]);
});

test('edges that pass points are found where they pass, not on the straight line', () => {
  const pick = picker({
    ...scene(3),
    routes: { offsets: Uint32Array.of(0, 2, 2, 2), points: Float32Array.of(0, 60, 40, 100) },
    arrow: new Float32Array(3),
  });
  expect(pick.edge(20, 80, still)).toBe(0);
  expect(pick.edge(50, 50, still)).toBe(-1);
});
