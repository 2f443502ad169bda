import fc from 'fast-check';
import { type Network, simpleAdjacency } from '../graph';
import { atOnce } from '../measure';
import type { Crew } from '../split';
import { backwards } from '../split/samples';
import { forceLayout } from './force';
import { layoutQuality } from './quality';
import { far, grid, made } from './samples';
import { stepsFrom } from './steps';
import { stressLayout } from './stress';

// Many rounds take their time on a busy machine.
jest.setTimeout(60_000);

const plain = { room: 50, apart: 0, seed: 7 };
const quality = (net: Network, at: Float32Array, r = 0): ReturnType<typeof layoutQuality> =>
  layoutQuality(net, at, new Float32Array(net.ids.length).fill(r), atOnce);
const force = { pull: 0.2, spread: 44, apart: 0, iterations: 200, seed: 7, weights: false, pack: true };

describe('stress', () => {
  test('a path is drawn as a line, its steps `room` long; a triangle with equal sides', async () => {
    const line = await stressLayout(made(5, [[0, 1], [1, 2], [2, 3], [3, 4]]), plain, atOnce); // prettier-ignore
    for (let a = 0; a < 5; a++) for (let b = a + 1; b < 5; b++) expect(far(line, a, b) / 50).toBeCloseTo(b - a, 1);
    const three = await stressLayout(made(3, [[0, 1], [1, 2], [2, 0]]), plain, atOnce); // prettier-ignore
    for (const [a, b] of [[0, 1], [1, 2], [2, 0]]) expect(far(three, a, b)).toBeCloseTo(50, 1); // prettier-ignore
  });

  test('a square of four: its sides and diagonals are in the proportion of least stress', async () => {
    const at = await stressLayout(made(4, [[0, 1], [1, 2], [2, 3], [3, 0]]), plain, atOnce); // prettier-ignore
    // With side s: 4 (s − 1)² + 2 (√2 s − 2)² / 4 is least at s = (4 + √2) / 5.
    expect(far(at, 0, 1) / 50).toBeCloseTo((4 + Math.SQRT2) / 5, 2);
    expect(far(at, 0, 2) / 50).toBeCloseTo((Math.SQRT2 * (4 + Math.SQRT2)) / 5, 2);
  });

  test('by pivots it comes close to what all pairs give, and both below forces', async () => {
    const net = grid(17);
    const [byPairs, byPivots] = [
      await quality(net, await stressLayout(net, plain, atOnce)),
      await quality(net, await stressLayout(net, plain, atOnce, undefined, { allPairs: 0 })),
    ];
    expect(byPivots.stress).toBeLessThan(1.1 * byPairs.stress);
    expect(byPivots.stress).toBeLessThan((await quality(net, await forceLayout(net, force, atOnce))).stress);
  });

  test('parts stand beside each other, none over another, and nodes keep apart', async () => {
    const net = made(64, [...Array.from({ length: 30 }, (_, i): [number, number] => [i, i + 1]), [40, 41], [41, 42]]); // prettier-ignore
    const at = await stressLayout(net, { ...plain, apart: 20 }, atOnce);
    let least = Infinity;
    for (let a = 0; a < 64; a++) for (let b = a + 1; b < 64; b++) least = Math.min(least, far(at, a, b));
    expect(least).toBeGreaterThan(19.9);
  });

  test('its sources are shared out, and the picture is the same to the bit', async () => {
    const net = grid(13);
    const done: string[] = [];
    const crew: Crew = {
      size: 2,
      run(task, ...more) {
        done.push(task);
        return backwards.crew?.run(task, ...more) ?? Promise.resolve();
      },
    };
    expect(await stressLayout(net, plain, { ...backwards, crew })).toEqual(await stressLayout(net, plain, atOnce));
    expect(done).toEqual(['steps']);
  });

  test('another seed gives another picture of hardly other stress', async () => {
    const net = grid(6);
    const [a, b] = [await stressLayout(net, plain, atOnce), await stressLayout(net, { ...plain, seed: 8 }, atOnce)];
    expect(a).not.toEqual(b);
    expect((await quality(net, a)).stress).toBeCloseTo((await quality(net, b)).stress, 2);
  });
});

describe('forces by the exponent of the pull', () => {
  test('ties that pull alike at every length draw groups tighter than ones that pull harder the longer they are', async () => {
    // Two groups of twelve, each tied within, and one tie between.
    const edges: [number, number][] = [[0, 12]];
    for (let a = 0; a < 24; a++)
      for (let b = a + 1; b < 24; b++) if (a < 12 === b < 12 && (a + b) % 3) edges.push([a, b]);
    const net = made(24, edges);
    const tightness = async (grows: number): Promise<number> => {
      const at = await forceLayout(net, { ...force, grows }, atOnce);
      let [inside, between] = [0, 0];
      for (let a = 0; a < 24; a++)
        for (let b = a + 1; b < 24; b++)
          if (a < 12 === b < 12) inside += far(at, a, b) / 132;
          else between += far(at, a, b) / 144;
      return between / inside;
    };
    const [tight, plainly, even] = [await tightness(0), await tightness(1), await tightness(2)];
    expect(tight).toBeGreaterThan(1.2 * plainly);
    expect(plainly).toBeGreaterThan(even);
  });

  test('the exponent 1 is the same as none', async () => {
    const net = grid(5);
    expect(await forceLayout(net, { ...force, grows: 1 }, atOnce)).toEqual(await forceLayout(net, force, atOnce));
  });
});

describe('how well a picture tells the distances', () => {
  test('a line drawn true has no stress, keeps all neighbours and crosses nothing', async () => {
    const net = made(4, [[0, 1], [1, 2], [2, 3]]); // prettier-ignore
    expect(await quality(net, Float32Array.of(0, 0, 10, 0, 20, 0, 30, 0), 3)).toEqual({
      stress: 0,
      kept: 1,
      crossings: 0,
      over: 0,
      sampled: false,
    });
  });

  test('two crossing ties are half a crossing each; nodes over others are counted', async () => {
    const at = Float32Array.of(0, 0, 10, 10, 0, 10, 10, 0, 11, 0);
    const found = await quality(made(5, [[0, 1], [2, 3]]), at, 1); // prettier-ignore
    expect([found.crossings, found.over]).toEqual([0.5, 2]);
  });

  test('the figures are those of the definitions, pair by pair', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(7), fc.nat(7)), { minLength: 1, maxLength: 14 }),
        fc.array(fc.integer({ min: -20, max: 20 }), { minLength: 16, maxLength: 16 }),
        async (pairs, places) => {
          const net = made(8, pairs);
          const at = Float32Array.from(places);
          const rows = simpleAdjacency(net, 'both');
          const steps = new Uint16Array(8);
          let best = { sum: 0, squares: 0, count: 0 };
          const ratios: number[] = [];
          for (let a = 0; a < 8; a++) {
            stepsFrom(rows, a, steps, new Uint32Array(8));
            for (let b = 0; b < 8; b++) if (a !== b && steps[b] !== 0xffff) ratios.push(far(at, a, b) / steps[b]);
          }
          for (const q of ratios) best = { sum: best.sum + q, squares: best.squares + q * q, count: best.count + 1 };
          const scale = best.squares ? best.sum / best.squares : 0;
          const stress = Math.sqrt(ratios.reduce((sum, q) => sum + (scale * q - 1) ** 2, 0) / ratios.length);
          const found = await quality(net, at);
          if (ratios.length) expect(found.stress).toBeCloseTo(stress, 6);
          else expect(found.stress).toBeNaN();
        },
      ),
      { numRuns: 60 },
    );
  });

  test('without nodes or edges there is nothing to tell', async () => {
    expect(await quality(made(0, []), new Float32Array(0))).toMatchObject({ stress: NaN, kept: NaN, crossings: NaN });
    expect(await quality(made(1, []), new Float32Array(2))).toMatchObject({ stress: NaN, kept: NaN, over: 0 });
  });
});
