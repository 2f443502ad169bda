import { TrailCache } from './cache';

const kilobytes = (count: number): Float64Array => new Float64Array(128 * count);

test('what was kept is found; what was not is not', () => {
  const cache = new TrailCache();
  const value = { network: { source: kilobytes(1) } };
  cache.set('a', value);
  expect(cache.get('a')).toBe(value);
  expect(cache.get('b')).toBeUndefined();
});

test('the least lately used leave first when there is no room', () => {
  const cache = new TrailCache(10_000);
  for (const key of ['a', 'b', 'c', 'd']) cache.set(key, { of: kilobytes(2) });
  expect(cache.get('a')).toBeDefined();
  cache.set('e', { of: kilobytes(2) });
  expect(['a', 'b', 'c', 'd', 'e'].filter((key) => cache.get(key) !== undefined)).toEqual(['a', 'c', 'd', 'e']);
  expect(cache.bytes).toBeLessThanOrEqual(10_000);
});

test('what several results share takes room once, until the last of them leaves', () => {
  const cache = new TrailCache(20_000);
  const shared = kilobytes(8);
  for (let i = 0; i < 20; i++) cache.set(`step ${i}`, { network: { source: shared, own: new Uint8Array(10) } });
  expect(cache.bytes).toBeLessThan(8192 + 20 * 1000);
  expect(Array.from({ length: 20 }, (_, i) => cache.get(`step ${i}`)).filter(Boolean)).toHaveLength(20);
  cache.set('large', { of: kilobytes(18) });
  expect(cache.get('large')).toBeDefined();
  expect(cache.get('step 0')).toBeUndefined();
  expect(cache.bytes).toBeLessThan(20_000);
});

test('views of one buffer, lists of texts, maps and circles are counted for what they are', () => {
  const cache = new TrailCache();
  const all = kilobytes(4);
  cache.set('views', { a: all.subarray(0, 10), b: all.subarray(10) });
  expect(cache.bytes).toBeLessThan(5000);
  const ids = Array.from({ length: 1000 }, (_, i) => `person ${i}`);
  cache.set('texts', { ids });
  expect(cache.bytes).toBeGreaterThan(4096 + 1000 * 18);
  const circle: { self?: unknown; map: Map<string, Float64Array> } = { map: new Map([['x', kilobytes(2)]]) };
  circle.self = circle;
  const before = cache.bytes;
  cache.set('circle', circle);
  expect(cache.bytes - before).toBeGreaterThanOrEqual(2048);
});

test('one result stays however large it is, and one that is replaced takes its room along', () => {
  const cache = new TrailCache(1000);
  cache.set('a', { of: kilobytes(50) });
  expect(cache.get('a')).toBeDefined();
  cache.set('a', { of: kilobytes(1) });
  expect(cache.bytes).toBeLessThan(3000);
});
