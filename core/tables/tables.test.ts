import fc from 'fast-check';
import {
  type Table,
  TableBuilder,
  cellText,
  column,
  dayNumber,
  distribution,
  orderBy,
  pick,
  readDate,
  readNumber,
  namesLatitude,
  namesLongitude,
  readPlace,
  readYesNo,
  senseOf,
  rawTable,
  sortKeys,
  viewRows,
  writeDate,
  writtenCell,
} from '.';

const table = (names: [string, 'text' | 'number' | 'yesno' | 'date' | 'list'][], rows: string[][]): Table => {
  const builder = new TableBuilder(
    't',
    names.map(([name, type]) => ({ name, type })),
  );
  for (const row of rows) builder.push(row);
  return builder.done();
};

describe('cells', () => {
  test.each([
    ['12', 12],
    [' -3.5 ', -3.5],
    ['1,200', 1200],
    ['1e3', 1000],
    ['.5', 0.5],
    ['1,20', NaN],
    ['ten', NaN],
    ['', NaN],
    ['0x10', NaN],
    ['Infinity', NaN],
    ['.', NaN],
    ['1e999', NaN],
  ])('number %j is %p', (text, value) => expect(readNumber(text)).toBe(value));

  test('yes and no in the usual words, nothing else', () => {
    expect(['yes', 'TRUE', 'n', 'maybe', ''].map(readYesNo)).toEqual([1, 1, 0, -1, -1]);
  });

  test('dates keep their precision and their doubt', () => {
    expect(
      ['1911-03-02', '1911-03', '1911', '1911?', '2 Mar 1911', 'March 1911'].map((text) => {
        const date = readDate(text);
        return date && writeDate(date.day, date.precision, date.doubtful);
      }),
    ).toEqual(['1911-03-02', '1911-03', '1911', '1911?', '1911-03-02', '1911-03']);
    expect(['1911-02-29', '1911-13', 'Mar', '1911-00-01', 'x'].map((text) => readDate(text))).toEqual(
      Array(5).fill(undefined),
    );
    expect(readDate('1912-02-29')).toBeDefined();
  });

  test.each([
    ['1.250,5', ',', 1250.5],
    ['1 250', '.', 1250],
    ["1'250.5", '.', 1250.5],
    ['3,5', '.', NaN],
    ['3,5', ',', 3.5],
    ['1,25,0', '.', NaN],
    ['−4', '.', -4],
  ] as const)('number %j with decimals after “%s” is %p', (text, mark, value) =>
    expect(readNumber(text, mark)).toBe(value),
  );

  test.each([
    ['1911-03-02T14:30', '1911-03-02 14:30'],
    ['1911-03-02 14:30:05', '1911-03-02 14:30:05'],
    ['1911-03-02T00:30+01:00', '1911-03-01 23:30'],
    ['1911-03-02T25:00', undefined],
    ['2.3.1911', '1911-03-02'],
    ['03.1911', '1911-03'],
    ['3/1911?', '1911-03?'],
    ['12-1911', '1911-12'],
    ['13.1911', undefined],
    ['3.3911', undefined],
    ['March 2nd, 1911', '1911-03-02'],
    ['Sept. 1911', '1911-09'],
    ['c. 1911', '1911?'],
    ['1911~', '1911?'],
    ['1911/1913', '1911/1913'],
    ['1911–1913', '1911/1913'],
    ['1911-1913', '1911/1913'],
    ['from 1911 to 1913-05', '1911/1913-05'],
    ['between 1911 and 1913', '1911/1913'],
    ['1913/1911', undefined],
    ['1911/..', '1911/..'],
    ['1911–', '1911/..'],
    ['before 1913', '../1913'],
    ['until 1913-05', '../1913-05'],
    ['till 1913', '../1913'],
    ['Till 2 Mar 1911', '../1911-03-02'],
    ['to 1913', '../1913'],
    ['after 1913', '1913/..'],
    ['from 1913', '1913/..'],
    ['since 1911?', '1911?/..'],
    ['the minister of 1911', undefined],
    ['31.2.1911', undefined],
    ['19111', undefined],
    ['C0001', undefined],
    ['c 1911', '1911?'],
  ])('date %j is %j', (text, written) => {
    const date = readDate(text);
    expect(date && writeDate(date.day, date.precision, date.doubtful, date.span)).toBe(written);
  });

  test('the order of day and month is as it is said', () => {
    expect(readDate('2/3/1911', 'dmy')?.day).toBe(dayNumber(1911, 3, 2));
    expect(readDate('2/3/1911', 'mdy')?.day).toBe(dayNumber(1911, 2, 3));
    expect(readDate('13/2/1911', 'mdy')).toBeUndefined();
  });

  test.each([
    ['48.62, -31.4', [48.62, -31.4]],
    ['(48.5 -31)', [48.5, -31]],
    ['48°30′N 31°15′W', [48.5, -31.25]],
    ['31.25 W, 48.5 N', [48.5, -31.25]],
    ['geo:48.5,-31', [48.5, -31]],
    ['95, 10', undefined],
    ['48.62', undefined],
    ['12 Harbour Road', undefined],
  ])('place %j is %j', (text, place) => {
    expect(readPlace(text)).toEqual(place && { latitude: place[0], longitude: place[1] });
  });

  test.each(['lat', 'Latitude (°)', 'lat_deg', 'Breite', 'szerokość geograficzna', 'ШИРОТА', 'breddegrad', 'geo_lat'])(
    '%s names degrees north',
    (header) => {
      expect(namesLatitude(header)).toBe(true);
      expect(namesLongitude(header)).toBe(false);
    },
  );

  test.each(['Länge', 'lng', 'long.', 'Longitude [deg]', 'долгота', 'length'])(
    '%s names degrees east, or a length',
    (header) => {
      expect(namesLongitude(header)).toBe(header !== 'length');
      expect(namesLatitude(header)).toBe(false);
    },
  );

  test('day numbers count from 1970, before and after, in every year', () => {
    expect(dayNumber(1970, 1, 1)).toBe(0);
    expect(dayNumber(1969, 12, 31)).toBe(-1);
    expect(dayNumber(2000, 3, 1)).toBe(11017);
    expect(dayNumber(50, 1, 1)).toBe(dayNumber(51, 1, 1) - 365);
  });

  test('every day written is read back as itself', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -300000, max: 60000 }),
        fc.integer({ min: 1, max: 3 }),
        fc.boolean(),
        (day, precision, doubtful) => {
          const written = writeDate(day, precision, doubtful);
          const read = readDate(written);
          expect(read && writeDate(read.day, read.precision, read.doubtful)).toBe(written);
        },
      ),
    );
  });
});

describe('types found', () => {
  const typeOf = (...cells: string[]): string => {
    const { spec } = senseOf(
      rawTable(
        ['a'],
        cells.map((cell) => [cell]),
      ).columns[0],
    );
    return [spec.type, spec.order, spec.decimal, spec.separator].filter(Boolean).join(' ');
  };
  test.each([
    ['number', ['1', '2.5', '']],
    ['text', ['007', '012']],
    ['text', ['', '']],
    ['yesno', ['yes', 'no', '']],
    ['date', ['1911-03-02', '1911']],
    ['date dmy', ['2.3.1911', '3.1911', '1911']],
    ['date', ['03.1911', '11.1911']],
    ['number', ['3.1911', '5.1234', '1911']],
    ['number', ['3.1911', '11.1911']],
    ['number', ['1911', '1912']],
    ['list', ['kale; neep', 'kale']],
    ['text', ['a', 'b', '3']],
    ['number', ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'ten']],
    ['number ,', ['1,5', '2', '1.250,75']],
    ['number', ['1,250.5', '2', '1 250']],
    ['date dmy', ['13.2.1911', '02.03.1911']],
    ['date mdy', ['2/13/1911', '02/03/1911']],
    ['date', ['1911/1913', '1911-03', 'before 1920']],
    ['list |', ['kale|neep', 'kale']],
    ['list ,', ['kale, neep, bere', 'kale', 'kale, neep, pea, bean']],
    ['text', ['Pell, Alban', 'Wick, Tove']],
    ['place', ['48.62, -31.4', "48°37'N 31°24'W"]],
    ['number ,', ['20,8', '0,12', '7,5']],
    ['number ,', ['1.250,5', '20,8']],
    ['link', ['https://a.example/x', 'http://b.example']],
    ['picture', ['data:image/png;base64,AAAA', 'portrait.jpg']],
  ] as const)('%s from %j', (type, cells) => expect(typeOf(...cells)).toBe(type));

  test('under a header of degrees a mark never parts off thousands', () => {
    const of = (header: string, ...cells: string[]) =>
      senseOf(
        rawTable(
          [header],
          cells.map((cell) => [cell]),
        ).columns[0],
      );
    expect(of('lat', '56.837', '50.686').asks).toBeUndefined();
    expect(of('lat', '56.837', '50.686').spec).toEqual({ name: 'lat', type: 'number' });
    expect(of('Länge', '8,123', '9,456')).toMatchObject({ spec: { type: 'number', decimal: ',' } });
    expect(of('packets', '56.837', '50.686').asks?.what).toBe('decimal');
  });

  test('what both readings allow is asked, unless another cell decides', () => {
    const asks = (...cells: string[]) =>
      senseOf(
        rawTable(
          ['a'],
          cells.map((cell) => [cell]),
        ).columns[0],
      ).asks?.what;
    expect(asks('2.3.1911', '4.5.1912')).toBe('order');
    expect(asks('2.3.1911', '2.2.1912', '02.2.1912')).toBe('order');
    expect(asks('2.3.1911', '24.5.1912')).toBeUndefined();
    expect(asks('3.3.1911', '1911-04-05')).toBeUndefined();
    expect(asks('1,250', '3')).toBe('decimal');
    expect(asks('1,250', '3.5')).toBeUndefined();
    expect(asks('1250', '3')).toBeUndefined();
    expect(asks('20, 8', '12, 31')).toBe('place');
    expect(asks('20.1, 8.2', '12.3, 31.9')).toBeUndefined();
    expect(senseOf(rawTable(['Koordinaten'], [['20, 8'], ['12, 31']]).columns[0]).spec.type).toBe('place');
  });
});

describe('tables', () => {
  const seeds = table(
    [
      ['name', 'text'],
      ['packets', 'number'],
      ['sent', 'date'],
      ['kinds', 'list'],
      ['paid', 'yesno'],
    ],
    [
      ['Zoë', '10', '1911', 'kale; neep', 'yes'],
      ['anna', 'ten', '1910-05', '', ''],
      ['Béa', '', '1909?', 'neep', 'no'],
      ['', '2', 'soon', 'kale', 'perhaps'],
    ],
  );

  test('cells that do not fit stay as they were written', () => {
    expect(seeds.misfits.map(({ column: name, rows, texts }) => [name, [...rows], texts])).toEqual([
      ['packets', [1], ['ten']],
      ['sent', [3], ['soon']],
      ['paid', [3], ['perhaps']],
    ]);
    const packets = column(seeds, 'packets');
    expect(packets && writtenCell(packets, seeds.misfits[0], 1)).toEqual({ text: 'ten', fits: false });
    expect(packets && writtenCell(packets, seeds.misfits[0], 0)).toEqual({ text: '10', fits: true });
    expect(packets && cellText(packets, 1)).toBe('');
  });

  test('sorts by value or reading order, empty cells last both ways', () => {
    expect([...viewRows(seeds, { sort: 'packets' })]).toEqual([3, 0, 1, 2]);
    expect([...viewRows(seeds, { sort: 'packets', descending: true })]).toEqual([0, 3, 1, 2]);
    expect([...viewRows(seeds, { sort: 'name' })]).toEqual([1, 2, 0, 3]);
    expect([...viewRows(seeds, { sort: 'sent' })]).toEqual([2, 1, 0, 3]);
    // Those that are alike by the first are ordered by the next.
    expect([...viewRows(seeds, { sort: 'paid' })]).toEqual([2, 0, 1, 3]);
    expect([...viewRows(seeds, { sort: 'paid', then: [{ sort: 'packets', descending: false }] })]).toEqual([
      2, 0, 3, 1,
    ]);
  });

  test('searches all columns, misfits included', () => {
    expect([...viewRows(seeds, { search: 'NEEP' })]).toEqual([0, 2]);
    expect([...viewRows(seeds, { search: 'ten' })]).toEqual([1]);
    expect([...viewRows(seeds, { search: '1909' })]).toEqual([2]);
    expect(viewRows(seeds, { search: 'nowhere' })).toHaveLength(0);
  });

  test('a sorted order is a permutation with keys that never fall', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.integer({ min: -5, max: 5 }), fc.constant(NaN))),
        fc.boolean(),
        (values, descending) => {
          const keys = Float64Array.from(values);
          const order = orderBy(keys, Uint32Array.from(values.keys()), descending);
          expect([...order].sort((a, b) => a - b)).toEqual([...values.keys()]);
          const sorted = [...order].map((row) => values[row]).filter((value) => !Number.isNaN(value));
          for (let i = 1; i < sorted.length; i++)
            expect(descending ? sorted[i - 1] >= sorted[i] : sorted[i - 1] <= sorted[i]).toBe(true);
        },
      ),
    );
  });

  test('picked rows keep their cells, in every type', () => {
    const rows = Uint32Array.of(2, 0, 0);
    for (const col of seeds.columns) {
      const picked = pick(col, rows);
      expect([0, 1, 2].map((r) => cellText(picked, r))).toEqual([2, 0, 0].map((r) => cellText(col, r)));
    }
  });

  test('distributions count every filled cell once', () => {
    const packets = column(seeds, 'packets');
    expect(packets && distribution(packets)).toMatchObject({ filled: 2, distinct: 2, low: 2, high: 10 });
    const kinds = column(seeds, 'kinds');
    expect(kinds && distribution(kinds)).toMatchObject({ filled: 3, distinct: 2, bars: [2, 2] });
    fc.assert(
      fc.property(fc.array(fc.double({ noNaN: true, noDefaultInfinity: true })), (values) => {
        const { bars, filled } = distribution({ type: 'number', name: 'x', values: Float64Array.from(values) });
        expect(bars.reduce((a, b) => a + b, 0)).toBe(values.length);
        expect(filled).toBe(values.length);
      }),
    );
  });

  test('sort keys of lists follow their first value', () => {
    const kinds = column(seeds, 'kinds');
    expect(kinds && [...sortKeys(kinds)]).toEqual([0, NaN, 1, 0]);
  });
});
