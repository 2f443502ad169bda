import fc from 'fast-check';
import { type Network, network } from '../graph';
import type { Column, Table } from '../tables';
import {
  type ProjectionSpec,
  bundlesOf,
  degreesText,
  fitted,
  gathered,
  insideRing,
  kilometresPerUnit,
  outlinesSchema,
  placesMap,
  projectionOf,
  readOutlines,
  shareNamed,
  spotsOf,
  whereOffers,
  whereWords,
} from '.';

const text = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values.filter(Boolean))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const number = (name: string, ...values: number[]): Column => ({
  type: 'number',
  name,
  values: Float64Array.from(values),
});
const place = (name: string, ...pairs: [number, number][]): Column => ({
  type: 'place',
  name,
  latitude: Float64Array.from(pairs, ([north]) => north),
  longitude: Float64Array.from(pairs, ([, east]) => east),
});
const withColumns = (nodes: number, ...nodeColumns: Column[]): Network => ({
  ...network({ nodes, edges: [] }),
  nodeColumns,
});
const at = (...pairs: [number, number][]) =>
  spotsOf(withColumns(pairs.length, place('home', ...pairs)), { place: 'home' });
const gardens: Table = {
  name: 'gardens',
  rows: 4,
  columns: [
    text('name', 'Quay', 'Brae', 'Quay', 'Lost'),
    text('island', 'Ness', 'Holm', 'Voe', 'Voe'),
    number('lat', NaN, 48.5, 48.25, 91),
    number('lng', -31, -31.5, -30.5, 0),
  ],
  misfits: [],
};
const through = { column: 'garden', table: 'gardens', by: 'name', latitude: 'lat', longitude: 'lng' };

/** Where degrees lie on a map. */
const on = (spec: ProjectionSpec, east: number, north: number): [number, number] =>
  projectionOf(spec)([east, north]) ?? [NaN, NaN];

describe('where nodes are', () => {
  const net = withColumns(
    5,
    text('garden', 'Quay', 'Brae', '', 'Lost', 'elsewhere'),
    place('born in', [1, 2], [1, 2], [NaN, NaN], [1, 181], [-91, 0]),
  );

  test('in a column of their own; what lies outside of the world is no place', () => {
    const found = spotsOf(net, { place: 'born in' });
    expect([...found.spot]).toEqual([0, 0, -1, -1, -1]);
    expect(found.names).toEqual(['1 N, 2 E']);
    expect(Number.isNaN(found.latitude[3])).toBe(true);
  });
  test('in a table that their column names: of two rows of one name, the one with a place', () => {
    const found = spotsOf(net, through, gardens);
    expect([...found.spot]).toEqual([0, 1, -1, -1, -1]);
    expect([...found.latitude.slice(0, 2)]).toEqual([48.25, 48.5]);
    expect(found.names).toEqual(['Quay', 'Brae']);
  });
  test('offers: own places, then references, then texts that may name rows', () => {
    const known = {
      key: 'gardens',
      columns: [
        { name: 'name', type: 'text' },
        { name: 'lat', type: 'number' },
        { name: 'lng', type: 'number' },
      ],
    };
    const keepers = { key: 'keepers', columns: [{ name: 'garden', type: 'reference', table: 'gardens', by: 'name' }] };
    const offers = whereOffers(net, [known, keepers]);
    expect(offers.map(whereWords)).toEqual(['born in', 'garden → lat, lng']);
    expect(offers[1]).toEqual(through);
    const unsure = whereOffers({ ...net, nodeColumns: net.nodeColumns.slice(0, 1) }, [known]);
    expect(unsure).toEqual([through]);
    expect(shareNamed(net, through, gardens)).toBe(0.75);
    expect(whereOffers(network({ nodes: 0, edges: [] }), [])).toEqual([]);
  });
  test('two columns of degrees, known by their headers in any language', () => {
    const own = withColumns(1, number('Breite', 48.5), number('Länge', -31.25));
    expect(whereOffers(own, [])).toEqual([{ latitude: 'Breite', longitude: 'Länge' }]);
    expect(spotsOf(own, { latitude: 'Breite', longitude: 'Länge' }).names).toEqual(['48.5 N, 31.25 W']);
    expect(degreesText(-0.5, 180)).toBe('0.5 S, 180 E');
  });
  test.each([
    [{ place: 'home' }, undefined, /no column “home”/],
    [{ place: 'garden' }, undefined, /holds no places/],
    [through, undefined, /table .* is not there/],
    [{ ...through, column: 'plot' }, gardens, /nodes have no column “plot”/],
    [{ ...through, by: 'title' }, gardens, /“gardens” has no column “title”/],
    [{ ...through, latitude: 'north' }, gardens, /“gardens” has no column “north”/],
  ])('a sentence where a column is not there %#', (where, table, sentence) => {
    expect(() => spotsOf(net, where, table)).toThrow(sentence);
  });
});

describe('the projection', () => {
  const radians = Math.PI / 180;

  test('of a region: Lambert’s formula (Snyder 1987, 24-2 to 24-4), in all directions', () => {
    const { spec } = fitted([48, 50, 49], [-32, -30, -31.5], 900);
    expect(spec.kind).toBe('near');
    const [middleX, middleY] = on(spec, spec.east, spec.north);
    fc.assert(
      fc.property(
        fc.double({ min: 46, max: 52, noNaN: true }),
        fc.double({ min: -34, max: -28, noNaN: true }),
        (north, east) => {
          const [p, p1, l] = [north * radians, spec.north * radians, (east - spec.east) * radians];
          const k = Math.sqrt(2 / (1 + Math.sin(p1) * Math.sin(p) + Math.cos(p1) * Math.cos(p) * Math.cos(l)));
          const [x, y] = on(spec, east, north);
          expect(x - middleX).toBeCloseTo(spec.scale * k * Math.cos(p) * Math.sin(l), 3);
          expect(middleY - y).toBeCloseTo(
            spec.scale * k * (Math.cos(p1) * Math.sin(p) - Math.sin(p1) * Math.cos(p) * Math.cos(l)),
            3,
          );
        },
      ),
    );
  });
  test('a kilometre is as long as one on the ground', () => {
    const { spec } = fitted([48, 50], [-32, -30], 900);
    const [, y] = on(spec, spec.east, spec.north);
    const [, further] = on(spec, spec.east, spec.north + 0.1);
    // A tenth of a degree of a meridian.
    expect((y - further) * kilometresPerUnit(spec)).toBeCloseTo((6371.0088 * 0.1 * Math.PI) / 180, 3);
  });
  test.each([
    [
      'an island group',
      [
        [48, -32],
        [49, -30],
      ],
      'near',
      -31,
    ],
    [
      'across the date line',
      [
        [-17, 179],
        [-18, -179],
      ],
      'near',
      180,
    ],
    [
      'all around the world',
      [
        [60, -150],
        [-40, 20],
        [10, 140],
      ],
      'world',
      80,
    ],
    [
      'around the pole',
      [
        [86, 10],
        [87, 130],
        [88, -110],
      ],
      'near',
      10,
    ],
    ['one place', [[10, 20]], 'near', 20],
    [
      'the poles themselves',
      [
        [90, 0],
        [-90, 0],
      ],
      'world',
      0,
    ],
  ] as const)('%s', (_what, pairs, kind, east) => {
    const { spec, extent } = fitted(
      pairs.map(([north]) => north),
      pairs.map(([, degrees]) => degrees),
      900,
    );
    expect(spec.kind).toBe(kind);
    if (pairs.length < 3) expect(((spec.east % 360) + 360) % 360).toBeCloseTo((east + 360) % 360);
    const size = Math.max(extent.right - extent.left, extent.bottom - extent.top);
    if (pairs.length > 1) expect(size).toBeCloseTo(900, 1);
    expect(Math.abs(extent.left + extent.right)).toBeLessThan(1e-3);
    for (const [north, degrees] of pairs) {
      const [x, y] = on(spec, degrees, north);
      expect(Math.abs(x)).toBeLessThanOrEqual(450.01);
      expect(Math.abs(y)).toBeLessThanOrEqual(450.01);
    }
  });
});

describe('the map', () => {
  const island = (east: number, north: number, name: string) => ({
    type: 'Feature',
    properties: { name },
    geometry: {
      type: 'Polygon',
      coordinates: [
        [
          [east, north],
          [east + 0.1, north],
          [east + 0.1, north + 0.1],
          [east, north + 0.1],
          [east, north],
        ],
      ],
    },
  });
  const { outlines } = readOutlines(
    JSON.stringify({ type: 'FeatureCollection', features: [island(-31, 48, 'Ness'), island(-30.5, 48.4, '')] }),
  );

  test('several in one spot stand around it, none in the middle, no two closer than their room', () => {
    const many = Array.from({ length: 40 }, (): [number, number] => [48, -31]);
    const map = placesMap(at(...many, [49, -31]), 10, undefined, []);
    const [x, y] = map.spots;
    let nearest = Infinity;
    for (let v = 0; v < 40; v++) {
      const away = Math.hypot(map.positions[2 * v] - x, map.positions[2 * v + 1] - y);
      expect(away).toBeGreaterThan(4);
      expect(away).toBeLessThan(10 * Math.sqrt(40));
      for (let w = 0; w < v; w++)
        nearest = Math.min(
          nearest,
          Math.hypot(map.positions[2 * v] - map.positions[2 * w], map.positions[2 * v + 1] - map.positions[2 * w + 1]),
        );
    }
    expect(nearest).toBeGreaterThan(8);
    expect([map.positions[80], map.positions[81]]).toEqual([map.spots[2], map.spots[3]]);
  });
  test('those without a place stand in rows below all others', () => {
    const map = placesMap(at([48, -31], [NaN, NaN], [49, -30], [95, 0]), 12, undefined, []);
    expect([...map.without]).toEqual([1, 3]);
    const lowest = Math.max(map.positions[1], map.positions[5]);
    expect(map.positions[3]).toBeGreaterThan(lowest + 12);
    expect(map.positions[3]).toBe(map.positions[7]);
  });
  test('outlines lie where their degrees are, closed, with their names above; the graticule crosses the map', () => {
    const map = placesMap(at([48.05, -30.95], [48.45, -30.45]), 12, undefined, outlines);
    expect(map.areas.offsets.length - 1).toBe(2);
    const [first, last] = [map.areas.offsets[0], map.areas.offsets[1] - 1];
    expect([...map.areas.points.slice(2 * first, 2 * first + 2)]).toEqual([
      ...map.areas.points.slice(2 * last, 2 * last + 2),
    ]);
    expect(map.names.map(({ text: said }) => said)).toEqual(['Ness']);
    expect(map.names[0].y).toBeLessThan(map.positions[1]);
    expect(map.graticule.offsets.length).toBeGreaterThan(6);
    expect(map.step).toBe(0.1);
  });
  test('nothing has a place: all stand below, and there is no figure that is none', () => {
    for (const spots of [at([NaN, NaN], [NaN, NaN]), at()]) {
      const map = placesMap(spots, 12, undefined, outlines);
      expect(map.positions.every(Number.isFinite)).toBe(true);
      expect(map.areas.points.every(Number.isFinite)).toBe(true);
    }
  });
  test('land of the world comes in, whichever part is seen', async () => {
    const { landOf } = await import('./land');
    const land = await landOf('near');
    const sea = placesMap(at([48, -32], [49, -30]), 12, land, []);
    expect(sea.land.points.length).toBe(0);
    const coast = placesMap(at([48, -5], [50, 2]), 12, land, []);
    expect(coast.land.points.length).toBeGreaterThan(100);
    const all = placesMap(at([60, -150], [-40, 20], [10, 140]), 12, await landOf('world'), []);
    expect(all.land.offsets.length).toBeGreaterThan(50);
    expect(all.land.points.every(Number.isFinite)).toBe(true);
  });
});

describe('ties between places', () => {
  const net: Network = {
    ...network({
      nodes: 5,
      directed: true,
      weight: [1, 2, 4, 8, 16, 32],
      edges: [
        [0, 2],
        [1, 2],
        [2, 0],
        [0, 1],
        [3, 4],
        [4, 0],
      ],
    }),
    nodeColumns: [place('home', [1, 1], [1, 1], [2, 2], [3, 3], [NaN, NaN])],
  };
  const spots = spotsOf(net, { place: 'home' });
  const each = { of: Uint32Array.of(0, 1, 2), places: new Float32Array(6) };

  test('all between two as one, with their count and weight; within one and without a place counted apart', () => {
    const found = bundlesOf(net, spots, each);
    expect([[...found.from], [...found.to], [...found.count], [...found.weight]]).toEqual([
      [0, 1],
      [1, 0],
      [2, 1],
      [3, 4],
    ]);
    expect([found.within, found.without]).toEqual([1, 2]);
  });
  test('as a plain table of sums has it, on random networks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(7), fc.nat(7), fc.nat(9)), { maxLength: 40 }),
        fc.boolean(),
        (ties, directed) => {
          const some = network({
            nodes: 8,
            directed,
            weight: ties.map(([, , w]) => w),
            edges: ties.map(([a, b]) => [a, b] as [number, number]),
          });
          const spot = Int32Array.of(0, 0, 1, 2, 3, 3, 4, -1);
          const of = Uint32Array.of(0, 1, 1, 2, 0);
          const found = bundlesOf(some, { spot }, { of, places: new Float32Array(6) });
          const sums = new Map<string, [number, number]>();
          for (const [a, b, w] of ties) {
            let pair = [a, b].map((v) => (spot[v] < 0 ? -1 : of[spot[v]]));
            if (pair.includes(-1) || pair[0] === pair[1]) continue;
            if (!directed) pair = pair.sort((one, two) => one - two);
            const [count, sum] = sums.get(pair.join()) ?? [0, 0];
            sums.set(pair.join(), [count + 1, sum + w]);
          }
          const made = Array.from(found.from, (a, i): [string, [number, number]] => [
            `${a},${found.to[i]}`,
            [found.count[i], found.weight[i]],
          ]);
          expect(new Map(made)).toEqual(sums);
          expect(made).toHaveLength(sums.size);
          expect(found.within + found.without + [...sums.values()].reduce((sum, [count]) => sum + count, 0)).toBe(
            ties.length,
          );
        },
      ),
    );
  });
  test('either way is one where ties have no direction; only those in view count', () => {
    const found = bundlesOf({ ...net, directed: false }, spots, each);
    expect([[...found.count], [...found.weight]]).toEqual([[3], [7]]);
    const some = bundlesOf(net, spots, each, Uint8Array.of(1, 0, 0, 0, 1, 0));
    expect([[...some.count], some.without]).toEqual([[1], 1]);
  });
});

describe('spots close together', () => {
  test('are one place around the one with most nodes, in the middle of their nodes', () => {
    const spots = Float32Array.of(0, 0, 3, 0, 10, 0, 14, 0);
    const found = gathered(spots, Int32Array.of(0, 1, 1, 1, 2, 3, -1), 4);
    expect([...found.of]).toEqual([0, 0, 1, 1]);
    expect([...found.places]).toEqual([2.25, 0, 12, 0]);
    expect(gathered(new Float32Array(0), new Int32Array(0), 4).places).toHaveLength(0);
  });
  test('no place holds a spot that is farther than the reach from its first; every spot has one', () => {
    const at = fc.double({ min: -100, max: 100, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(at, at), { minLength: 1, maxLength: 40 }), (points) => {
        const spots = Float32Array.from(points.flat());
        const { of, places } = gathered(spots, Int32Array.from(points.keys()), 20);
        expect(new Set(of).size).toBe(places.length / 2);
        points.forEach((_, i) => {
          const first = of.indexOf(of[i]);
          const away = Math.hypot(spots[2 * i] - spots[2 * first], spots[2 * i + 1] - spots[2 * first + 1]);
          expect(away).toBeLessThanOrEqual(20.001);
        });
      }),
    );
  });
});

describe('inside of an area', () => {
  const square: [number, number][] = [
    [0, 0],
    [0, 10],
    [10, 10],
    [10, 0],
  ];

  test('whichever way it was drawn; what has no place is in none', () => {
    for (const ring of [square, [...square].reverse()])
      expect([...insideRing(Float64Array.of(5, 15, 5, NaN), Float64Array.of(5, 5, -5, 5), ring)]).toEqual([1, 0, 0, 0]);
    expect([...insideRing(Float64Array.of(0), Float64Array.of(0), square.slice(0, 2))]).toEqual([0]);
  });
  test('across the date line and around a pole', () => {
    const fiji: [number, number][] = [
      [178, -20],
      [178, -15],
      [-178, -15],
      [-178, -20],
    ];
    expect([...insideRing(Float64Array.of(-17, -17, -17), Float64Array.of(179, -179, 0), fiji)]).toEqual([1, 1, 0]);
    const arctic: [number, number][] = [
      [0, 80],
      [90, 80],
      [180, 80],
      [-90, 80],
    ];
    expect([...insideRing(Float64Array.of(90, 85, 60), Float64Array.of(0, 45, 45), arctic)]).toEqual([1, 1, 0]);
  });
  test('as plane geometry has it, for small areas near the equator', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (north, east) => {
          const ring: [number, number][] = [
            [-0.5, -0.5],
            [0.5, -0.5],
            [0.5, 0.5],
            [-0.5, 0.5],
          ];
          fc.pre(Math.abs(Math.abs(north) - 0.5) > 1e-3 && Math.abs(Math.abs(east) - 0.5) > 1e-3);
          const [found] = insideRing(Float64Array.of(north), Float64Array.of(east), ring);
          expect(found).toBe(Math.abs(north) < 0.5 && Math.abs(east) < 0.5 ? 1 : 0);
        },
      ),
    );
  });
});

describe('outlines that are brought in', () => {
  const read = (value: unknown) => readOutlines(JSON.stringify(value));
  const square = [
    [0, 0],
    [0, 1],
    [1, 1],
    [1, 0],
    [0, 0],
  ];

  test('areas with holes, lines, several in one, names of any language; rings run one way', () => {
    const { outlines, notes } = read({
      type: 'FeatureCollection',
      features: [
        {
          type: 'Feature',
          properties: { navn: 'Ness', n: 1 },
          geometry: { type: 'Polygon', coordinates: [square, square] },
        },
        {
          type: 'Feature',
          properties: { code: 'x' },
          geometry: {
            type: 'MultiLineString',
            coordinates: [
              [
                [0, 0],
                [1, 1],
              ],
              [
                [2, 2],
                [3, 3],
              ],
            ],
          },
        },
        {
          type: 'Feature',
          properties: null,
          geometry: {
            type: 'GeometryCollection',
            geometries: [{ type: 'MultiPolygon', coordinates: [[[...square].reverse()]] }],
          },
        },
        { type: 'Feature', geometry: { type: 'Point', coordinates: [0, 0] } },
      ],
    });
    expect(outlines.map(({ name, kind, parts }) => [name, kind, parts.length])).toEqual([
      ['Ness', 'area', 2],
      ['x', 'line', 2],
      ['', 'area', 1],
    ]);
    const [[outer, hole], , [turned]] = outlines.map(({ parts }) => parts);
    expect(hole).toEqual([...outer].reverse());
    expect(turned).toEqual(outer);
    expect(notes).toEqual(['1 feature with points left out: they belong under Records.']);
    expect(outlinesSchema.parse(outlines)).toEqual(outlines);
  });
  test('shapes that are none are left out and said; a bare geometry is taken', () => {
    const { outlines, notes } = read({
      type: 'FeatureCollection',
      features: [
        {
          type: 'Feature',
          geometry: {
            type: 'LineString',
            coordinates: [
              [0, 0],
              [1, 1],
            ],
          },
        },
        {
          type: 'Feature',
          geometry: {
            type: 'LineString',
            coordinates: [
              [5500000, 3500000],
              [1, 1],
            ],
          },
        },
        { type: 'Feature', geometry: null },
        7,
      ],
    });
    expect(outlines).toHaveLength(1);
    expect(notes[0]).toMatch(/^3 features without a shape/);
    expect(read({ type: 'Polygon', coordinates: [square.slice(0, 4)] }).outlines[0].parts[0]).toHaveLength(5);
  });
  test.each([
    ['no JSON', 'Ness;1', /no GeoJSON/],
    ['points only', '{"type":"Feature","geometry":{"type":"Point","coordinates":[0,0]}}', /only points/],
    ['nothing', '{"type":"FeatureCollection","features":[]}', /no areas and no lines/],
    ['another shape of file', '[1,2]', /no areas and no lines/],
    [
      'too much',
      JSON.stringify({ type: 'LineString', coordinates: Array.from({ length: 60_001 }, () => [0, 0]) }),
      /60,001 points; up to 60,000/,
    ],
  ])('%s: a sentence', (_what, file, sentence) => {
    expect(() => readOutlines(file)).toThrow(sentence);
  });
  test('whatever stands in a file is read or refused in a sentence', () => {
    const odd = fc.letrec((tie) => ({
      any: fc.oneof(
        { depthSize: 'small' },
        fc.constantFrom(
          null,
          0,
          'Polygon',
          'FeatureCollection',
          [],
          [
            [0, 0],
            [1, 1],
          ],
        ),
        fc.double(),
        fc.array(tie('any'), { maxLength: 4 }),
        fc.dictionary(
          fc.constantFrom('type', 'features', 'geometry', 'coordinates', 'properties', 'geometries'),
          tie('any'),
        ),
      ),
    })).any;
    fc.assert(
      fc.property(
        odd,
        fc.constantFrom('Polygon', 'MultiPolygon', 'LineString', 'GeometryCollection'),
        (value, type) => {
          for (const file of [
            value,
            { type, coordinates: value },
            { type: 'Feature', geometry: { type, coordinates: [value] } },
          ]) {
            try {
              outlinesSchema.parse(read(file).outlines);
            } catch (error) {
              expect((error as Error).name).toBe('Fault');
            }
          }
        },
      ),
      { numRuns: 500 },
    );
  });
});
