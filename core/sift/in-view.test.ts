import { network } from '../graph';
import { dress, plainStyle } from '../style';
import { inView, outOfView, withoutTies } from '.';
import { looksInView, widthsBy } from './in-view';

const net = network({
  nodes: 4,
  edges: [
    [0, 1],
    [1, 2],
    [2, 3],
  ],
  weight: [1, 5, 9],
});
const looks = dress(net, {
  ...plainStyle,
  edgeWidth: { by: 'amount', column: 'weight', min: 1, max: 9, scale: 'linear' } as never,
});
const nodes = Uint8Array.of(inView, inView, withoutTies, outOfView);
const view = { nodes, edges: Uint8Array.of(1, 0, 0), weight: Float64Array.of(0.5, 5, 9) };

test('what is out of view is not drawn; what has no tie in view stands back, is hidden or stays', () => {
  const shown = (untied: 'dimmed' | 'hidden' | 'kept') => [...looksInView(net, looks, view, untied, true).opacity];
  expect(shown('dimmed')).toEqual([255, 255, 56, 0]);
  expect(shown('hidden')).toEqual([255, 255, 0, 0]);
  const found = looksInView(net, looks, view, 'dimmed', true);
  expect([3, 7, 11].map((at) => found.edgeColour[at] > 0)).toEqual([true, false, false]);
  expect([...found.labelled].every((v) => v < 2)).toBe(true);
  // What was given stays as it was.
  expect([...looks.opacity]).toEqual([255, 255, 255, 255]);
});

test('widths follow the weights in view along the widths that there were', () => {
  const widths = (weight: number[], byWeight = true) => [
    ...looksInView(net, looks, { ...view, weight: Float64Array.from(weight) }, 'dimmed', byWeight).edgeWidth,
  ];
  expect(widths([1, 3, 7])).toEqual([1, 3, 7]);
  expect(widths([0, 5, 20])).toEqual([1, 5, 9]);
  expect(widths([1, 3, 7], false)).toEqual([...looks.edgeWidth]);
  expect([...widthsBy(new Float64Array(0), new Float32Array(0), new Float64Array(0))]).toEqual([]);
});
