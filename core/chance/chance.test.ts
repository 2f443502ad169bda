import fc from 'fast-check';
import { type Network, network, simpleAdjacency } from '../graph';
import { atOnce } from '../split';
import { backwards } from '../split/samples';
import { seeded } from '../random';
import { plainOptions } from '../measure';
import { dyadCensus } from '../measure/census';
import {
  type ChanceModel,
  againstChance,
  againstShuffling,
  chanceModels,
  draw,
  heldAgainst,
  originOf,
  profilesFrom,
  randomOf,
  significanceProfile,
  switchesPerTie,
} from '.';
import { networkOf } from './drawn';

const models = Object.keys(chanceModels) as ChanceModel[];
const some = (n: number, m: number, directed: boolean): Network => {
  const random = seeded(n + m);
  const edges = Array.from({ length: m }, (): [number, number] => [random.below(n), random.below(n)]);
  return network({ nodes: n, edges, directed });
};

describe('draws', () => {
  test.each(models)('%s: simple, keeps what it says, the same for the same seed, another for another', (model) => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 25 }), fc.boolean(), fc.integer(), (n, directed, seed) => {
        const origin = originOf(some(n, 2 * n, directed));
        const drawn = draw(origin, model, randomOf(seed, 0));
        const net = networkOf(origin, drawn);
        // No loop, no parallel tie.
        expect(simpleAdjacency(net, 'out').to.length).toBe(drawn.source.length * (directed ? 1 : 2));
        expect(draw(origin, model, randomOf(seed, 0))).toEqual(drawn);
        const before = networkOf(origin, { ...origin, switches: 0 });
        if (model !== 'probability') expect(drawn.source.length).toBe(origin.source.length);
        if (model === 'dyads') expect(dyadCensus(net)).toEqual(dyadCensus(before));
        if (model === 'degrees') {
          for (const way of ['out', 'in'] as const)
            expect(simpleAdjacency(net, way).offsets).toEqual(simpleAdjacency(before, way).offsets);
          expect(drawn.switches).toBe(switchesPerTie * origin.source.length);
        }
      }),
      { numRuns: 40 },
    );
    const origin = originOf(some(30, 70, true));
    expect(draw(origin, model, randomOf(1, 0))).not.toEqual(draw(origin, model, randomOf(2, 0)));
  });

  test.each([true, false])('every possible tie is as likely as every other, directed %s', (directed) => {
    const origin = originOf(some(6, 7, directed));
    for (const model of ['uniform', 'probability', 'dyads'] as const) {
      const counts = new Map<string, number>();
      let all = 0;
      for (let seed = 0; seed < 4000; seed++) {
        const { source, target } = draw(origin, model, randomOf(seed, 0));
        source.forEach((a, i) => {
          const key = directed ? `${a} ${target[i]}` : [a, target[i]].sort().join(' ');
          counts.set(key, (counts.get(key) ?? 0) + 1);
          all++;
        });
      }
      const pairs = directed ? 30 : 15;
      expect(counts.size).toBe(pairs);
      for (const count of counts.values()) expect(Math.abs(count / (all / pairs) - 1)).toBeLessThan(0.15);
    }
  });

  test('degree switching reaches all networks alike: the three pairings of four nodes with one tie each', () => {
    const origin = originOf(
      network({
        nodes: 4,
        edges: [
          [0, 1],
          [2, 3],
        ],
      }),
    );
    const partners = [0, 0, 0, 0];
    for (let seed = 0; seed < 1500; seed++) {
      const { source, target } = draw(origin, 'degrees', randomOf(seed, 0));
      const i = source.findIndex((v, e) => v === 0 || target[e] === 0);
      partners[source[i] === 0 ? target[i] : source[i]]++;
    }
    for (const count of partners.slice(1)) expect(Math.abs(count - 500)).toBeLessThan(80);
  });

  test('too dense to switch: a sentence', () => {
    const edges = [0, 1, 2, 3].flatMap((a) => [0, 1, 2, 3].filter((b) => b > a).map((b): [number, number] => [a, b]));
    expect(() => draw(originOf(network({ nodes: 4, edges })), 'degrees', randomOf(1, 0))).toThrow(/too dense/);
  });
});

describe('against chance', () => {
  test('mean, sd, z and share, by hand', () => {
    const found = heldAgainst('x', { value: 5 }, Float64Array.of(1, 2, 3, NaN, 6));
    expect(found).toMatchObject({ mean: 3, z: expect.closeTo(2 / Math.sqrt(14 / 3), 12) as number, share: 1 / 4 });
    expect(found.sd).toBeCloseTo(Math.sqrt(14 / 3), 12);
    expect(heldAgainst('x', { value: 2 }, Float64Array.of(2, 2, 2))).toMatchObject({ sd: 0, z: null, share: 1 });
    expect(heldAgainst('x', { value: null, why: 'so' }, Float64Array.of(1, 3))).toMatchObject({
      observed: null,
      z: null,
      why: 'so',
    });
  });

  test('expected triads of uniform draws are those of the formula', async () => {
    const net = some(20, 60, true);
    const { figures, ties } = await againstChance(net, { model: 'uniform', draws: 600, seed: 3 }, atOnce);
    const p = ties / (20 * 19);
    const triads = (20 * 19 * 18) / 6;
    // An empty triad has none of its six ties; drawn without replacement the share is near (1 − p)⁶.
    const empty = figures.find(({ key }) => key === 'triad_003');
    let none = triads;
    for (let i = 0; i < 6; i++) none *= (20 * 19 - ties - i) / (20 * 19 - i);
    expect(empty?.mean).toBeDefined();
    expect(Math.abs((empty?.mean ?? 0) - none)).toBeLessThan((4 * (empty?.sd ?? 0)) / Math.sqrt(600));
    expect(p).toBeGreaterThan(0);
    expect(figures.find(({ key }) => key === 'density')).toMatchObject({ sd: 0, z: null });
    expect(figures.find(({ key }) => key === 'mean_distance')?.z).not.toBeNull();
  });

  test('a network of closed circles stands out in transitivity; the same draws however they are split', async () => {
    const edges = [0, 3, 6, 9].flatMap((v): [number, number][] => [
      [v, v + 1],
      [v + 1, v + 2],
      [v + 2, v],
      [v, (v + 3) % 12],
    ]);
    const net = network({ nodes: 12, edges });
    const ask = { model: 'degrees', draws: 60, seed: 5, figures: ['transitivity'] } as const;
    const here = await againstChance(net, ask, atOnce);
    expect(here.figures[0].z).toBeGreaterThan(2);
    expect(await againstChance(net, ask, backwards)).toEqual(here);
  });

  test('shuffled values: a column that follows the ties stands out', async () => {
    const edges = [0, 6].flatMap((v) =>
      [0, 1, 2, 3, 4].flatMap((i): [number, number][] => [
        [v + i, v + i + 1],
        [v, v + i + 1],
      ]),
    );
    const net = network({ nodes: 12, edges: [...edges, [5, 6]] });
    net.nodeColumns = [
      {
        type: 'text',
        name: 'side',
        codes: Int32Array.from({ length: 12 }, (_, v) => (v < 6 ? 0 : 1)),
        dictionary: ['a', 'b'],
      },
    ];
    const found = await againstShuffling(net, 'side', 200, 1, atOnce, plainOptions);
    expect(found.map(({ key }) => key)).toEqual(['category_assortativity', 'external_internal']);
    // Draws are the same whether there are many or few.
    const few = await againstShuffling(net, 'side', 7, 1, atOnce, plainOptions);
    expect(few.map(({ draws }) => [...draws])).toEqual(found.map(({ draws }) => [...draws.slice(0, 7)]));
    expect(found[0].z).toBeGreaterThan(2);
    expect(found[1].z).toBeLessThan(-2);
  });

  test('the profile has length 1; nothing to throw is said', async () => {
    const { figures } = await againstChance(some(15, 40, true), { model: 'uniform', draws: 50, seed: 1 }, atOnce);
    expect(significanceProfile(figures).reduce((sum, { value }) => sum + (value ?? 0) ** 2, 0)).toBeCloseTo(1, 12);
    await expect(
      againstChance(network({ nodes: 3, edges: [] }), { model: 'uniform', draws: 5, seed: 1 }, atOnce),
    ).rejects.toThrow(/no ties/);
  });

  test('profiles from a file, lying and standing', () => {
    const lying = profilesFrom([
      ['name', '003', 'triad_012', '300'],
      ['friends', '3', '', '4'],
    ]);
    expect(lying[0].name).toBe('friends');
    expect([lying[0].values[0], lying[0].values[1], lying[0].values[15]]).toEqual([0.6, NaN, 0.8]);
    expect(
      profilesFrom([
        ['kind', 'a'],
        ['3', '1'],
        ['021d', '-1'],
      ])[0].values.slice(0, 4),
    ).toEqual([expect.closeTo(Math.SQRT1_2), NaN, NaN, expect.closeTo(-Math.SQRT1_2)]);
    expect(() =>
      profilesFrom([
        ['a', 'b'],
        ['1', '2'],
      ]),
    ).toThrow(/No kinds of triads/);
  });
});
