/** Figures: pages of parts. Where parts stand, what they say, what is wrong with them, and what no page may do. */
import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { network } from '../../graph';
import { svgDocument } from '../svg';
import { lettersSeen } from '../files/svg';
import {
  type FigureSettings,
  type Made,
  figureSchema,
  firstFigure,
  layFigure,
  magnification,
  mostDpi,
  networksOf,
  partKinds,
  readFigure,
  watched,
} from '.';
import { noteDigest, toldByTrails } from './parts/method';
import { cellsOf, valuesOf } from './parts/map';
import { sample } from './samples';

const figure = (parts: object[], more: object = {}): FigureSettings =>
  figureSchema.parse({ parts: parts.map((part, i) => ({ id: `p${i}`, ...part })), ...more });
const lay = (settings: FigureSettings, ...made: Made[]) =>
  layFigure(settings, (id) => (made.length ? made : [sample()]).find((one) => one.id === id));
/** The texts of a page in the order in which they are drawn. */
async function texts(settings: FigureSettings, ...made: Made[]): Promise<string[]> {
  const found: string[] = [];
  const { pen } = lettersSeen();
  await lay(settings, ...made).draw({ ...pen, text: (words) => found.push(words) });
  return found;
}
const svg = async (settings: FigureSettings, ...made: Made[]): Promise<string> => {
  const laid = lay(settings, ...made);
  return svgDocument({ width: laid.width, height: laid.height }, (pen) => laid.draw(pen));
};
const map = { kind: 'map', network: 'one' };

describe('the page', () => {
  test('a first figure shows title, map, legend and method note, in their order', async () => {
    const says = await texts(firstFigure({ id: 'one', name: 'Who wrote to whom' }));
    expect(says[0]).toBe('Who wrote to whom');
    for (const word of ['Maud Oxley', 'Island', 'Ness', 'Holm', 'Degree']) expect(says).toContain(word);
    expect(says.join(' ')).toContain('each record of “Letters” (5 records)');
    expect(says.join(' ')).toContain('Version 4 of the network “Who wrote to whom”');
  });

  test('maps take what other parts leave of the height, by their shares; nothing lies over anything else', () => {
    const { boxes, problems, width, height } = lay(
      figure([
        { kind: 'title', text: 'A title' },
        { ...map, share: 2 },
        { kind: 'legend' },
        map,
        { kind: 'credit', text: 'A. Thorne' },
      ]),
    );
    expect(problems).toEqual([]);
    expect(boxes.map(({ kind }) => kind)).toEqual(['title', 'map', 'legend', 'map', 'credit']);
    const [, first, , second] = boxes.map(({ box }) => box);
    expect(first.height / second.height).toBeCloseTo(2, 6);
    boxes.slice(1).forEach(({ box }, i) => expect(box.y).toBeGreaterThanOrEqual(boxes[i].box.y + boxes[i].box.height));
    const last = boxes[boxes.length - 1].box;
    expect(last.y + last.height).toBeCloseTo(height - 0.05 * Math.min(width, height), 6);
  });

  test('parts beside each other share a row; one without content leaves it to the others', () => {
    const both = lay(figure([map, { ...map, beside: true }])).boxes.map(({ box }) => box);
    expect(both[0].y).toBe(both[1].y);
    expect(both[0].width).toBe(both[1].width);
    expect(both[1].x).toBeGreaterThan(both[0].x + both[0].width);
    const alone = lay(figure([map, { kind: 'caption', text: '', beside: true }])).boxes;
    expect(alone).toHaveLength(1);
    expect(alone[0].box.width).toBeGreaterThan(both[0].width + both[1].width);
  });

  test('hidden parts take no room', () => {
    expect(lay(figure([{ kind: 'title', text: 'x', hidden: true }, map])).boxes.map(({ kind }) => kind)).toEqual([
      'map',
    ]);
  });

  test('a page that is too low says how high it has to be, and that is enough', () => {
    const parts = [map, { kind: 'legend' }, { kind: 'caption', text: 'word '.repeat(300) }, { kind: 'method' }];
    const { problems } = lay(figure(parts, { width: 84, height: 30 }));
    expect(problems[0].says).toMatch(/^The page is too low for its parts, which need \d+ mm/);
    expect(lay(figure(parts, { width: 84, height: problems[0].height })).problems).toEqual([]);
  });

  test('posters are magnified, letters of a size in points are that size in print on any page', () => {
    expect(magnification(84)).toBe(1);
    expect(magnification(841)).toBeGreaterThan(3);
    for (const width of [84, 174, 841]) {
      const laid = lay(figure([{ kind: 'caption', text: 'Read me', size: 20 }], { width, height: 300 }));
      let seen = 0;
      void laid.draw({ ...lettersSeen().pen, text: (_words, _x, _y, { size }) => (seen = size) });
      expect((seen * laid.magnified * 72) / 96).toBeCloseTo(20, 6);
    }
  });

  test('the smallest letter and the thinnest line are seen, and raised where that is asked for', async () => {
    const smallest = async (more: object) => {
      const laid = lay(figure([map, { kind: 'legend' }, { kind: 'method' }], { width: 84, ...more }));
      const seen = watched(lettersSeen().pen, laid.magnified);
      await laid.draw(seen.pen);
      return seen.seen();
    };
    const plain = await smallest({});
    expect(plain.letter).toBeLessThan(6);
    expect((await smallest({ leastLetter: 6 })).letter).toBe(6);
    expect((await smallest({ leastLine: 2 })).line).toBe(2);
  });

  test('pictures have bounds of dots', () => {
    expect(mostDpi(174, 175)).toBeGreaterThan(1200);
    expect(mostDpi(841, 1189)).toBeLessThan(400);
    expect(mostDpi(841, 1189)).toBeGreaterThanOrEqual(300);
  });
});

describe('maps', () => {
  test('of a network that is not there, or whose trail failed, say so', () => {
    expect(lay(figure([{ kind: 'map', network: 'gone' }])).problems[0].says).toMatch(/is not there any more/);
    const failed = sample({ reports: [{ id: 's1', nodes: 4, edges: 5, result: '', notes: [], fault: 'No column.' }] });
    expect(lay(figure([map]), failed).problems[0].says).toBe(
      'The trail of “Who wrote to whom” failed, so the map is that of before: No column.',
    );
  });

  test('one for each value of a column, each under its name, all at the same scale', async () => {
    const each = figure([{ ...map, each: { of: 'nodes', column: 'island' } }]);
    const says = await texts(each);
    expect(says).toContain('Ness');
    expect(says).toContain('Holm');
    // Labels of a map are those of its value alone.
    expect(says.slice(says.indexOf('Ness') + 1, says.indexOf('Holm')).sort()).toEqual(['Alban Pell', 'Tove Lorne']);
    expect(valuesOf(sample().network, { of: 'edges', column: 'year' })).toEqual(['1902', '1903', '1904']);
  });

  test('only some of it: all else is faint, or out', async () => {
    const only = { of: 'edges', column: 'year', values: ['1902'] };
    const faint = await svg(figure([{ ...map, only }]));
    expect(faint.match(/<circle/g)).toHaveLength(4);
    const out = await svg(figure([{ ...map, only, others: 'out' }]));
    expect(out.match(/<circle/g)).toHaveLength(3);
    expect(out.match(/<path/g)).toHaveLength(2);
  });

  test('a column that is gone is a sentence', () => {
    const says = lay(figure([{ ...map, each: { of: 'nodes', column: 'parish' } }])).problems[0].says;
    expect(says).toMatch(/no column “parish” any more/);
  });

  test('takes the places and the scale of another map: the same node lies at the same place', () => {
    const moved = sample({ id: 'two', name: 'After' });
    moved.network = { ...moved.network, positions: Float32Array.of(500, 0, 0, 0, 0, 10, 900, 900) };
    const both = figure([map, { kind: 'map', network: 'two', places: 'p0', beside: true }]);
    const laid = lay(both, sample(), moved);
    const [a, b] = ['p0', 'p1'].map((id) => laid.page.map(id));
    expect([...(b?.scene.positions ?? [])]).toEqual([...(a?.scene.positions ?? [])]);
    expect(a?.bounds()).toEqual(b?.bounds());
    expect(a?.scale).toBe(b?.scale);
  });

  test('a camera of one’s own stays within the box of the map', async () => {
    const near = await svg(figure([{ ...map, camera: { x: 0, y: 0, zoom: 9 } }]));
    expect(near).toMatch(/<g clip-path="url\(#within-1\)">/);
  });

  test('cells of small maps are as large as they can be', () => {
    expect(cellsOf(6, 600, 400)).toMatchObject({ across: 3, down: 2 });
    expect(cellsOf(3, 900, 100)).toMatchObject({ across: 3, down: 1 });
    expect(cellsOf(2, 100, 900)).toMatchObject({ across: 1, down: 2 });
  });
});

describe('the method note', () => {
  test('tells each network once, under its name where there are several', () => {
    const other = sample({ id: 'two', name: 'After' });
    expect(toldByTrails([sample()])).not.toContain('Who wrote to whom: ');
    expect(toldByTrails([sample(), other])).toMatch(/^Who wrote to whom: .*\nAfter: /);
  });
  test('edited by hand says when the trail has moved on', () => {
    const edited = (from: string) => figure([map, { kind: 'method', text: 'Made so.', from }]);
    expect(lay(edited(noteDigest([sample()]))).problems).toEqual([]);
    expect(lay(edited('other')).problems[0].says).toMatch(/trail has moved on/);
  });
});

describe('the legend', () => {
  test('has its own words, and leaves lines out', async () => {
    const says = await texts(
      figure([map, { kind: 'legend', without: ['nodeSize'], words: [{ was: 'Ness', says: 'The island of Ness' }] }]),
    );
    expect(says).toContain('The island of Ness');
    expect(says).not.toContain('Ness');
    expect(says).not.toContain('Degree');
  });
  test('tells sizes by round amounts, in circles as large as on the map', async () => {
    const circles: number[] = [];
    const settings = figure([{ kind: 'legend' }, map]);
    const laid = lay(settings);
    const path = (along: readonly number[]): void => {
      const xs = along.filter((_, i) => i % 2 === 0);
      circles.push((Math.max(...xs) - Math.min(...xs)) / 2);
    };
    const onMap: number[] = [];
    await laid.draw({ ...lettersSeen().pen, path, shape: (_kind, _x, _y, radius) => onMap.push(radius) });
    expect(await texts(settings)).toEqual(expect.arrayContaining(['2', '3', '4']));
    expect(Math.max(...circles)).toBeCloseTo(Math.max(...onMap), 1);
    expect(Math.min(...circles)).toBeCloseTo(Math.min(...onMap), 1);
  });
});

describe('charts', () => {
  test('a ranking has the first by a measure, with their figures', async () => {
    const says = await texts(figure([{ kind: 'ranking', network: 'one', column: 'degree', count: 2 }]));
    expect(says).toEqual(['Degree', 'Ragna Wick', '4', 'Alban Pell', '2']);
  });
  test('a cross-table counts nodes by two columns', async () => {
    const says = await texts(figure([{ kind: 'cross', network: 'one', rows: 'island', columns: 'role' }]));
    expect(says).toEqual(['Island by Role', 'keeper', 'Ness', '2', 'Holm', '1']);
  });
  test('a spread counts nodes between the lowest and the highest', async () => {
    const says = await texts(figure([{ kind: 'spread', network: 'one', column: 'degree' }]));
    expect(says).toEqual(['Degree', '2', '4', '4 nodes']);
  });
  test('a profile of triads has all sixteen kinds, which add up', async () => {
    const says = await texts(figure([{ kind: 'triads', network: 'one' }]));
    const counts = says.filter((_, i) => i % 2 === 1).map(Number);
    expect(says[0]).toBe('Triads by kind');
    expect(counts).toHaveLength(16);
    expect(counts.reduce((sum, one) => sum + one, 0)).toBe(4);
  });
  test('what is not there, or is no amount, is a sentence', () => {
    const says = (part: object): string => lay(figure([{ network: 'one', ...part }])).problems[0].says;
    expect(says({ kind: 'ranking', column: 'wealth' })).toMatch(/has no column “wealth”/);
    expect(says({ kind: 'ranking', column: 'island' })).toMatch(/holds no amounts/);
    expect(says({ kind: 'spread', network: 'gone', column: 'degree' })).toMatch(/not there any more/);
  });
});

describe('any page', () => {
  const words = fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 60 }),
    fc.constantFrom('<b>&"\'</b>', 'שלום עולם', '👩‍👩‍👧 ' + 'x'.repeat(400), '\u0000\u0001', 'a\n\n\nb', ' '.repeat(50)),
  );
  const part = fc.oneof(
    fc.record({ kind: fc.constantFrom('title', 'subtitle', 'caption', 'credit', 'method'), text: words }),
    fc.record({ kind: fc.constant('map'), network: fc.constantFrom('one', 'empty', 'gone'), title: words }),
    fc.record({
      kind: fc.constant('legend'),
      words: fc.array(fc.record({ was: fc.constant('Ness'), says: words }), { maxLength: 1 }),
    }),
    fc.record({
      kind: fc.constantFrom('triads', 'ranking', 'spread'),
      network: fc.constantFrom('one', 'empty'),
      column: fc.constantFrom('degree', 'no'),
    }),
  );
  const empty = sample({ id: 'empty' });
  empty.network = { ...network({ nodes: 0, edges: [] }), positions: new Float32Array(0) };
  empty.style = undefined;

  test('is well-formed XML with finite numbers, whatever is written on it', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({ beside: fc.boolean() }).chain((one) => part.map((two) => ({ ...one, ...two }))),
          { maxLength: 6 },
        ),
        fc.integer({ min: 20, max: 2000 }),
        fc.integer({ min: 20, max: 2000 }),
        async (parts, width, height) => {
          const text = await svg(figure(parts, { width, height }), sample(), empty);
          expect(text).not.toMatch(/NaN|Infinity|undefined/);
          new SaxesParser({ xmlns: true }).write(text).close();
        },
      ),
      { numRuns: 150, seed: 15 },
    );
  });

  test('a title of 10,000 characters is cut, a page of 5 mm is none', async () => {
    const laid = lay(figure([{ kind: 'title', text: 'long '.repeat(2000) }, map]));
    expect(laid.boxes[0].box.height).toBeLessThan(200);
    expect(laid.problems).toEqual([]);
    expect(() => readFigure({ width: 5 })).toThrow(/cannot be read: width/);
  });

  test('the same figure gives the same bytes', async () => {
    const settings = firstFigure({ id: 'one', name: 'Who wrote to whom' });
    expect(await svg(settings)).toBe(await svg(settings));
  });
});

test('every kind of part has a title, help and a first form', () => {
  for (const [kind, { title, help, schema }] of Object.entries(partKinds)) {
    expect([kind, title !== '', help !== '']).toEqual([kind, true, true]);
    expect(schema.safeParse({ id: 'x' }).success).toBe(false);
  }
  expect(networksOf(figure([map, { kind: 'triads', network: 'two' }, map]))).toEqual(['one', 'two']);
});
