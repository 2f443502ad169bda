import { shares } from '../amounts';
import {
  type Color,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  parse,
  wcagContrast,
} from 'culori';
import fc from 'fast-check';
import { Fault } from '../fault';
import { type Column } from '../tables';
import { type Network, network } from '../graph';
import {
  type StyleSettings,
  categoryPalettes,
  defaultPalette,
  dress,
  dressed,
  opacityOf,
  rulesIn,
  withoutMissing,
  hex,
  inks,
  plainStyle,
  rgb,
  shortNumber,
  tryOn,
} from '.';
import { boundsOf, fit } from '../scene';

const text = (name: string, values: string[]): Column => {
  const dictionary = [...new Set(values.filter((value) => value !== ''))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const number = (name: string, ...values: number[]): Column => ({
  type: 'number',
  name,
  values: Float64Array.from(values),
});

function faultOf(work: () => unknown): Fault {
  try {
    work();
  } catch (error) {
    if (error instanceof Fault) return error;
  }
  throw new Error('no fault');
}

const net: Network = {
  ...network({
    nodes: 4,
    edges: [
      [0, 1],
      [1, 2],
      [2, 3],
    ],
    weight: [1, 4, 9],
    directed: true,
  }),
  nodeColumns: [text('island', ['Ness', 'Ness', 'Holm', '']), number('degree', 0, 25, 100, NaN)],
  edgeColumns: [text('certainty', ['recorded', 'hearsay', 'recorded'])],
};
const style = (change: Partial<StyleSettings>): StyleSettings => ({ ...plainStyle, ...change });
const colourOf = (fill: Uint8Array, v: number): string =>
  hex([fill[3 * v], fill[3 * v + 1], fill[3 * v + 2]]).toUpperCase();

describe('shares of amounts', () => {
  const values = Float64Array.of(0, 25, 100, NaN, 25);
  test.each([
    ['linear', [0, 0.25, 1, NaN, 0.25]],
    ['sqrt', [0, 0.5, 1, NaN, 0.5]],
    ['rank', [0, 0.5, 1, NaN, 0.5]],
  ] as const)('%s', (scale, wanted) => expect([...shares(values, scale).shares]).toEqual(wanted));
  test('logarithm spreads the small ones', () => {
    const log = shares(values, 'log').shares;
    expect(log[1]).toBeGreaterThan(0.6);
    expect([log[0], log[2]]).toEqual([0, 1]);
  });
  test('all equal, and none', () => {
    expect([...shares(Float64Array.of(3, 3), 'log').shares]).toEqual([0.5, 0.5]);
    expect(shares(new Float64Array(0), 'rank').low).toBeNaN();
  });
  test('never out of range, never falling', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 2 }),
        fc.constantFrom('linear', 'sqrt', 'log', 'rank'),
        (list, scale) => {
          const sorted = Float64Array.from(list).sort();
          const found = shares(sorted, scale).shares;
          for (let i = 0; i < found.length; i++) {
            expect(found[i]).toBeGreaterThanOrEqual(i ? found[i - 1] - 1e-12 : 0);
            expect(found[i]).toBeLessThanOrEqual(1 + 1e-12);
          }
        },
      ),
    );
  });
});

describe('dressing', () => {
  test('by category: most frequent first, by hand before the palette, grey without a value', () => {
    const looks = dress(
      net,
      style({ nodeColour: { by: 'category', column: 'island', palette: 'nunatak', colours: { Holm: '#112233' } } }),
    );
    expect([0, 1, 2, 3].map((v) => colourOf(looks.fill, v))).toEqual(['#2F6F8F', '#2F6F8F', '#112233', '#9AA5AA']);
    expect(looks.legend[0]).toMatchObject({
      kind: 'colours',
      title: 'Island',
      entries: [
        { label: 'Ness', colour: '#2F6F8F' },
        { label: 'Holm', colour: '#112233' },
      ],
    });
  });

  test('ties inside a category take its colour, the others are grey', () => {
    const looks = dress(
      net,
      style({ nodeColour: { by: 'category', column: 'island', palette: 'nunatak', colours: {} } }),
    );
    const edge = (e: number): string =>
      hex([looks.edgeColour[4 * e], looks.edgeColour[4 * e + 1], looks.edgeColour[4 * e + 2]]);
    expect(edge(0)).toBe('#2f6f8f');
    expect(edge(1)).toBe('#8e999d');
  });

  test('by amount: sizes between least and largest, empty ones the least', () => {
    const looks = dress(net, style({ nodeSize: { by: 'amount', column: 'degree', min: 4, max: 12, scale: 'sqrt' } }));
    expect([...looks.radius]).toEqual([4, 8, 12, 4]);
    expect(looks.legend).toMatchObject([{ kind: 'sizes', title: 'Degree', low: '0', high: '100', min: 4, max: 12 }]);
  });

  test('widths by weight, lines by category', () => {
    const looks = dress(
      net,
      style({
        edgeWidth: { by: 'amount', column: 'weight', min: 1, max: 3, scale: 'linear' },
        edgePattern: { by: 'category', column: 'certainty', patterns: { hearsay: 'dotted', recorded: 'solid' } },
      }),
    );
    expect([...looks.edgeWidth]).toEqual([1, 1.75, 3]);
    expect([...looks.edgePattern]).toEqual([0, 2, 0]);
    expect(looks.legend.map(({ kind }) => kind)).toEqual(['lines', 'widths']);
  });

  test('labels: the most important first, ties in the order of the nodes', () => {
    const looks = dress(net, style({ labels: { show: 'top', top: 2, by: 'degree', size: 12 } }));
    expect([...looks.labelled]).toEqual([2, 1]);
    expect(dress(net, style({ labels: { show: 'none', top: 2, size: 12 } })).labelled).toHaveLength(0);
    // Without a value, as circles of a gathered network are, the largest come first, after all that have one.
    const some: Network = {
      ...network({ nodes: 5, edges: [] }),
      nodeColumns: [
        { type: 'number', name: 'degree', values: Float64Array.of(NaN, 0, NaN, 3, NaN) },
        { type: 'number', name: 'members', values: Float64Array.of(4, 1, 90, 1, 20) },
      ],
    };
    const sized = { by: 'amount', column: 'members', min: 4, max: 30, scale: 'sqrt' } as const;
    const labels = { show: 'all', top: 9, by: 'degree', size: 12 } as const;
    expect([...dress(some, style({ labels, nodeSize: sized })).labelled]).toEqual([3, 1, 2, 4, 0]);
  });

  test('a column that is missing, or holds no amounts, is named at its step', () => {
    const missing = style({ nodeColour: { by: 'category', column: 'x', palette: 'nunatak', colours: {} } });
    expect(() => dress(net, missing, 's7')).toThrow(/no column “x”/);
    expect(faultOf(() => dress(net, missing, 's7')).where).toBe('s7');
    expect(() =>
      dress(net, style({ nodeSize: { by: 'amount', column: 'island', min: 1, max: 2, scale: 'sqrt' } })),
    ).toThrow(/holds no amounts/);
  });

  test('no legend where none is wanted; arrows only where there is a direction', () => {
    const looks = dress(
      net,
      style({
        legend: false,
        arrows: true,
        nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours: {} },
      }),
    );
    expect(looks.legend).toEqual([]);
    expect([...looks.arrow]).toEqual([1, 1, 1]);
    expect([...dress({ ...net, directed: false }, style({ arrows: true })).arrow]).toEqual([0, 0, 0]);
  });

  test('opacity falls with the number of edges', () => {
    expect(opacityOf(100)).toBe(0.55);
    expect(opacityOf(300000)).toBeLessThan(0.03);
    expect(opacityOf(300000, 0.4)).toBe(0.4);
    expect(dress(net, style({ edgeOpacity: 0.4 })).edgeColour[3]).toBe(102);
  });
});

test('the camera fits the bounds into the box', () => {
  const camera = fit(boundsOf(Float32Array.of(0, 0, 100, 50), Float32Array.of(5, 5)), 400, 400, 20, 10);
  const at = (x: number, y: number): number[] => [x * camera.scale + camera.x, y * camera.scale + camera.y];
  expect(at(-5, 25)[0]).toBeCloseTo(20, 6);
  expect(at(105, 25)).toEqual([380, 200]);
  expect(boundsOf(new Float32Array(0))).toEqual({ left: -0.5, top: -0.5, right: 0.5, bottom: 0.5 });
});

test('colours and numbers are written as they should be', () => {
  expect(rgb('#0E5A63')).toEqual([14, 90, 99]);
  expect(hex([14, 90, 99])).toBe('#0e5a63');
  expect([1234567, 0.123456, 12345.678, NaN, -3].map(shortNumber)).toEqual([
    '1,234,567',
    '0.1235',
    '12,350',
    '–',
    '−3',
  ]);
});

describe('the default palette', () => {
  const colours = categoryPalettes[defaultPalette];
  const sights = [
    (colour: Color) => colour,
    ...[filterDeficiencyProt, filterDeficiencyDeuter, filterDeficiencyTrit].map((filter) => filter(1)),
  ];
  const apart = differenceCiede2000();
  const nearest = (of: readonly string[]): number => {
    let least = Infinity;
    for (const sight of sights)
      of.forEach((a, i) =>
        of
          .slice(0, i)
          .forEach((b) => (least = Math.min(least, apart(sight(parse(a) as Color), sight(parse(b) as Color))))),
      );
    return least;
  };
  test.each([
    [6, 17],
    [8, 10],
    [12, 9],
    [20, 7],
    [24, 6],
  ])('its first %d are at least %d apart for every kind of sight', (count, least) => {
    expect(nearest(colours.slice(0, count))).toBeGreaterThanOrEqual(least);
  });
  test('stands out on paper and on night', () => {
    for (const colour of colours) {
      expect([colour, wcagContrast(colour, inks.paper.ground) >= 2.3]).toEqual([colour, true]);
      // On night a node has a light rim, which carries the darkest.
      expect([
        colour,
        Math.max(wcagContrast(colour, inks.night.ground), wcagContrast(inks.paper.ground, inks.night.ground)) >= 1.9,
      ]).toEqual([colour, true]);
    }
  });
  test('the palette of earlier studies is there under its name', () => {
    expect(categoryPalettes.nunatak.slice(0, 2)).toEqual(['#2F6F8F', '#C9772B']);
  });
});

test('ties within a group are told by its code, not by its colour: two groups may look the same', () => {
  const colours = { Ness: '#112233', Holm: '#112233' };
  const looks = dress(
    net,
    style({
      nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours },
      edgeColour: { by: 'ends' },
    }),
  );
  const of = (e: number): string =>
    hex([looks.edgeColour[4 * e], looks.edgeColour[4 * e + 1], looks.edgeColour[4 * e + 2]]);
  expect([of(0), of(1)].map((colour) => colour === '#112233')).toEqual([true, false]);
});

test('above 20,000 edges those that lie on others bow all the same, and only those', () => {
  const m = 20_010;
  const many = network({ nodes: m + 1, edges: Array.from({ length: m }, (_, e) => (e < 3 ? [0, 1] : e === 3 ? [1, 0] : e === 4 ? [2, 2] : [e, e + 1])) }); // prettier-ignore
  const { bow } = dress(many, style({ curve: 0.3 }));
  expect([...bow.slice(0, 6)].map((one) => Math.round(100 * one))).toEqual([0, 14, 28, 42, 0, 0]);
  expect(bow.filter((one) => one > 0)).toHaveLength(3);
});

test('parallel edges of one direction have lanes of their own; straight ones of both directions do', () => {
  const parallel = network({ nodes: 3, edges: [[0, 1], [0, 1], [1, 0], [0, 1], [1, 2], [2, 2], [2, 2]] }); // prettier-ignore
  const lanes = (curve: number): number[] =>
    Array.from(dress(parallel, style({ curve })).bow, (bow) => Math.round((bow - curve) / 0.14));
  expect(lanes(0.1)).toEqual([0, 1, 0, 2, 0, 0, 0]);
  expect(lanes(0)).toEqual([0, 1, 2, 3, 0, 0, 0]);
});

test('ties between groups have the ground’s own colour, and say so', () => {
  const byGroup = { by: 'category', column: 'island', palette: 'moraine', colours: {} } as const;
  const { edgeGround, group } = dress(net, style({ nodeColour: byGroup }));
  expect([...edgeGround]).toEqual([0, 1, 1]);
  expect([...(group ?? [])]).toEqual([0, 0, 1, -1]);
  expect([
    ...dress(net, style({ nodeColour: byGroup, edgeColour: { by: 'all', colour: '#8E999D' } })).edgeGround,
  ]).toEqual([0, 0, 0]);
  expect(dress(net, style({})).group).toBeUndefined();
});

test('rules are counted; those whose column is missing are left out, the rest stays', () => {
  const ruled = style({
    nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours: {} },
    nodeSize: { by: 'amount', column: 'gone', min: 4, max: 13, scale: 'sqrt' },
    edgeWidth: { by: 'amount', column: 'weight', min: 1, max: 2, scale: 'sqrt' },
    labels: { show: 'top', top: 5, by: 'gone', size: 12 },
  });
  expect(rulesIn(ruled)).toBe(3);
  const left = withoutMissing(ruled, ({ of, name }) => of === 'nodes' && name === 'island');
  expect(left).toEqual({ ...ruled, nodeSize: plainStyle.nodeSize, labels: plainStyle.labels });
  expect(withoutMissing(ruled, () => true)).toBe(ruled);
});

describe('looks that were tried on', () => {
  const style: StyleSettings = { ...plainStyle, curve: 0.3 };
  test('are worn once, by the same network in the same style, and are those that it would be given', () => {
    tryOn(net, style, 's4');
    const worn = dressed(net, style);
    expect(worn).toEqual(dress(net, style));
    worn.radius.fill(77);
    // Whoever has them may change them: the next are others.
    expect(dressed(net, style).radius).not.toEqual(worn.radius);
  });
  test('are not worn by others, nor in another style', () => {
    tryOn(net, style, 's4');
    expect(dressed(net, plainStyle)).toEqual(dress(net, plainStyle));
    tryOn(net, style, 's4');
    const smaller = network({ nodes: 2, edges: [[0, 1]] });
    expect(dressed(smaller, style)).toEqual(dress(smaller, style));
  });
  test('that cannot be made are told at their step', () => {
    const missing: StyleSettings = {
      ...plainStyle,
      nodeSize: { by: 'amount', column: 'gone', min: 4, max: 9 },
    } as never;
    expect(faultOf(() => tryOn(net, missing, 's4')).where).toBe('s4');
  });
});
