/** @jest-environment jsdom */
/** The names of lanes: chosen by a click, moved by hand. */
import { fireEvent, screen } from '@testing-library/react';
import { useRef } from 'react';
import { dress, plainStyle } from '@/core/style';
import { inWorkbench, keepers } from '@/ui/testing';
import { LaneNames } from './lane-names';

jest.mock('@tanstack/react-virtual', () => ({
  useVirtualizer: ({ count }: { count: number }) => ({
    getVirtualItems: () => Array.from({ length: count }, (_, index) => ({ index, key: index, start: 20 * index })),
  }),
}));

function Names() {
  const scroller = useRef<HTMLDivElement>(null);
  const looks = dress(keepers, plainStyle);
  return <LaneNames net={keepers} looks={looks} nodes={Uint32Array.of(3, 1, 0)} row={20} scroller={scroller} />;
}
const name = (text: string): HTMLElement => screen.getByRole('button', { name: new RegExp(text) });

test('a click chooses, Alt and an arrow moves the lane; at the end it stays', async () => {
  const { user, store } = inWorkbench(<Names />);
  await user.click(name('Tove Lorne'));
  expect(store.getState().selection.nodes).toEqual(['k2']);
  fireEvent.keyDown(name('Maud Oxley'), { key: 'ArrowDown', altKey: true });
  expect(store.getState().lanes.then).toEqual({ by: 'hand', ids: ['k2', 'k4', 'k1'] });
  const before = store.getState().lanes;
  fireEvent.keyDown(name('Alban Pell'), { key: 'ArrowDown', altKey: true });
  fireEvent.keyDown(name('Alban Pell'), { key: 'ArrowUp' });
  expect(store.getState().lanes).toBe(before);
});

test('a lane is dragged to another place, and nothing is chosen by that', () => {
  const { store } = inWorkbench(<Names />);
  const lane = name('Alban Pell');
  lane.setPointerCapture = () => undefined;
  const point = (kind: string, clientY: number) =>
    fireEvent(lane, Object.assign(new MouseEvent(kind, { bubbles: true, clientY, button: 0 }), { pointerId: 1 }));
  point('pointerdown', 50);
  point('pointermove', 53);
  expect(lane.className).not.toContain('opacity-50');
  point('pointermove', 8);
  expect(lane.className).toContain('opacity-50');
  point('pointerup', 8);
  fireEvent.click(lane);
  expect(store.getState().lanes.then).toEqual({ by: 'hand', ids: ['k1', 'k4', 'k2'] });
  expect(store.getState().selection.nodes).toEqual([]);
});
