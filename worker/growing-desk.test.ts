/** A network that grows goes on from how it lies. */
import { GrowingDesk } from './growing-desk';

jest.mock('comlink', () => ({ transfer: (what: unknown) => what }));

const ring = (n: number): Uint32Array => Uint32Array.from({ length: 2 * n }, (_, i) => ((i + 1) >> 1) % n);
const far = (at: Float32Array, a: number, b: number): number =>
  Math.hypot(at[2 * a] - at[2 * b], at[2 * a + 1] - at[2 * b + 1]);

test('is laid out anew where nothing is known, and a new node comes to stand near its neighbour', async () => {
  const desk = new GrowingDesk();
  const none = new Float32Array(24).fill(NaN);
  const first = await desk.place(12, ring(12), none);
  expect([...first].every(Number.isFinite)).toBe(true);
  expect(await desk.place(12, ring(12), none)).toEqual(first);
  const more = Float32Array.from([...first, NaN, NaN]);
  const next = await desk.place(13, Uint32Array.from([...ring(12), 12, 0]), more);
  // Whoever was on the other side of the ring is there still.
  const opposite = far(next, 0, 6);
  expect(far(next, 12, 0)).toBeLessThan(opposite);
  const order = (at: Float32Array): boolean => far(at, 0, 1) < far(at, 0, 6);
  expect([order(first), order(next)]).toEqual([true, true]);
});

test('a network of no node and of one', async () => {
  const desk = new GrowingDesk();
  expect(await desk.place(0, new Uint32Array(0), new Float32Array(0))).toHaveLength(0);
  expect(await desk.place(1, new Uint32Array(0), Float32Array.of(NaN, NaN))).toHaveLength(2);
});
