import fc from 'fast-check';
import type { LegendPart } from '../style';
import { type LegendMark, layLegend, legendLetters, textWidth } from '.';

const text = fc.string({ maxLength: 30 });
const colours = fc.record({
  kind: fc.constant('colours' as const),
  title: text,
  entries: fc.array(fc.record({ label: text, colour: fc.constant('#0e5a63') }), { minLength: 1, maxLength: 30 }),
});
const sizes = fc.record({
  kind: fc.constant('sizes' as const),
  title: text,
  low: text,
  high: text,
  min: fc.constant(1),
  max: fc.constant(9),
});
const legends: fc.Arbitrary<LegendPart[]> = fc.array(fc.oneof(colours, sizes), { maxLength: 6 });

/** Left and right of a mark. */
function across(mark: LegendMark): [number, number] {
  if (mark.kind === 'line') return [mark.x1, mark.x2];
  if (mark.kind === 'shape' || mark.kind === 'ring') return [mark.x - mark.radius, mark.x + mark.radius];
  if (mark.kind === 'rect') return [mark.x, mark.x + mark.width];
  return [mark.x, mark.x + textWidth(mark.text, legendLetters, mark.strong ? 600 : 400)];
}

test('no mark lies over another, and rows keep to the width where one entry fits at all', () => {
  fc.assert(
    fc.property(legends, fc.integer({ min: 260, max: 900 }), (legend, width) => {
      const { marks, height } = layLegend(legend, width);
      const rows = new Map<number, [number, number][]>();
      for (const mark of marks) {
        const row = Math.floor(mark.y / 20);
        rows.set(row, [...(rows.get(row) ?? []), across(mark)]);
        expect(mark.y).toBeLessThan(height + 1);
      }
      for (const spans of rows.values()) {
        spans.sort((a, b) => a[0] - b[0]);
        for (let i = 1; i < spans.length; i++) expect(spans[i][0]).toBeGreaterThanOrEqual(spans[i - 1][1] - 1e-9);
        const right = Math.max(...spans.map(([, to]) => to));
        // One entry with its title can be wider than the room; nothing else stands beside it then.
        if (right > width) expect(spans.length).toBeLessThanOrEqual(5);
      }
    }),
  );
});

test('every entry of a long list is there once, in its order, under its title', () => {
  const entries = Array.from({ length: 24 }, (_, i) => ({ label: `Island number ${i}`, colour: '#000000' }));
  const { marks, height } = layLegend([{ kind: 'colours', title: 'island', entries }], 500);
  const texts = marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []));
  expect(texts).toEqual(['island', ...entries.map(({ label }) => label)]);
  expect(marks.filter(({ kind }) => kind === 'rect')).toHaveLength(24);
  expect(height).toBeGreaterThan(60);
});

test('what a ramp, sizes, widths, shapes and lines are drawn with', () => {
  const kinds = (part: LegendPart): string[] => layLegend([part], 600).marks.map(({ kind }) => kind);
  expect(kinds({ kind: 'ramp', title: 'degree', stops: ['#fff', '#888', '#000'], low: '1', high: '9' })).toEqual([
    'text',
    'text',
    'rect',
    'rect',
    'rect',
    'text',
  ]);
  expect(kinds({ kind: 'sizes', title: '', low: '1', high: '9', min: 2, max: 12 })).toEqual(['shape', 'text', 'shape']);
  expect(kinds({ kind: 'widths', title: '', low: '1', high: '9', min: 0.1, max: 12 })).toEqual([
    'line',
    'text',
    'line',
  ]);
  const lines = layLegend([{ kind: 'widths', title: '', low: '1', high: '9', min: 0.1, max: 12 }], 600).marks;
  // Hair lines are still seen, and the thickest does not fill the row.
  expect(lines.flatMap((mark) => (mark.kind === 'line' ? [mark.width] : []))).toEqual([0.6, 5]);
  expect(kinds({ kind: 'shapes', title: 'kind', entries: [{ label: 'person', shape: 'circle' }] })).toEqual([
    'text',
    'shape',
    'text',
  ]);
  expect(kinds({ kind: 'lines', title: 'certainty', entries: [{ label: 'hearsay', pattern: 'dotted' }] })).toEqual([
    'text',
    'line',
    'text',
  ]);
});

test('without a legend there is nothing, and no room is taken', () => {
  expect(layLegend([], 500)).toEqual({ marks: [], spots: [], width: 0, height: 0 });
});

test('entries that stand for something have a spot over their sign and their words, in every row', () => {
  const entries = Array.from({ length: 24 }, (_, i) => ({
    label: `Island ${i}`,
    colour: '#000000',
    stands: { values: [`${i}`] },
  }));
  const { marks, spots } = layLegend([{ kind: 'colours', title: 'island', entries }], 300);
  expect(spots.map(({ label }) => label)).toEqual(entries.map(({ label }) => label));
  expect(new Set(spots.map(({ y }) => y)).size).toBeGreaterThan(3);
  for (const { label, x, y, width } of spots) {
    const text = marks.find((mark) => mark.kind === 'text' && mark.text === label);
    const [left, right] = across(text as LegendMark);
    expect(left).toBeGreaterThan(x);
    expect(right).toBeCloseTo(x + width, 6);
    expect(text?.y).toBeGreaterThan(y);
    expect(text?.y).toBeLessThan(y + 20);
  }
});

test('a text is as wide as its letters, in both weights; marks on letters and strange signs are counted', () => {
  expect(textWidth('', 12)).toBe(0);
  expect(textWidth('aa', 10)).toBeCloseTo(2 * textWidth('a', 10), 12);
  expect(textWidth('Orrin', 20, 600)).toBeGreaterThan(textWidth('Orrin', 20, 400));
  expect(textWidth('é', 10)).toBe(textWidth('e\u0301', 10));
  expect(textWidth('島', 10)).toBe(10);
  expect(textWidth('iiii', 10)).toBeLessThan(textWidth('mm', 10));
});

test('where all have one amount it is said once, with one sign', () => {
  const one = { title: 'degree', low: '1', high: '1', min: 2, max: 8 };
  const marks = (part: LegendPart): LegendMark[] => layLegend([part], 600).marks;
  for (const [part, sign] of [
    [
      { ...one, kind: 'sizes' },
      { kind: 'shape', radius: 4 },
    ],
    [
      { ...one, kind: 'widths' },
      { kind: 'line', width: 5 },
    ],
    [
      { ...one, kind: 'ramp', stops: ['#000000', '#777777', '#ffffff'] },
      { kind: 'rect', colour: '#777777' },
    ],
  ] as const) {
    const found = marks(part as LegendPart);
    expect(found.map((mark) => (mark.kind === 'text' ? mark.text : mark.kind))).toEqual(['degree', sign.kind, '1']);
    expect(found[1]).toMatchObject(sign);
  }
});
