import { elevationPath } from './elevation';

test('full height at the start, lower where nodes are left out, slopes between', () => {
  expect(elevationPath([{ share: 1 }, { share: 0.25 }], 100, 40)).toBe('M0,40 L0,0 L94,0 L106,20 L200,20 L200,40 Z');
});
test('a tile of unknown share is as high as the one before it; no tiles, no path', () => {
  expect(elevationPath([{ share: 1 }, { share: undefined }], 100, 40)).toBe('M0,40 L0,0 L100,0 L200,0 L200,40 Z');
  expect(elevationPath([], 100, 40)).toBe('');
});
