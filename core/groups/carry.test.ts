import { categoryPalettes, defaultPalette } from '../style';
import { carried, colourPlaces, knownOf } from '.';
import { ringOfCliques } from './samples';

describe('names and colours', () => {
  const net = ringOfCliques(3, 4);
  const numbered = (_members: readonly number[], i: number): string => `Group ${i + 1}`;
  const strength = new Float64Array(12).fill(1);
  const of = Uint32Array.from({ length: 12 }, (_, v) => v >> 2);
  const first = carried(net, of, 3, [], {}, numbered);
  const column = (one: typeof first) => ({
    type: 'text' as const,
    name: 'group',
    codes: one.codes,
    dictionary: one.names,
    marks: one.marks,
  });

  test('stay with their members when groups change places and one grows', () => {
    const known = knownOf(net, column(first), strength);
    known[1] = { ...known[1], name: 'Ness', colour: '#123456' };
    // The last group has taken a node of the first, and stands first now.
    const next = carried(net, Uint32Array.of(1, 1, 1, 0, 2, 2, 2, 2, 0, 0, 0, 0), 3, known, {}, numbered);
    expect(next.names[next.codes[4]]).toBe('Ness');
    expect(next.marks[next.codes[4]]).toMatchObject({ id: first.marks[1].id, slot: 1, colour: '#123456', named: true });
    expect(next.marks[next.codes[8]].slot).toBe(first.marks[2].slot);
    expect(next.codes[3]).toBe(next.codes[8]);
  });
  test('a new group takes the first free colour', () => {
    const known = knownOf(net, column(first), strength).filter((_, i) => i !== 1);
    const next = carried(net, of, 3, known, {}, numbered);
    expect(next.marks.map(({ slot }) => slot).sort()).toEqual([0, 1, 2]);
  });
  test('hardly anything in common is not the same group, and a place beyond the palette is given up', () => {
    const known = knownOf(net, column(first), strength);
    const far = known.map((one, i) => ({ ...one, slot: colourPlaces + 7 * i }));
    expect(carried(net, of, 3, far, {}, numbered).marks.map(({ slot }) => slot)).toEqual([0, 1, 2]);
    // One node of ten anchors lies in the first group: nothing of that group goes on.
    const stray = [
      { id: 5, slot: 3, name: 'Stray', anchors: ['0', ...Array.from({ length: 10 }, (_, i) => String(11 - (i % 8)))] },
    ];
    const next = carried(
      net,
      Uint32Array.from({ length: 12 }, (_, v) => (v === 0 ? 0 : 1)),
      2,
      stray,
      {},
      numbered,
    );
    expect(next.names[next.codes[0]]).not.toBe('Stray');
  });
  test('after another table nothing is carried over: all places of the palette are free', () => {
    const other = { ...net, ids: net.ids.map((id) => `other ${id}`) };
    const known = knownOf(net, column(first), strength).map((one, i) => ({ ...one, slot: i + 20 }));
    expect(carried(other, of, 3, known, {}, numbered).marks.map(({ slot }) => slot)).toEqual([0, 1, 2]);
  });
  test('a node of no group stays out', () => {
    const codes = Int32Array.from(of, (g, v) => (v === 5 ? -1 : g));
    expect(carried(net, codes, 3, [], {}, numbered).codes[5]).toBe(-1);
  });
  test('as many places as the default palette has colours', () => {
    expect(categoryPalettes[defaultPalette]).toHaveLength(colourPlaces);
  });
  test('nodes are put into groups by hand: merged, taken out, into one that was gone', () => {
    const known = knownOf(net, column(first), strength);
    const all = (from: number, to: number): Record<string, number> =>
      Object.fromEntries([0, 1, 2, 3].map((i) => [String(4 * from + i), to]));
    const merged = carried(net, of, 3, known, all(1, known[0].id), numbered);
    expect([merged.names.length, merged.codes[0] === merged.codes[4]]).toEqual([2, true]);
    // The next run carries the merged group on, though it finds two again.
    const again = carried(
      net,
      of,
      3,
      knownOf(net, column(merged), strength, all(1, known[0].id)),
      all(1, known[0].id),
      numbered,
    );
    expect([again.names.length, again.codes[0] === again.codes[4]]).toEqual([2, true]);
    expect(carried(net, of, 3, known, all(2, -1), numbered).codes[8]).toBe(-1);
    const gone = [...known, { id: 77, name: 'By hand', slot: 9, anchors: [] }];
    const apart = carried(net, of, 3, gone, { '0': 77 }, numbered);
    expect(apart.names[apart.codes[0]]).toBe('By hand');
  });
});
