/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import type { Network } from '@/core/graph';
import { type Pieces, useDerived } from './use-derived';

const netOf = (edges: number): Network => ({
  directed: false,
  ids: ['a', 'b'],
  labels: ['a', 'b'],
  source: new Uint32Array(edges),
  target: new Uint32Array(edges).fill(1),
  weight: new Float64Array(edges).fill(1),
  weightName: 'records',
  nodeColumns: [],
  edgeColumns: [],
});
/** How many pieces were done. */
let done = 0;
function* compute(net: Network): Pieces<number> {
  done++;
  yield;
  done++;
  return net.ids.length;
}
beforeEach(() => {
  done = 0;
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

test('what follows from a small network is there at once, from a large one in a task of its own', () => {
  const { result, rerender } = renderHook(({ net }: { net: Network | undefined }) => useDerived(net, compute), {
    initialProps: { net: undefined as Network | undefined },
  });
  expect(result.current).toBeUndefined();
  rerender({ net: netOf(3) });
  expect([result.current, done]).toEqual([2, 2]);
  const large = netOf(100_000);
  rerender({ net: large });
  // What was of another network is not shown for it.
  expect([result.current, done]).toEqual([undefined, 2]);
  act(() => void jest.runOnlyPendingTimers());
  expect([result.current, done]).toEqual([undefined, 3]);
  act(() => void jest.runOnlyPendingTimers());
  expect([result.current, done]).toEqual([2, 4]);
  rerender({ net: large });
  expect(done).toBe(4);
});

test('a network that is replaced meanwhile is not computed to its end', () => {
  const { rerender } = renderHook(({ net }) => useDerived(net, compute), { initialProps: { net: netOf(100_000) } });
  act(() => void jest.runOnlyPendingTimers());
  expect(done).toBe(1);
  done = 0;
  rerender({ net: netOf(2) });
  act(() => void jest.runAllTimers());
  expect(done).toBe(2);
});
