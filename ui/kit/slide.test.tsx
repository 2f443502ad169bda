/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react';
import '@/ui/testing';
import { Slide, stopsTo } from './slide';

test('a track stops at whole numbers first, then ever farther apart, and reaches its end', () => {
  expect(stopsTo(0, 5)).toEqual([0, 1, 2, 3, 4, 5]);
  expect(stopsTo(1, 12, 8)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
  const far = stopsTo(0, 5027);
  expect(far.slice(58, 64)).toEqual([58, 59, 60, 63, 67, 71]);
  expect([far.at(-1), far.length < 160]).toEqual([5027, true]);
  expect(far.every((stop, i) => i === 0 || stop > far[i - 1])).toBe(true);
  expect(stopsTo(1, 1)).toEqual([1]);
  expect(stopsTo(2, 0)).toEqual([2]);
});

test('keys go from stop to stop; a value between two stands at the lower, and is said as it is', () => {
  const moved = jest.fn<undefined, [number]>();
  render(<Slide label="Degree at least" value={65} stops={stopsTo(0, 5027)} onChange={moved} />);
  const thumb = screen.getByRole('slider', { name: 'Degree at least' });
  expect(thumb.getAttribute('aria-valuetext')).toBe('65');
  fireEvent.keyDown(thumb, { key: 'ArrowRight' });
  fireEvent.keyDown(thumb, { key: 'End' });
  expect(moved.mock.calls).toEqual([[67], [5027]]);
});

test('who can work ahead hears of the values beside: when it is about to be moved, and with each move', () => {
  const near = jest.fn<undefined, [number[]]>();
  const common = { onChange: () => undefined, onNear: near };
  render(<Slide label="Degree at least" value={63} stops={stopsTo(0, 5027)} {...common} />);
  const thumb = screen.getByRole('slider', { name: 'Degree at least' });
  fireEvent.focus(thumb);
  fireEvent.pointerEnter(thumb.parentElement as HTMLElement);
  fireEvent.keyDown(thumb, { key: 'ArrowRight' });
  fireEvent.keyDown(thumb, { key: 'End' });
  const heard = near.mock.calls.map(([values]) => values.join());
  // A key focuses the thumb once more.
  expect(heard.filter((values, i) => values !== heard[i - 1])).toEqual(['67,60', '71,63', '4834']);
  near.mockClear();
  render(<Slide label="Pull" value={0.2} min={0} max={1} step={0.1} {...common} />);
  fireEvent.focus(screen.getByRole('slider', { name: 'Pull' }));
  expect(near.mock.calls).toEqual([[[0.3, 0.1]]]);
});

test('a plain track says its number by itself', () => {
  const moved = jest.fn<undefined, [number]>();
  render(<Slide label="Pull" value={0.5} min={0} max={1} step={0.1} onChange={moved} />);
  const thumb = screen.getByRole('slider', { name: 'Pull' });
  expect(thumb.getAttribute('aria-valuetext')).toBeNull();
  fireEvent.keyDown(thumb, { key: 'ArrowLeft' });
  expect(moved.mock.calls[0][0]).toBeCloseTo(0.4);
});
