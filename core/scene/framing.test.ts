import { circleId } from '../gather/ids';
import { type Network, network } from '../graph';
import { type Scene, sceneOf } from './scene';
import { plainStyle } from '../style';
import { firstFrame } from './framing';

/** Three nodes tied to each other near the middle, and two far to the right. */
const net: Network & { positions: Float32Array } = {
  ...network({
    nodes: 5,
    edges: [
      [0, 1],
      [1, 2],
    ],
  }),
  positions: Float32Array.of(0, 0, 10, 0, 10, 10, 400, 0, 400, 10),
};
const main = Uint8Array.of(1, 1, 1, 0, 0);
const scene = (radius: number): Scene => ({ ...sceneOf(net, plainStyle), radius: new Float32Array(5).fill(radius) });

test('the largest part fills the view, its nodes whole, where others would make it small', () => {
  expect(firstFrame(net, scene(6), main)).toMatchObject({ left: -6, right: 16, top: -6, bottom: 16 });
  expect(firstFrame(net, scene(6), undefined)).toMatchObject({ right: 406 });
  // One that is of other nodes says nothing.
  expect(firstFrame(net, scene(6), Uint8Array.of(1, 0))).toMatchObject({ right: 406 });
  const near = { ...scene(6), positions: Float32Array.of(0, 0, 10, 0, 10, 10, 20, 0, 20, 10) };
  expect(firstFrame(net, near, main)).toMatchObject({ left: -6, right: 26 });
});

test('all circles are in view, as those without ties stand for many too', () => {
  const circles = { ...net, ids: net.ids.map((_, v) => circleId(String(v + 1))) };
  expect(firstFrame(circles, scene(6), main)).toMatchObject({ left: -6, right: 406 });
});

test('no network has no bounds', () => {
  const { left, right } = firstFrame(undefined, undefined, main);
  expect(right - left).not.toBeNaN();
});
