import fc from 'fast-check';
import { type Network, network } from '../graph';
import { type Column, datePrecision, dayNumber } from '../tables';
import {
  type Axis,
  axisOf,
  dayAt,
  eventsByNode,
  laneOrder,
  durations,
  lifeOffers,
  mostLanes,
  nodeEvents,
  recordEvents,
  shareOf,
  ticksOf,
  timesOf,
  whenOffers,
  whenWords,
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
const dates = (name: string, ...days: number[]): Column => ({
  type: 'date',
  name,
  day: Float64Array.from(days),
  precision: Uint8Array.from(days, (day) => (Number.isNaN(day) ? 0 : datePrecision.day)),
  doubtful: new Uint8Array(days.length),
});
/** Letters: row 0 from 0 to 1; row 1 from 0 to 1 and 2 at once; row 2 from 2 to 0; row 3 of 1 to itself; row 4 from 3 to 0; row 5 without a date. */
const letters: Network = {
  ...network({
    nodes: 4,
    directed: true,
    edges: [
      [0, 1],
      [0, 2],
      [2, 0],
      [1, 1],
      [3, 0],
    ],
  }),
  labels: ['Cy', 'Ann', 'Bo', 'Di'],
  edgeRecords: {
    tables: ['letters'],
    offsets: Uint32Array.of(0, 3, 4, 5, 6, 7),
    items: Uint32Array.of(0, 1, 5, 1, 2, 3, 4),
  },
};
const sent = timesOf(dates('sent', 30, 10, 20, 10, 5, NaN));
const all = Uint8Array.of(1, 1, 1, 1, 1, 1);
const lanesOf = ({ offsets, lanes }: { offsets: Uint32Array; lanes: Uint32Array }): number[][] =>
  Array.from({ length: offsets.length - 1 }, (_, i) => [...lanes.subarray(offsets[i], offsets[i + 1])]);

describe('events of records', () => {
  test('in the order of time, from the first lane to the others; those without a time and out of the lanes are counted', () => {
    const found = recordEvents(letters, 'letters', sent, Int32Array.of(1, 0, 2, -1), all);
    expect([...found.row]).toEqual([1, 3, 2, 0]);
    expect([...found.from]).toEqual([10, 10, 20, 30]);
    expect([...found.until]).toEqual([11, 11, 21, 31]);
    expect(lanesOf(found)).toEqual([[1, 0, 2], [0], [2, 1], [1, 0]]);
    expect([...found.shape]).toEqual([0, 0, 0, 0]);
    expect(lanesOf({ offsets: found.edgeOffsets, lanes: found.edges })).toEqual([[0, 1], [3], [2], [0]]);
    expect([found.undated, found.outside]).toEqual([1, 1]);
  });
  test('only those of records and edges in view', () => {
    const lane = Int32Array.of(0, 1, 2, 3);
    expect([...recordEvents(letters, 'letters', sent, lane, Uint8Array.of(1, 0, 0, 0, 1, 1)).row]).toEqual([4, 0]);
    expect([...recordEvents(letters, 'letters', sent, lane, all, Uint8Array.of(0, 1, 0, 0, 0)).row]).toEqual([1]);
    expect(recordEvents(letters, 'others', sent, lane, all).row).toHaveLength(0);
    expect(recordEvents(network({ nodes: 0, edges: [] }), 'letters', sent, new Int32Array(0), all).row).toHaveLength(0);
  });
  test('where ties have no direction all lanes of a meeting are alike, from above', () => {
    const met = recordEvents({ ...letters, directed: false }, 'letters', sent, Int32Array.of(2, 1, 0, 3), all);
    expect(lanesOf(met)).toEqual([[2, 3], [0, 1, 2], [1], [0, 2], [1, 2]]);
    expect([...met.shape]).toEqual([1, 1, 1, 1, 1]);
  });
  test('as a plain loop over records has it, on random networks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(5), fc.nat(5), fc.array(fc.nat(9), { minLength: 1, maxLength: 3 })), {
          maxLength: 12,
        }),
        fc.array(fc.option(fc.integer({ min: -500, max: 500 }), { nil: NaN }), { minLength: 10, maxLength: 10 }),
        fc.array(fc.nat(1), { minLength: 6, maxLength: 6 }),
        (ties, days, has) => {
          const lane = Int32Array.from(has, (one, v) => (one ? v : -1));
          const net: Network = {
            ...network({ nodes: 6, directed: true, edges: ties.map(([a, b]) => [a, b] as [number, number]) }),
            edgeRecords: {
              tables: ['t'],
              offsets: Uint32Array.from([
                0,
                ...ties.map((_, i) => ties.slice(0, i + 1).reduce((sum, [, , rows]) => sum + rows.length, 0)),
              ]),
              items: Uint32Array.from(ties.flatMap(([, , rows]) => rows)),
            },
          };
          const expected = days.flatMap((day, row) => {
            const behind = ties.filter(([a, b, rows]) => rows.includes(row) && has[a] && has[b]);
            if (!behind.length || Number.isNaN(day)) return [];
            return [{ row, day, lanes: [...new Set(behind.flatMap(([a, b]) => [a, b]))].sort((a, b) => a - b) }];
          });
          expected.sort((a, b) => a.day - b.day || a.row - b.row);
          const found = recordEvents(net, 't', timesOf(dates('d', ...days)), lane, new Uint8Array(10).fill(1));
          expect([...found.row]).toEqual(expected.map(({ row }) => row));
          expect(lanesOf(found).map((some) => some.sort((a, b) => a - b))).toEqual(expected.map(({ lanes }) => lanes));
        },
      ),
    );
  });
});

test('nodes with a time of their own join the lanes of those tied to them', () => {
  const net = network({
    nodes: 5,
    edges: [
      [0, 3],
      [1, 3],
      [2, 4],
      [0, 4],
      [3, 4],
    ],
  });
  const held = timesOf(dates('held', NaN, NaN, NaN, 40, 30));
  const found = nodeEvents(net, held, Int32Array.of(0, 1, 2, -1, -1));
  expect([[...found.row], lanesOf(found), [...found.shape]]).toEqual([
    [4, 3],
    [
      [0, 2],
      [0, 1],
    ],
    [1, 1],
  ]);
  expect(nodeEvents(net, held, Int32Array.of(0, 1, 2, -1, -1), Uint8Array.of(1, 1, 0, 0, 0)).row).toHaveLength(1);
});

describe('what says when', () => {
  const net: Network = {
    ...letters,
    nodeColumns: [dates('born', 1, 2, 3, 4), dates('died', NaN, 3, 4, 5), number('founded', 1902, 1903, 1931, 1904)],
  };
  const table = () => ({
    columns: [dates('joined', 1), dates('left', 2), text('office', 'clerk'), number('packets', 3, 4, 5000)],
  });

  test('columns of dates and of years; a beginning with its end before either alone', () => {
    expect(whenOffers(net, table).map(whenWords)).toEqual(['joined – left', 'joined', 'left']);
    const sides: Network = {
      ...net,
      sides: ['keeper', 'society'],
      nodeColumns: [number('founded', 1902, 1903, 1931, 1904)],
    };
    expect(whenOffers(sides, table).at(-1)).toEqual({ of: 'nodes', column: 'founded' });
    expect(lifeOffers({ ...net, nodeColumns: net.nodeColumns.slice(0, 2) })).toEqual([
      { column: 'born', until: 'died' },
    ]);
    expect(lifeOffers(letters)).toEqual([]);
  });
  test('a year is all of its days; what has no end goes on, what ends before it begins has no time', () => {
    const years = timesOf(number('year', 1902, NaN, 1904));
    expect([years.from[0], years.until[0]]).toEqual([dayNumber(1902, 1, 1), dayNumber(1903, 1, 1)]);
    expect(Number.isNaN(years.from[1])).toBe(true);
    const lives = durations(number('born', 1902, 1903, 1910), number('died', NaN, 1950, 1905));
    expect([lives.from[0], lives.until[0]]).toEqual([dayNumber(1902, 1, 1), Infinity]);
    expect([lives.until[1], Number.isNaN(lives.from[2])]).toEqual([dayNumber(1951, 1, 1), true]);
    expect(durations(dates('a', 3), dates('b', 8)).until[0]).toBe(9);
  });
  test('a column of something else is refused in a sentence', () => {
    expect(() => timesOf(text('office', 'clerk'))).toThrow(/“office” has no dates/);
  });
});

describe('the order of lanes', () => {
  const net: Network = {
    ...letters,
    nodeColumns: [text('island', 'Voe', 'Ness', 'Voe', ''), number('degree', 1, 5, NaN, 2)],
  };
  const marks = Uint8Array.of(1, 1, 1, 1);
  const events = recordEvents(letters, 'letters', sent, Int32Array.of(0, 1, 2, 3), all);
  const known = eventsByNode(events, Uint32Array.of(0, 1, 2, 3), 4);
  const order = (then: Parameters<typeof laneOrder>[1]['then'], group?: string) => [
    ...laneOrder(net, { then, ...(group ? { group } : {}) }, marks, known),
  ];

  test('by name, first event, number of events, a column', () => {
    expect([[...known.first], [...known.many]]).toEqual([
      [5, 10, 10, 5],
      [4, 3, 2, 1],
    ]);
    expect(order({ by: 'name' })).toEqual([1, 2, 0, 3]);
    expect(order({ by: 'first event' })).toEqual([0, 3, 1, 2]);
    expect(order({ by: 'events' })).toEqual([0, 1, 2, 3]);
    expect(order({ by: 'column', column: 'degree' })).toEqual([1, 3, 0, 2]);
    expect(order({ by: 'column', column: 'gone' })).toEqual(order({ by: 'name' }));
  });
  test('by hand, whatever they stand under; all others below', () => {
    const ids = [net.ids[3], 'gone', net.ids[1]];
    expect(order({ by: 'hand', ids })).toEqual([3, 1, 0, 2]);
    expect(order({ by: 'hand', ids }, 'island')).toEqual([3, 1, 0, 2]);
  });
  test('under groups, the largest first, those without one last', () => {
    expect(order({ by: 'name' }, 'island')).toEqual([2, 0, 1, 3]);
    expect(order({ by: 'events' }, 'gone')).toEqual(order({ by: 'events' }));
  });
  test('of too many those with most events', () => {
    const n = mostLanes + 3;
    const many = Uint32Array.from({ length: n }, (_, v) => v);
    const large = network({ nodes: n, edges: [] });
    const kept = laneOrder(large, { then: { by: 'events' } }, new Uint8Array(n).fill(1), {
      first: new Float64Array(n),
      many,
    });
    expect([kept.length, kept[0], kept[mostLanes - 1]]).toEqual([mostLanes, n - 1, 3]);
  });
});

describe('the axis', () => {
  const day = (year: number, month = 1): number => dayNumber(year, month, 1);

  test('ascends, and days are found again from their shares, folded or not', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -1e6, max: 1e6 }), { minLength: 1, maxLength: 40 }),
        fc.boolean(),
        (days, fold) => {
          const from = Float64Array.from(days).sort();
          const axis = axisOf(
            from,
            from.map((one) => one + 1),
            fold,
          );
          expect(axis.at[0]).toBe(0);
          expect(axis.at.at(-1)).toBeCloseTo(1, 9);
          for (let i = 1; i < axis.at.length; i++) {
            expect(axis.at[i]).toBeGreaterThan(axis.at[i - 1]);
            expect(axis.days[i]).toBeGreaterThan(axis.days[i - 1]);
          }
          for (const one of from) {
            const share = shareOf(axis, one);
            expect(share > 0 && share < 1).toBe(true);
            expect(Math.abs(dayAt(axis, share) - one)).toBeLessThan(1e-3);
          }
        },
      ),
    );
  });
  test('quiet times are folded to a little; the others have more room; nothing that happened is folded away', () => {
    const from = Float64Array.of(day(1902), day(1902, 3), day(1902, 6), day(1930), day(1930, 4));
    const until = from.map((one) => one + 1);
    const [plain, folded] = [axisOf(from, until, false), axisOf(from, until, true)];
    expect(plain.quiet).toEqual([]);
    expect(folded.quiet).toHaveLength(1);
    const [[a, b]] = folded.quiet;
    expect(a > day(1902, 6) && b < day(1930)).toBe(true);
    const between = (axis: Axis): number => shareOf(axis, day(1902, 6)) - shareOf(axis, day(1902));
    expect(between(folded)).toBeGreaterThan(5 * between(plain));
  });
  test('what lasts is not quiet, but not for ever', () => {
    const axis = axisOf(Float64Array.of(0, 3000), Float64Array.of(Infinity, 3001), true);
    expect(axis.quiet).toHaveLength(1);
    expect(axis.quiet[0][0]).toBeGreaterThan(366);
    expect(axisOf(Float64Array.of(0, 300), Float64Array.of(300, 301), true).quiet).toEqual([]);
  });
  test('without events, with one, before the year 1000', () => {
    expect([...axisOf(new Float64Array(0), new Float64Array(0), true).at]).toEqual([0, 1]);
    const one = axisOf(Float64Array.of(5), Float64Array.of(6), true);
    expect(shareOf(one, 5.5)).toBeCloseTo(0.5, 1);
    const old = axisOf(Float64Array.of(day(-40), day(900)), Float64Array.of(day(-39), day(901)), false);
    expect(ticksOf(old, 600, 70).map(({ text: said }) => said)).toEqual(['0', '200', '400', '600', '800']);
  });
  test('words at round days, as many as there is room for; the year where it changes', () => {
    const axis = axisOf(
      Float64Array.of(day(1921, 10), day(1922, 6)),
      Float64Array.of(day(1921, 11), day(1922, 7)),
      false,
    );
    expect(ticksOf(axis, 700, 60).map(({ text: said }) => said)).toEqual([
      'Oct 1921',
      'Nov',
      'Dec',
      'Jan 1922',
      'Feb',
      'Mar',
      'Apr',
      'May',
      'Jun',
      'Jul',
    ]);
    expect(ticksOf(axis, 200, 60).map(({ text: said }) => said)).toEqual(['Oct 1921', 'Jan 1922', 'Apr', 'Jul']);
    const close = ticksOf(axis, 30000, 60, 0.5, 0.52);
    expect(close[0].text).toMatch(/^\d+ Feb 1922$/);
    expect(close.every(({ share }) => share >= 0.5 && share <= 0.52)).toBe(true);
  });
  test('no words within folded times', () => {
    const from = Float64Array.of(day(1902), day(1903), day(1930), day(1931));
    const axis = axisOf(
      from,
      from.map((one) => one + 1),
      true,
    );
    for (const { day: at } of ticksOf(axis, 900, 40)) expect(axis.quiet.some(([a, b]) => at > a && at < b)).toBe(false);
  });
});
