/** What the cards of sifts hold: bars of numbers and dates, long lists, odd columns. */
import { type Column, datePrecision, dayNumber, readDate } from '../tables';
import { network } from '../graph';
import { type DateUnit, Sifter, type Tally, kindOf, siftKinds, unitBegin, unitLater, windowWords } from '.';
import { barsBetween, durations } from './dates';
import type { Sift } from './registry';
import type { SiftRows } from './sift';
import { wordsIn } from './kinds/words';

const rowsOf = (size: number, ...columns: Column[]): SiftRows => ({
  size,
  column: (name) => columns.find((one) => one.name === name) as Column,
});
const every = (size: number): Uint8Array => new Uint8Array(size).fill(1);
const amounts = (...values: number[]): Column => ({ type: 'number', name: 'n', values: Float64Array.from(values) });
const dated = (...texts: string[]): Column => {
  const read = texts.map((text) => readDate(text));
  return {
    type: 'date',
    name: 'sent',
    day: Float64Array.from(read, (one) => one?.day ?? NaN),
    precision: Uint8Array.from(read, (one) => one?.precision ?? 0),
    doubtful: Uint8Array.from(read, (one) => (one?.doubtful ? 1 : 0)),
    span: {
      kind: Uint8Array.from(read, (one) => one?.span?.kind ?? 0),
      until: Float64Array.from(read, (one) => one?.span?.until ?? NaN),
      precision: Uint8Array.from(read, (one) => one?.span?.precision ?? 0),
    },
  };
};
const text = (name: string, ...values: string[]): Column => ({
  type: 'text',
  name,
  codes: Int32Array.from(values, (value, i) => (value === '' ? -1 : i)),
  dictionary: values,
});
const sift = (more: object): Sift => {
  const { kind } = more as { kind: Sift['kind'] };
  return siftKinds[kind].schema.parse({ id: 's', of: 'records', ...more });
};
const tallied = (more: object, size: number, ...columns: Column[]): Extract<Tally, { kind: 'bars' }> => {
  const one = sift(more);
  return kindOf(one).tally(rowsOf(size, ...columns), one, every(size))(every(size), one) as never;
};
const passing = (more: object, size: number, ...columns: Column[]): number[] => {
  const one = sift(more);
  return [...kindOf(one).passes(rowsOf(size, ...columns), one)];
};

describe('numbers', () => {
  const of = (...values: number[]) => tallied({ kind: 'numbers', column: 'n' }, values.length, amounts(...values));
  test('few whole numbers have a bar each, others equal bands', () => {
    expect(of(2, 4, 4, 7).bars.map(({ from, all }) => [from, all])).toEqual([
      [2, 1],
      [3, 0],
      [4, 2],
      [5, 0],
      [6, 0],
      [7, 1],
    ]);
    const bands = of(0, 0.5, 100);
    expect([bands.bars.length, bands.bars[0].all, bands.bars.at(-1)?.all]).toEqual([28, 2, 1]);
  });
  test('whole numbers share bars evenly', () => {
    const { bars, whole } = of(...Array.from({ length: 100 }, (_, i) => i + 1));
    expect([whole, bars.length, bars[0].to - bars[0].from, bars.at(-1)?.to]).toEqual([true, 25, 4, 101]);
    expect(bars.every(({ all }) => all === 4)).toBe(true);
  });
  test('a few that are far above all others share the last bar', () => {
    const { bars, high } = of(...Array.from({ length: 200 }, (_, i) => i / 10), 5000);
    expect(bars.map(({ all }) => all).filter((count) => count > 0).length).toBeGreaterThan(20);
    expect([bars.at(-1)?.to, high]).toEqual([5000, 5000]);
    expect(bars.reduce((sum, { all }) => sum + all, 0)).toBe(201);
  });
  test('all alike, none at all, and a range larger than a number', () => {
    expect(of(3.5, 3.5).bars).toMatchObject([{ from: 3.5, all: 2 }]);
    expect(of(NaN, NaN)).toMatchObject({ empty: { all: 2 } });
    expect(of(-1.7e308, 1.7e308, 0).bars.reduce((sum, { all }) => sum + all, 0)).toBe(3);
  });
  test('both ends are within; empty cells pass where they are asked for', () => {
    expect(passing({ kind: 'numbers', column: 'n', from: 2, to: 3 }, 4, amounts(1, 2, 3, NaN))).toEqual([0, 1, 1, 0]);
    expect(passing({ kind: 'numbers', column: 'n', to: 2, empty: true }, 4, amounts(1, 2, 3, NaN))).toEqual([
      1, 1, 0, 1,
    ]);
  });
});

describe('dates', () => {
  const column = dated('1921', '1921-10', '1921-10-05', '1921-11-01?', '1919-12/1920-02', '1922 –', 'before 1900', '');
  const pass = (more: object) => passing({ kind: 'dates', column: 'sent', ...more }, 8, column);
  const window = { from: dayNumber(1921, 10, 1), to: dayNumber(1921, 11, 1) };
  test('what is known to the year lies wherever the year does', () => {
    expect(pass(window)).toEqual([1, 1, 1, 0, 0, 0, 0, 0]);
    expect(pass({ ...window, how: 'within' })).toEqual([0, 1, 1, 0, 0, 0, 0, 0]);
    expect(pass({ ...window, uncertain: false })).toEqual([0, 0, 1, 0, 0, 0, 0, 0]);
    expect(pass({ ...window, empty: true })).toEqual([1, 1, 1, 0, 0, 0, 0, 1]);
    expect(pass({ from: dayNumber(1921, 11, 1), to: dayNumber(1921, 11, 2), uncertain: false })[3]).toBe(0);
  });
  test('ranges reach from end to end, open ones on and on', () => {
    expect(pass({ from: dayNumber(1920, 2, 20), to: dayNumber(1920, 3, 1) })).toEqual([0, 0, 0, 0, 1, 0, 0, 0]);
    expect(pass({ from: dayNumber(1950, 1, 1) })).toEqual([0, 0, 0, 0, 0, 1, 0, 0]);
    expect(pass({ to: dayNumber(1800, 1, 1) })).toEqual([0, 0, 0, 0, 0, 0, 1, 0]);
    expect(pass({ from: dayNumber(1919, 1, 1), to: dayNumber(1920, 2, 1), how: 'begins' })[4]).toBe(1);
    expect(pass({ from: dayNumber(1919, 1, 1), to: dayNumber(1920, 2, 1), how: 'ends' })[4]).toBe(0);
  });
  test('each bar is a unit; what is not known to it is lighter', () => {
    const { bars, unit } = tallied(
      { kind: 'dates', column: 'sent', unit: 'month' },
      4,
      dated('1921', '1921-10', '1921-10-05', '1921-11-01?'),
    );
    expect([unit, bars.length]).toEqual(['month', 12]);
    expect(bars.filter(({ all }) => all > 0)).toMatchObject([
      { from: dayNumber(1921, 1, 1), all: 1, light: 1 },
      { from: dayNumber(1921, 10, 1), to: dayNumber(1921, 11, 1), all: 2, light: 0 },
      { all: 1, light: 1 },
    ]);
  });
  test('bars are split by the values that most rows have', () => {
    const kind: Column = { type: 'text', name: 'kind', dictionary: ['x', 'y'], codes: Int32Array.of(0, 1, 1, -1) };
    const { bars, parts } = tallied(
      { kind: 'dates', column: 'sent', unit: 'year', split: 'kind' },
      4,
      dated('1921', '1921-10', '1922', '1922'),
      kind,
    );
    expect(parts).toEqual(['y', 'x', '']);
    expect(bars.map((bar) => bar.parts)).toEqual([
      [1, 1, 0],
      [1, 0, 1],
    ]);
  });
  test('before the year 1000 and after 9999 there are no more bars than can be drawn, and every row is in one', () => {
    const days = [dayNumber(-4000, 3, 1), dayNumber(50, 1, 1), dayNumber(12000, 1, 1)];
    const far: Column = {
      type: 'date',
      name: 'sent',
      day: Float64Array.from(days),
      precision: new Uint8Array(3).fill(datePrecision.day),
      doubtful: new Uint8Array(3),
    };
    for (const unit of ['day', 'week', 'month', 'year', 'decade'] as const) {
      const { bars } = tallied({ kind: 'dates', column: 'sent', unit }, 3, far);
      expect(bars.length).toBeLessThanOrEqual(405);
      expect(bars.reduce((sum, { all }) => sum + all, 0)).toBe(3);
    }
    expect(tallied({ kind: 'dates', column: 'sent' }, 2, dated('', ''))).toMatchObject({ bars: [], empty: { all: 2 } });
  });
  test.each(['day', 'week', 'month', 'year', 'decade'] as DateUnit[])('%ss follow each other without a gap', (unit) => {
    for (const day of [dayNumber(1899, 12, 31), dayNumber(1970, 1, 1), dayNumber(-5, 2, 28), dayNumber(2000, 2, 29)]) {
      const begin = unitBegin(unit, day);
      const next = unitLater(unit, begin, 1);
      expect(begin <= day && day < next && unitBegin(unit, next) === next && unitLater(unit, next, -1) === begin).toBe(
        true,
      );
      expect(unitBegin(unit, next - 1)).toBe(begin);
    }
    expect([...barsBetween(unit, 0, 0)]).toHaveLength(2);
  });
  test('lives last from one column to another, open ones go on, and are counted in every bar they run through', () => {
    const begin = { ...dated('1900', '1902', '1904', '1909'), name: 'born' };
    const end = { ...dated('1903', '', '1905', '1901'), name: 'died' };
    const lives = { kind: 'dates', column: 'born', until: 'died' };
    expect(passing({ ...lives, from: dayNumber(1904, 1, 1), to: dayNumber(1905, 1, 1) }, 4, begin, end)).toEqual([
      0, 1, 1, 0,
    ]);
    expect(
      passing({ ...lives, from: dayNumber(1900, 1, 1), to: dayNumber(1904, 1, 1), how: 'within' }, 4, begin, end),
    ).toEqual([1, 0, 0, 0]);
    const { bars, empty } = tallied({ ...lives, unit: 'year' }, 4, begin, end);
    expect(bars.map(({ all }) => all)).toEqual([1, 1, 2, 2, 2, 2]);
    expect(empty.all).toBe(1);
    expect(durations(begin, end).until[1]).toBe(Infinity);
  });
  test('years are times as well, from the first day to the last', () => {
    const joined = amounts(1902, 1910, NaN, 1915);
    const left = { ...amounts(1905, NaN, 1920, 1914), name: 'year left' };
    const window = { from: dayNumber(1906, 1, 1), to: dayNumber(1907, 1, 1) };
    expect(passing({ kind: 'dates', column: 'n', until: 'year left', ...window }, 4, joined, left)).toEqual([
      0, 0, 0, 0,
    ]);
    const day = { from: dayNumber(1905, 12, 31), to: dayNumber(1906, 1, 1) };
    expect(passing({ kind: 'dates', column: 'n', until: 'year left', ...day }, 4, joined, left)).toEqual([1, 0, 0, 0]);
    expect(passing({ kind: 'dates', column: 'n', from: dayNumber(1910, 12, 31) }, 4, joined)).toEqual([0, 1, 0, 1]);
    expect(tallied({ kind: 'numbers', column: 'n' }, 4, joined)).toMatchObject({ years: true });
    expect(tallied({ kind: 'numbers', column: 'n' }, 2, amounts(1, 2))).toMatchObject({ years: false });
    expect(() => passing({ kind: 'dates', column: 'n' }, 2, amounts(1, 2))).toThrow(/“n” has no dates/);
  });
  test('rows one by one: under headings, in the order of their time, with those that pass the window', () => {
    const columns: Column[] = [
      dated('1903', '1901-05-02', '1902', '', '1899', '1900'),
      { ...dated('1905', '', '1901', '1904', '1899?', '1900'), name: 'left' },
      text('who', 'Ann', 'Bo', 'Cy', 'Di', '', 'Ed'),
      text('club', 'b', 'a', 'a', 'a', 'b', ''),
    ];
    const rows = { label: 'who', group: 'club' };
    const window = { from: dayNumber(1902, 1, 1), to: dayNumber(1904, 1, 1) };
    const ask = (more: object) =>
      tallied({ kind: 'dates', column: 'sent', until: 'left', rows, ...window, ...more }, 6, ...columns).rows;
    const found = ask({});
    // Cy leaves before he comes, and Di never came: neither has a time.
    expect(found?.labels).toEqual(['Bo', 'row 5', 'Ann', 'Ed']);
    expect(found?.groups).toEqual(['a', 'b', 'b', '']);
    expect([...(found?.row ?? [])]).toEqual([1, 4, 0, 5]);
    expect(found?.until[0]).toBe(Infinity);
    expect([...(found?.light ?? [])]).toEqual([0, 1, 0, 0]);
    expect([...(found?.inside ?? [])]).toEqual([1, 0, 1, 0]);
    expect([...(ask({ how: 'within' })?.inside ?? [])]).toEqual([0, 0, 0, 0]);
    expect([...(ask({ how: 'begins' })?.inside ?? [])]).toEqual([0, 0, 1, 0]);
    expect(ask({ rows: undefined })).toBeUndefined();
    expect(ask({ until: undefined, rows: {} })?.labels).toEqual(['row 5', 'row 6', 'row 2', 'row 3', 'row 1']);
  });
  test('of many rows those in view are listed, and only so many', () => {
    const size = 5000;
    const one = sift({ kind: 'dates', column: 'sent', rows: {} });
    const rows = rowsOf(size, dated(...Array.from({ length: size }, (_, i) => `1${String(i % 900).padStart(3, '0')}`)));
    const tally = kindOf(one).tally(rows, one, every(size));
    const list = (inView: Uint8Array) => (tally(inView, one) as Extract<Tally, { kind: 'bars' }>).rows;
    expect([list(every(size))?.row.length, list(every(size))?.all]).toEqual([2000, size]);
    const few = Uint8Array.from({ length: size }, (_, i) => (i % 1000 === 7 ? 1 : 0));
    expect([...(list(few)?.row ?? [])]).toEqual([7, 4007, 3007, 2007, 1007].sort((a, b) => (a % 900) - (b % 900)));
  });
  test('a window is said as coarsely as it can be', () => {
    const say = (from?: [number, number, number], to?: [number, number, number]) =>
      windowWords(from && dayNumber(...from), to && dayNumber(...to));
    expect(say([1921, 1, 1], [1922, 1, 1])).toBe('1921');
    expect(say([1921, 10, 1], [1922, 12, 1])).toBe('Oct 1921 – Nov 1922');
    expect(say([1921, 10, 3], [1921, 10, 4])).toBe('1921-10-03');
    expect(say([1921, 1, 1])).toBe('since 1921');
    expect(say(undefined, [1921, 1, 1])).toBe('until 1920');
    expect(say([-4000, 1, 1], [-3000, 1, 1])).toBe('−4000 – −3001');
    expect(say()).toBe('any time');
  });
});

describe('values', () => {
  test('of 100,000 different ones the first are listed; letters find the others', () => {
    const many: Column = {
      type: 'text',
      name: 'v',
      dictionary: Array.from({ length: 100_000 }, (_, i) => `N${i}`),
      codes: Int32Array.from({ length: 100_000 }, (_, i) => i),
    };
    expect(tallied({ kind: 'values', column: 'v' }, 100_000, many)).toMatchObject({
      distinct: 100_000,
      shown: 100_000,
      values: { length: 8 },
    });
    const found = tallied({ kind: 'values', column: 'v', search: 'n9999', order: 'by name', most: 2 }, 100_000, many);
    expect(found).toMatchObject({ shown: 11, values: [{ value: 'N9999' }, { value: 'N99990' }] });
  });
  test('a value that stands twice in a cell counts once', () => {
    const twice: Column = {
      type: 'list',
      name: 'v',
      dictionary: ['a'],
      offsets: Uint32Array.of(0, 2, 2),
      codes: Uint32Array.of(0, 0),
    };
    expect(tallied({ kind: 'values', column: 'v' }, 2, twice)).toMatchObject({
      values: [
        { value: 'a', all: 1 },
        { value: '', all: 1 },
      ],
    });
  });
  test('yes and no, and what its chip says', () => {
    const yes: Column = { type: 'yesno', name: 'v', values: Int8Array.of(1, 0, -1) };
    expect(passing({ kind: 'values', column: 'v', values: ['yes', ''] }, 3, yes)).toEqual([1, 0, 1]);
    const chip = (more: object): string => kindOf(sift(more)).words(sift(more));
    expect(chip({ kind: 'values', column: 'v', values: ['a', '', 'c'], none: true })).toBe('not a, no v and 1 more');
    expect(chip({ kind: 'numbers', column: 'packets', from: 2, to: 40 })).toBe('packets 2–40');
    expect(chip({ kind: 'words', columns: ['v'], text: ' fire ' })).toBe('“fire”');
  });
});

test('words between quotation marks are one', () => {
  expect(wordsIn('Fire "of the Sound"  ""')).toEqual(['fire', 'of the sound', '""']);
  expect(wordsIn('  ')).toEqual([]);
});

describe('an area', () => {
  const home: Column = {
    type: 'place',
    name: 'home',
    latitude: Float64Array.of(48, 50, NaN, 48.5),
    longitude: Float64Array.of(-31, -31, NaN, 170),
  };
  const net = {
    ...network({
      nodes: 4,
      edges: [
        [0, 1],
        [1, 3],
      ],
    }),
    nodeColumns: [home],
  };
  const ring = [
    [-32, 47],
    [-30, 47],
    [-30, 49],
    [-32, 49],
  ];
  const table = (): never => {
    throw new Error('no table');
  };
  const leaves = (more: object = {}) =>
    new Sifter({ net, table }).answer({
      sifts: [sift({ kind: 'area', of: 'nodes', where: { place: 'home' }, ring, ...more })],
      untied: 'kept',
    });

  test('nodes whose place lies in it; those without a place are neither in it nor outside of it', () => {
    expect([...leaves().nodes]).toEqual([1, 0, 0, 0]);
    expect([...leaves({ none: true }).nodes]).toEqual([0, 1, 0, 1]);
    expect(leaves().cards.s).toEqual({ tally: { kind: 'count', count: { inView: 1, all: 1 } } });
  });
  test('says in its card what is not there any more, and narrows nothing then', () => {
    const { nodes, cards } = leaves({ where: { place: 'garden' } });
    expect([...nodes]).toEqual([1, 1, 1, 1]);
    expect(cards.s).toMatchObject({ fault: expect.stringMatching(/no column “garden”/) as string });
  });
  test('its chip names the column; a line of two points is none', () => {
    const one = sift({
      kind: 'area',
      of: 'nodes',
      where: { column: 'garden', table: 'gardens', by: 'name', place: 'at' },
      ring,
    });
    expect(kindOf(one).words(one)).toBe('in an area (garden)');
    expect(kindOf(one).words({ ...one, none: true } as Sift)).toBe('outside of an area (garden)');
    expect(() => sift({ kind: 'area', of: 'nodes', where: {}, ring: ring.slice(2) })).toThrow();
  });
});
