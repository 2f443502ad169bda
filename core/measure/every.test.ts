import fc from 'fast-check';
import { type Network, network } from '../graph';
import { Fault } from '../fault';
import { atOnce, computeFigures, density, figureName, measures, plainOptions, wholeFigures } from '.';
import { graph, loops, values } from './samples-by-hand';

/** All that a measure needs: two sides, records, and a column of groups with two values. */
function furnished(net: Network): Network {
  const half = Int32Array.from(net.ids, (_, v) => v % 2);
  const offsets = Uint32Array.from({ length: net.ids.length + 1 }, (_, v) => v);
  return {
    ...net,
    nodeColumns: [
      { type: 'text', name: 'kind', codes: half, dictionary: ['person', 'society'] },
      { type: 'text', name: 'side', codes: half, dictionary: ['left', 'right'] },
    ],
    sides: ['person', 'society'],
    nodeRecords: { tables: ['t'], offsets, items: offsets.slice(0, -1) },
  };
}

const withGroups = { ...plainOptions, by: 'side' };

describe('every measure', () => {
  test.each(measures.map((one) => [one.key, one] as const))(
    '%s: no node, one node, no edges: values or a reason, never a fault of our own',
    async (_key, measure) => {
      for (const nodes of [0, 1, 3]) {
        for (const directed of [true, false]) {
          const net = furnished(network({ nodes, edges: [], directed }));
          let columns: Float64Array[];
          try {
            columns = await measure.compute(net, atOnce, withGroups);
          } catch (error) {
            expect(error).toBeInstanceOf(Fault);
            expect((error as Fault).message).toMatch(/[.]$/);
            continue;
          }
          // The error of an estimate comes with estimates only.
          expect(columns).toHaveLength(
            measure.columns.filter(({ key }) => !key.startsWith('betweenness_error')).length,
          );
          columns.forEach((column, c) => {
            expect(column).toHaveLength(measure.on === 'nodes' ? nodes : 0);
            if (!measure.columns[c].undefinedWhy) expect(column.every((value) => Number.isFinite(value))).toBe(true);
          });
        }
      }
    },
  );

  test('relabelling the nodes relabels the values', async () => {
    const n = 8;
    const shuffled = fc.uniqueArray(fc.nat(n - 1), { minLength: n, maxLength: n });
    const numbers = ['component', 'strong_component'];
    await fc.assert(
      fc.asyncProperty(graph(n), shuffled, async ({ edges, directed }, to) => {
        const net = network({ nodes: n, edges, directed });
        const renamed = network({ nodes: n, edges: edges.map(([a, b]) => [to[a], to[b]] as const), directed });
        const column = (at: readonly number[]): Network['nodeColumns'] => {
          const codes = new Int32Array(n);
          at.forEach((v, i) => (codes[v] = i % 2));
          return [{ type: 'text', name: 'side', codes, dictionary: ['left', 'right'] }];
        };
        net.nodeColumns = column([...Array(n).keys()]);
        renamed.nodeColumns = column(to);
        for (const measure of measures.filter(
          ({ key, needs }) => !numbers.includes(key) && (!needs || needs === 'by'),
        )) {
          const run = async (one: Network): Promise<Float64Array[] | string> => {
            try {
              return await measure.compute(one, atOnce, withGroups);
            } catch (error) {
              if (error instanceof Fault) return error.message;
              throw error;
            }
          };
          const [before, after] = [await run(net), await run(renamed)];
          if (typeof before === 'string' || typeof after === 'string') {
            expect([measure.key, typeof before]).toEqual([measure.key, typeof after]);
            continue;
          }
          before.forEach((values, c) =>
            values.forEach((value, i) => {
              const there = after[c][measure.on === 'nodes' ? to[i] : i];
              expect(Number.isNaN(there) ? 'undefined' : there).toEqual(
                Number.isNaN(value) ? 'undefined' : expect.closeTo(value, 7),
              );
            }),
          );
        }
      }),
      { numRuns: 40 },
    );
  });

  test('an isolate more leaves alone what does not count nodes', async () => {
    const counting = [
      'closeness',
      'harmonic_closeness',
      'betweenness',
      'pagerank',
      'katz',
      'component',
      'strong_component',
    ];
    const alone = measures.filter(
      ({ key, on, needs }) => on === 'nodes' && !needs && !counting.some((part) => key.startsWith(part)),
    );
    await fc.assert(
      fc.asyncProperty(graph(7), async ({ edges, directed }) => {
        fc.pre(edges.length > 0);
        for (const measure of alone) {
          const run = async (nodes: number): Promise<Float64Array[]> => {
            try {
              return await measure.compute(network({ nodes, edges, directed }), atOnce, plainOptions);
            } catch (error) {
              if (error instanceof Fault) return [];
              throw error;
            }
          };
          const [before, after] = [await run(7), await run(8)];
          before.forEach((values, c) =>
            values.forEach((value, v) => expect(after[c][v] || 0).toBeCloseTo(value || 0, 7)),
          );
        }
      }),
      { numRuns: 25 },
    );
  });

  test('has two sentences, a formula, a source, and says what it reads, what high and low mean, and what to beware of', () => {
    for (const one of [...measures, ...wholeFigures]) {
      for (const text of [one.formula, one.source, one.reads, one.high, one.low, one.beware]) expect(text).not.toBe('');
      expect([one.key, (one.words.match(/[.?]( |$)/g) ?? []).length >= 2]).toEqual([one.key, true]);
    }
    // A sentence that stands for every figure says nothing of any.
    for (const part of ['high', 'low', 'beware'] as const) {
      const said = new Map<string, string[]>();
      for (const one of wholeFigures) said.set(one[part], [...(said.get(one[part]) ?? []), one.key]);
      expect([part, [...said.values()].filter((keys) => keys.length > 2)]).toEqual([part, []]);
    }
    for (const on of ['nodes', 'edges'] as const) {
      const keys = measures.filter((one) => one.on === on).flatMap(({ columns }) => columns.map(({ key }) => key));
      expect(new Set(keys).size).toBe(keys.length);
    }
  });
});

describe('the whole network', () => {
  test('two-mode clustering of either side, and cores of any p and q', async () => {
    // a and b meet twice, c once: sides of three persons (0–2) and two meetings (3, 4).
    const net: Network = {
      ...network({
        nodes: 5,
        edges: [
          [0, 3],
          [0, 4],
          [1, 3],
          [1, 4],
          [2, 4],
        ],
      }),
      sides: ['person', 'meeting'],
      nodeColumns: [
        { type: 'text', name: 'kind', codes: Int32Array.of(0, 0, 0, 1, 1), dictionary: ['person', 'meeting'] },
      ],
    };
    const figures = wholeFigures.filter(({ part }) => part === 'two-mode');
    const value = async (key: string, options = plainOptions): Promise<number | null> =>
      (await computeFigures(net, figures, atOnce, options))[key].value;
    // Of the four paths person – meeting – person – meeting – person, none has ends that share a third meeting.
    expect(await value('two_mode_clustering')).toBe(0);
    // No path runs from meeting to meeting over three meetings: there are but two.
    expect(await value('two_mode_clustering_second')).toBeNull();
    expect(await value('two_mode_core')).toBe(4);
    expect(await value('two_mode_core', { ...plainOptions, p: 1, q: 3 })).toBe(4);
    expect(await value('two_mode_core', { ...plainOptions, p: 3 })).toBe(0);
    expect(figures.map((one) => figureName(one, net))).toEqual(
      expect.arrayContaining(['Two-mode clustering of person', 'Two-mode clustering of meeting', '(2, 2)-core']),
    );
  });

  test('density leaves loops and parallel edges out', () => {
    expect(density(network({ nodes: 4, edges: loops }))).toBeCloseTo(2 / 6, 12);
    expect(density(network({ nodes: 4, edges: loops, directed: true }))).toBeCloseTo(2 / 12, 12);
    expect(
      density(
        network({
          nodes: 3,
          edges: [
            [0, 1],
            [1, 0],
          ],
          directed: true,
        }),
      ),
    ).toBeCloseTo(2 / 6, 12);
    expect(density(network({ nodes: 1, edges: [] }))).toBe(0);
  });
  const figure = async (key: string, net: Network): Promise<number | null> =>
    (
      await computeFigures(
        net,
        wholeFigures.filter((one) => one.key === key),
        atOnce,
        withGroups,
      )
    )[key].value;

  test('figures by hand: two parallel edges, a loop, two isolates', async () => {
    const net = network({ nodes: 5, edges: loops });
    const wanted = {
      nodes: 5,
      edges: 4,
      loops: 1,
      isolates: 2,
      density: 0.2,
      components: 3,
      largest_component: 3,
      transitivity: 0,
      triangles: 0,
      average_clustering: 0,
      diameter: 2,
      mean_distance: 4 / 3,
      bridges: 2,
      degree_centralisation: 6 / 12,
      mean_degree: 1.6,
    };
    for (const [key, value] of Object.entries(wanted))
      expect([key, await figure(key, net)]).toEqual([key, expect.closeTo(value, 12)]);
  });
  test('a star is as centralised as can be, a ring not at all', async () => {
    const star = network({ nodes: 6, edges: [1, 2, 3, 4, 5].map((v) => [0, v] as const) });
    const ring = network({ nodes: 6, edges: [0, 1, 2, 3, 4, 5].map((v) => [v, (v + 1) % 6] as const) });
    for (const key of ['degree_centralisation', 'closeness_centralisation', 'betweenness_centralisation']) {
      expect([key, await figure(key, star), await figure(key, ring)]).toEqual([
        key,
        expect.closeTo(1, 12),
        expect.closeTo(0, 12),
      ]);
    }
    expect(await figure('degree_assortativity', star)).toBeCloseTo(-1, 12);
    expect(await figure('degree_assortativity', ring)).toBeNull();
  });
  test('mixing by hand: two pairs and a tie between them', async () => {
    const net = network({
      nodes: 4,
      edges: [
        [0, 2],
        [1, 3],
        [0, 1],
      ],
    });
    net.nodeColumns = [
      { type: 'text', name: 'side', codes: Int32Array.of(0, 1, 0, 1), dictionary: ['left', 'right'] },
      { type: 'number', name: 'age', values: Float64Array.of(1, 9, 1, 9) },
    ];
    expect(await figure('external_internal', net)).toBeCloseTo(-1 / 3, 12);
    // Shares of ends: 2/6 left to left, 2/6 right to right, 2/6 between; half by half by chance.
    expect(await figure('category_assortativity', net)).toBeCloseTo((4 / 6 - 0.5) / 0.5, 12);
    const byAge = wholeFigures.find(({ key }) => key === 'number_assortativity');
    expect(byAge?.compute(net, atOnce, { ...plainOptions, by: 'age' })).toBeCloseTo(1 / 3, 12);
  });
  test('components are numbered from the largest', async () => {
    expect(
      await values(
        'component',
        network({
          nodes: 4,
          edges: [
            [1, 2],
            [2, 3],
          ],
        }),
      ),
    ).toEqual([2, 1, 1, 1]);
  });
});
