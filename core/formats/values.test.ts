import fc from 'fast-check';
import { Fault } from '../fault';
import { valueFromArrow, valueToArrow } from './values';

const through = (value: unknown): unknown => valueFromArrow(valueToArrow(value));

test('columns, groups and places come back to the bit', () => {
  const values = [
    [Float64Array.of(0.1, NaN, -0, Infinity, 5e-324), new Float64Array(0)],
    { of: Uint32Array.of(0, 1, 0xffffffff), count: 2, quality: 0.41979, merges: [{ a: 0, b: 1, height: NaN }] },
    {
      positions: Float32Array.of(1.5, -2.25),
      routes: { offsets: Uint32Array.of(0, 2), at: Float32Array.of(1, 2, 3, 4) },
    },
    { stability: -0, runs: 6, bytes: Uint8Array.of(1), whole: Int8Array.of(-1), ends: Int32Array.of(-5) },
  ];
  for (const value of values) {
    const back = through(value);
    expect(back).toEqual(value);
    expect(valueToArrow(back)).toEqual(valueToArrow(value));
  }
  expect(Object.is((through({ x: -0 }) as { x: number }).x, -0)).toBe(true);
});

test('an array that stands in two places is one afterwards, and none shares its memory with another', () => {
  const one = Float64Array.of(1, 2);
  const back = through({ a: one, b: one, c: Float64Array.of(3) }) as Record<string, Float64Array>;
  expect(back.a).toBe(back.b);
  expect(back.a.buffer).not.toBe(back.c.buffer);
  expect(back.a.buffer.byteLength).toBe(16);
});

test('whatever is plain comes back', () => {
  const numbers = fc.oneof(
    fc.float64Array({ maxLength: 20 }),
    fc.uint32Array({ maxLength: 20 }),
    fc.float32Array({ maxLength: 20 }),
    fc.int8Array({ maxLength: 20 }),
  );
  const plain = fc.letrec((tie) => ({
    value: fc.oneof(fc.double(), fc.string(), fc.boolean(), fc.constant(null), numbers, tie('list'), tie('object')),
    list: fc.array(tie('value'), { maxLength: 4 }),
    object: fc.dictionary(fc.stringMatching(/^[a-z_]{1,8}$/), tie('value'), { maxKeys: 4, noNullPrototype: true }),
  })).value;
  fc.assert(
    fc.property(plain, (value) => expect(through(value)).toEqual(value)),
    { numRuns: 200, seed: 4 },
  );
});

test('broken bytes are a fault, whatever they are', () => {
  const whole = valueToArrow({ of: Uint32Array.of(1, 2, 3), count: 2 });
  fc.assert(
    fc.property(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 255 }), fc.boolean(), (at, by, cut) => {
      try {
        valueFromArrow(cut ? whole.slice(0, at) : whole.map((byte, i) => (i === at ? byte ^ by : byte)));
      } catch (error) {
        expect(error).toBeInstanceOf(Fault);
      }
    }),
    { numRuns: 300, seed: 5 },
  );
  expect(() => valueFromArrow(new Uint8Array(0))).toThrow(Fault);
});
