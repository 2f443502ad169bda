import { readFileSync } from 'node:fs';
import assembler from 'wabt';
import { seeded } from '../random';
import { operator } from '../measure/krylov';
import { counted } from '../measure/triangles';
import { bytes } from './bytes';
import { kernels } from '.';

test('the bytes are those of the source', async () => {
  const { parseWat } = await assembler();
  const { buffer } = parseWat('kernels.wat', readFileSync(`${__dirname}/kernels.wat`, 'utf8')).toBinary({});
  expect(Buffer.from(buffer).toString('base64')).toBe(bytes);
});

test('arrays lie apart, whole and in order', () => {
  const held = kernels(4 * 3 + 8 * 2 + 4);
  const a = held?.integers(Uint32Array.of(1, 2, 3));
  const b = held?.doubles(Float64Array.of(0.5, -0.25));
  const c = held?.integers(1);
  c?.fill(7);
  expect([...(a ?? [])]).toEqual([1, 2, 3]);
  expect([...(b ?? [])]).toEqual([0.5, -0.25]);
  expect([...(c ?? [])]).toEqual([7]);
  expect(a?.byteOffset).toBeGreaterThan(0);
});

test('a memory that cannot be had is none', () => {
  expect(kernels(2 ** 40)).toBeUndefined();
});

test('where WebAssembly is switched off there is none', () => {
  const whole = globalThis.WebAssembly;
  const Refused = whole.CompileError;
  Object.defineProperty(globalThis, 'WebAssembly', {
    configurable: true,
    value: {
      Instance: class {
        constructor() {
          throw new Refused('refused by the policy');
        }
      },
      Module: class {
        constructor() {
          throw new Refused('refused by the policy');
        }
      },
      CompileError: Refused,
    },
  });
  try {
    expect(kernels(100)).toBeUndefined();
  } finally {
    Object.defineProperty(globalThis, 'WebAssembly', { configurable: true, value: whole });
  }
});

/** A random matrix in rows of 0 to 9 entries. */
function randomRows(n: number, weighted: boolean): Parameters<typeof operator>[0] {
  const { unit: random } = seeded(n);
  const offsets = new Uint32Array(n + 1);
  const to: number[] = [];
  for (let v = 0; v < n; v++) {
    const some = Math.floor(random() * 10);
    for (let i = 0; i < some; i++) to.push(Math.floor(random() * n));
    offsets[v + 1] = to.length;
  }
  return {
    offsets,
    to: Uint32Array.from(to),
    diagonal: Float64Array.from({ length: n }, (_, v) => (v % 3 === 0 ? random() : 0)),
    weight: weighted ? Float64Array.from(to, () => random()) : undefined,
  };
}

test.each([true, false])('a product is that of the definition, weighted: %s', (weighted) => {
  for (const n of [1, 2, 7, 300]) {
    const rows = randomRows(n, weighted);
    const [fast, plain] = [operator(rows, 2, false), operator(rows, 2, true)].map(({ vector, multiply }) => {
      const [x, y] = [vector(), vector()];
      for (let v = 0; v < n; v++) x[v] = Math.sin(v + 1);
      multiply(x, y);
      return y;
    });
    for (let v = 0; v < n; v++) expect(fast[v]).toBeCloseTo(plain[v], 12);
    const [v] = [Math.floor(n / 2)];
    let sum = rows.diagonal[v] * Math.sin(v + 1);
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++)
      sum += (rows.weight?.[k] ?? 1) * Math.sin(rows.to[k] + 1);
    expect(plain[v]).toBeCloseTo(sum, 12);
  }
});

test.each([0, 1, 2, 3, 4, 5, 8, 301])('vectors of %s entries are multiplied and added whole', (n) => {
  const held = kernels(8 * 2 * (n + 1));
  if (!held) throw new Error('no WebAssembly');
  const a = held.doubles(Float64Array.from({ length: n }, (_, v) => v + 1));
  const b = held.doubles(Float64Array.from({ length: n }, (_, v) => 2 * v - 3));
  const after = held.doubles(1);
  let sum = 0;
  for (let v = 0; v < n; v++) sum += a[v] * b[v];
  expect(held.dot(n, a.byteOffset, b.byteOffset)).toBeCloseTo(sum, 6);
  held.addTimes(n, a.byteOffset, b.byteOffset, 0.5);
  expect([...a]).toEqual(Array.from({ length: n }, (_, v) => v + 1 + 0.5 * (2 * v - 3)));
  expect([...after]).toEqual([0]);
});

test('triangles are those of the plain way, and a second count starts afresh', () => {
  const { unit: random } = seeded(3);
  const n = 90;
  const lower = Array.from({ length: n }, (_, v) =>
    Array.from({ length: v }, (_unused, u) => u).filter(() => random() < 0.3),
  );
  const first = new Uint32Array(n + 1);
  lower.forEach((row, v) => (first[v + 1] = first[v] + row.length));
  const node = Uint32Array.from(lower.flat());
  const plain = counted(first, node, true);
  expect(plain.reduce((sum, t) => sum + t, 0)).toBeGreaterThan(1000);
  expect(counted(first, node, false)).toEqual(plain);
  expect(counted(first, node, false)).toEqual(plain);
});
