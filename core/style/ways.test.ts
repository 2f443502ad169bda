/** Looks by rule and by hand over a channel's own setting, and how amounts are spread. */
import { spreadOut, worthHolding } from '../amounts';
import { formatHex } from 'culori';
import { Fault } from '../fault';
import { type Network, edgeKey, network } from '../graph';
import type { Column } from '../tables';
import {
  type StyleSettings,
  amountPalettes,
  channelEntries,
  dress,
  hex,
  plainStyle,
  rgb,
  rulesIn,
  withoutMissing,
} from '.';
import { textWidth } from '../letters';
import { filledIn } from './channels/label-text';

const text = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values.filter((value) => value !== ''))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const number = (name: string, ...values: number[]): Column => ({
  type: 'number',
  name,
  values: Float64Array.from(values),
});
const net: Network = {
  ...network({ nodes: 4, edges: [[0, 1], [1, 2], [2, 3], [0, 1]], weight: [1, 4, 9, 2], directed: true }), // prettier-ignore
  labels: ['Ann', 'Bo', 'Cy', 'Di'],
  nodeColumns: [text('island', 'Ness', 'Ness', 'Holm', ''), number('born', 1880, 1890, NaN, 1900)],
  edgeColumns: [text('certainty', 'recorded', 'hearsay', 'recorded', 'recorded')],
};
const island = (value: string) => ({ match: 'all' as const, rules: [{ about: 'column' as const, column: 'island', is: 'is' as const, value, to: '' }] }); // prettier-ignore
const weight = (value: string) => ({ match: 'all' as const, rules: [{ about: 'weight' as const, column: '', is: 'at least' as const, value, to: '' }] }); // prettier-ignore
const style = (change: object): StyleSettings => ({ ...plainStyle, ...change });
const fills = (settings: object): string[] => {
  const { fill } = dress(net, style(settings));
  return [0, 1, 2, 3].map((v) => hex([fill[3 * v], fill[3 * v + 1], fill[3 * v + 2]]));
};
const rule = (where: object, look: unknown, words = '') => ({ where, look, words });

describe('by rule and by hand', () => {
  const alike = { nodeColour: { by: 'all', colour: '#000000' } };

  test('the first rule that holds wins; what none holds for keeps the channel’s own setting', () => {
    const rules = { nodeColour: [rule(island('Ness'), '#110000'), rule(island('Holm'), '#220000'), rule(island('Ness'), '#330000')] }; // prettier-ignore
    expect(fills({ ...alike, rules })).toEqual(['#110000', '#110000', '#220000', '#000000']);
  });

  test('by hand is over rules, and outlives nodes that are gone', () => {
    const rules = { nodeColour: [rule(island('Ness'), '#110000')] };
    const byHand = { nodeColour: { 1: '#00ff00', gone: '#ffffff' } };
    expect(fills({ ...alike, rules, byHand })).toEqual(['#110000', '#00ff00', '#000000', '#000000']);
  });

  test('a rule without a condition holds for none', () => {
    const rules = { nodeColour: [rule({ match: 'all', rules: [] }, '#110000')] };
    expect(fills({ ...alike, rules })).toEqual(Array(4).fill('#000000'));
  });

  test('edges: by rule, and one of two parallel ones by hand', () => {
    const records = { tables: ['parcels'], offsets: Uint32Array.of(0, 1, 2, 3, 4), items: Uint32Array.of(7, 8, 9, 5) };
    const key = edgeKey({ from: '0', to: '1', record: { table: 'parcels', row: 5 } });
    const looks = dress(
      { ...net, edgeRecords: records },
      style({ rules: { edgeWidth: [rule(weight('4'), 5)] }, byHand: { edgeWidth: { [key]: 9, 'no key': 3 } } }),
    );
    expect([...looks.edgeWidth]).toEqual([1, 5, 5, 9]);
  });

  test('the legend says rules in their words, only those that hold for something', () => {
    const rules = { nodeColour: [rule(island('Ness'), '#110000', 'Nessers'), rule(island('Voe'), '#220000'), rule(island('Holm'), '#330000')] }; // prettier-ignore
    expect(dress(net, style({ ...alike, rules })).legend).toMatchObject([
      {
        kind: 'colours',
        title: 'Colour',
        entries: [
          { label: 'Nessers', colour: '#110000' },
          { label: 'island is Holm', colour: '#330000' },
        ],
      },
    ]);
    expect(dress(net, style({ ...alike, rules, legend: false })).legend).toEqual([]);
  });

  test('a rule on a missing column names the rule, at its step; a stand-in leaves that rule out alone', () => {
    const gone = { match: 'all' as const, rules: [{ about: 'column' as const, column: 'gone', is: 'filled' as const, value: '', to: '' }] }; // prettier-ignore
    const ruled = style({ rules: { nodeSize: [rule(island('Ness'), 9), rule(gone, 12)] } });
    let fault: unknown;
    try {
      dress(net, ruled, 's9');
    } catch (error) {
      fault = error;
    }
    expect(fault).toBeInstanceOf(Fault);
    expect((fault as Fault).message).toMatch(/^Rule 2 of Size: .*no column “gone”/);
    expect((fault as Fault).where).toBe('s9');
    const left = withoutMissing(ruled, ({ name }) => name === 'island');
    expect(left.rules.nodeSize).toHaveLength(1);
    expect([rulesIn(ruled), rulesIn(style({}))]).toEqual([1, 0]);
  });

  test('every channel that single nodes or edges can be given takes its own looks, and no others', () => {
    const looks: Record<string, unknown> = {
      nodeColour: '#112233', nodeSize: 9, nodeShape: 'star', nodePicture: { picture: 'data:image/png;base64,AAAA', frame: 'square' }, nodeRim: { colour: '#112233', width: 3 }, nodeOpacity: 0.5, nodeShade: 3,
      labelShown: 'hidden', labelSize: 20, labelColour: '#112233', labelGround: '#112233', labelPlace: { x: 20, y: -4 },
      edgeColour: '#112233', edgeWidth: 5, edgePattern: 'dotted', edgeOpacity: 1,
    }; // prettier-ignore
    for (const [key, { look }] of channelEntries) {
      if (!look) continue;
      expect([key, look.schema.safeParse(looks[key]).success, look.schema.safeParse({ odd: 1 }).success]).toEqual([key, true, false]); // prettier-ignore
      const plain = dress(net, style({}));
      const byHand = {
        [key]: look.of === 'nodes' ? { 2: looks[key] } : { [edgeKey({ from: '1', to: '2' })]: looks[key] },
      };
      expect([key, JSON.stringify(dress(net, style({ byHand }))) !== JSON.stringify(plain)]).toEqual([key, true]);
    }
  });
});

describe('labels', () => {
  test('shown ones come first, hidden ones are gone', () => {
    const labels = { show: 'top', top: 2, size: 12 };
    const { labelled } = dress(net, style({ labels, byHand: { labelShown: { 3: 'shown', 0: 'hidden' } } }));
    expect([...labelled]).toEqual([3, 1]);
  });

  test('a pattern is filled in; empty values go with what parts them from the one before', () => {
    expect(filledIn(net, '{name}, {born}')).toEqual(['Ann, 1880', 'Bo, 1890', 'Cy', 'Di, 1900']);
    expect(filledIn(net, '{island}: {name}')).toEqual(['Ness: Ann', 'Ness: Bo', 'Holm: Cy', 'Di']);
    expect(filledIn(net, '*{name}*')).toEqual(['*Ann*', '*Bo*', '*Cy*', '*Di*']);
    expect(dress(net, style({})).labelText).toBeUndefined();
    expect(() => dress(net, style({ labelText: '{gone}' }), 's3')).toThrow(/no column “gone”/);
  });

  test('sizes follow nodes or amounts; colours those of nodes', () => {
    const sizes = { nodeSize: { by: 'amount', column: 'born', min: 2, max: 6, scale: 'linear' } };
    const byNode = dress(net, style({ ...sizes, labelSize: { by: 'node', min: 10, max: 20 } }));
    expect([...byNode.labelSize]).toEqual([10, 15, 10, 20]);
    const own = dress(net, style({ nodeColour: { by: 'all', colour: '#102030' }, labelColour: { by: 'own' } }));
    expect([...(own.labelColour ?? []).slice(0, 4)]).toEqual([16, 32, 48, 255]);
  });
});

test('heads of arrows: their place and size; edges’ labels; the page', () => {
  const heads = dress(net, style({ arrows: true, arrowPlace: 'middle', arrowSizes: 2 }));
  expect([...heads.arrow]).toEqual([-2, -2, -2, -2]);
  expect(dress(net, style({ edgeLabel: { by: 'weight' } })).edgeLabel).toEqual(['1', '4', '9', '2']);
  expect(dress(net, style({ edgeLabel: { by: 'column', column: 'certainty' } })).edgeLabel?.[1]).toBe('hearsay');
  const groups = {
    nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours: {} },
    hulls: true,
    groupNames: true,
  };
  expect(dress(net, style(groups))).toMatchObject({ hulls: true, groupNames: ['Ness', 'Holm'] });
  expect(dress(net, style({ hulls: true, groupNames: true })).hulls).toBe(false);
  expect(dress(net, style({ groundColour: '#abcdef' })).groundColour).toBe('#abcdef');
});

describe('the spread of amounts', () => {
  const values = Float64Array.of(0, 10, 20, 30, 1000, NaN);

  test('held at an end, the rest takes the whole range; beyond it all look alike', () => {
    const { shares, low, high } = spreadOut(values, { scale: 'linear', to: 40 });
    expect([...shares]).toEqual([0, 0.25, 0.5, 0.75, 1, NaN]);
    expect([low, high]).toEqual([0, 40]);
    expect([...spreadOut(values, { scale: 'linear', from: 10, to: 30 }).shares]).toEqual([0, 0, 0.5, 1, 1, NaN]);
  });
  test('in classes that begin where it was said', () => {
    const some = Float64Array.of(1, 5, 19, 20, 500, NaN);
    const found = (begins: number[]) => [...spreadOut(some, { scale: 'log', classes: 'hand', begins }).shares];
    expect(found([100, 5, 20])).toEqual([0, 1 / 3, 1 / 3, 2 / 3, 1, NaN]);
    expect(found([5])).toEqual([0, 1, 1, 1, 1, NaN]);
    expect(found([])).toEqual([0, 0, 0, 0, 0, NaN]);
    expect([...spreadOut(some, { scale: 'linear', classes: 'hand', begins: [5], reversed: true }).shares]).toEqual([1, 0, 0, 0, 0, NaN]); // prettier-ignore
  });

  test('reversed, and in classes of equal width or of equally many', () => {
    expect([...spreadOut(values, { scale: 'linear', to: 40, reversed: true }).shares]).toEqual([
      1,
      0.75,
      0.5,
      0.25,
      0,
      NaN,
    ]);
    expect([...spreadOut(values, { scale: 'linear', classes: 'equal', count: 2 }).shares]).toEqual([
      0,
      0,
      0,
      0,
      1,
      NaN,
    ]);
    const many = Float64Array.from({ length: 9 }, (_, i) => i ** 3);
    expect([...spreadOut(many, { scale: 'linear', classes: 'quantiles', count: 3 }).shares]).toEqual([
      0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1,
    ]);
  });
  test('an end is worth holding where few values take most of the range', () => {
    const bars = (counts: number[], filled = counts.reduce((sum, count) => sum + count, 0)) => ({
      filled,
      bars: counts,
      low: 0,
      high: 160,
    });
    expect(worthHolding(bars([80, 17, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 0, 2]))).toEqual({ to: 20, above: 3 });
    expect(worthHolding(bars([10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 10]))).toBeUndefined();
    // Each twentieth is no longer few.
    expect(worthHolding(bars([80, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 20]))).toBeUndefined();
    expect(worthHolding(bars([5, 0, 0, 1]))).toBeUndefined();
    expect(worthHolding({ filled: 30, bars: [29, 0, 0, 1] })).toBeUndefined();
  });
});

test('the legend says where an end is held, and a reversed ramp is drawn the way its colours go', () => {
  const colour = (more: object) => dress(net, style({ nodeColour: { by: 'amount', column: 'born', palette: 'viridis', scale: 'linear', ...more } })).legend[0]; // prettier-ignore
  expect(colour({ to: 1890 })).toMatchObject({ low: '1880', high: '1890 and over' });
  expect(colour({ from: 1885 })).toMatchObject({ low: '1885 and under', high: '1900' });
  const [plain, reversed] = [colour({}), colour({ reversed: true })] as { stops: string[] }[];
  expect(reversed.stops).toEqual([...plain.stops].reverse());
});

test('edges are coloured by category, by a column or the weight; their ground is their own no more', () => {
  const colours = (edgeColour: object) => {
    const { edgeColour: of, edgeGround, legend } = dress(net, style({ edgeColour }));
    return {
      of: [0, 1, 2, 3].map((e) => hex([of[4 * e], of[4 * e + 1], of[4 * e + 2]])),
      edgeGround: [...edgeGround],
      legend,
    };
  };
  const byCategory = colours({
    by: 'category',
    column: 'certainty',
    palette: 'moraine',
    colours: { hearsay: '#112233' },
  });
  expect(byCategory.of).toEqual(['#377393', '#112233', '#377393', '#377393']);
  expect(byCategory.edgeGround).toEqual([0, 0, 0, 0]);
  expect(byCategory.legend).toMatchObject([{ kind: 'colours', title: 'Certainty' }]);
  const byWeight = colours({ by: 'amount', column: 'weight', palette: 'grey', scale: 'linear' });
  expect([byWeight.of[0], byWeight.of[2]]).toEqual(['#e6e6e6', '#1a1a1a']);
  expect(byWeight.legend).toMatchObject([{ kind: 'ramp', low: '1', high: '9' }]);
});

describe('palettes', () => {
  test('viridis and cividis are those of the package they were sampled from', async () => {
    const { interpolateCividis, interpolateViridis } = await import('d3-scale-chromatic');
    for (let i = 0; i < 256; i++) {
      expect([i, amountPalettes.viridis(i / 255)]).toEqual([i, hex(rgb(interpolateViridis(i / 255)))]);
      expect([i, amountPalettes.cividis(i / 255)]).toEqual([i, formatHex(interpolateCividis(i / 255))]);
    }
  });
  test('all go from end to end, and beyond their ends stay there', () => {
    for (const [name, at] of Object.entries(amountPalettes)) {
      expect([name, at(0) === at(1), at(-1) === at(0), at(2) === at(1)]).toEqual([name, false, true, true]);
      expect(at(0.5)).toMatch(/^#[0-9a-f]{6}$/i);
    }
  });
});

test('from end to end each tie goes over from one node’s colour into the other’s, a ruled or hand-set one is of one colour', () => {
  const colours = { Ness: '#102030', Holm: '#405060' };
  const through = style({
    nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours },
    edgeColour: { by: 'through' },
    byHand: { edgeColour: { [edgeKey({ from: net.ids[2], to: net.ids[3] })]: '#aabbcc' } },
  });
  const { edgeColour, edgeColourTo = new Uint8Array(0), edgeGround } = dress(net, through);
  const pair = (e: number): string[] => [
    hex([edgeColour[4 * e], edgeColour[4 * e + 1], edgeColour[4 * e + 2]]),
    hex([edgeColourTo[3 * e], edgeColourTo[3 * e + 1], edgeColourTo[3 * e + 2]]),
  ];
  expect(pair(0)).toEqual(['#102030', '#102030']);
  expect(pair(1)).toEqual(['#102030', '#405060']);
  expect(pair(2)).toEqual(['#aabbcc', '#aabbcc']);
  expect([...edgeGround]).toEqual([0, 0, 0, 0]);
  expect(dress(net, style({})).edgeColourTo).toBeUndefined();
});

test('with its label a node is as wide as that needs, which stands in it; sizes say no amounts then', () => {
  const bySize = { nodeSize: { by: 'amount', column: 'born', min: 4, max: 13, scale: 'linear' }, labels: { show: 'top', top: 2, size: 12 } } as const; // prettier-ignore
  const long = { ...net, labels: ['Annegret of Holm', 'Bo', 'Cy', 'Dietlind Oxley'] };
  const plain = dress(long, style(bySize));
  const held = dress(long, style({ ...bySize, nodeHolds: true }));
  // By year of birth the last and the second are labelled.
  expect([...held.labelled]).toEqual([3, 1]);
  expect([...(held.labelInside ?? [])]).toEqual([0, 1, 0, 1]);
  expect(held.radius[3]).toBeCloseTo(textWidth('Dietlind Oxley', 12, 600) / 2 + 4, 4);
  expect([held.radius[0], held.radius[2]]).toEqual([plain.radius[0], plain.radius[2]]);
  expect([plain, held].map(({ legend }) => legend.filter(({ kind }) => kind === 'sizes').length)).toEqual([1, 0]);
  // Short labels that fit leave sizes, and what the legend says of them.
  const short = dress(net, style({ nodeSize: { by: 'all', radius: 60 }, nodeHolds: true }));
  expect([...short.radius]).toEqual([60, 60, 60, 60]);
});

test('colours of one’s own stand in place of the palette, for categories in turn, for amounts from low to high', () => {
  const own = ['#000000', '#ff8000', '#ffffff'];
  const category = dress(net, style({ nodeColour: { by: 'category', column: 'island', palette: 'moraine', own, colours: { Holm: '#123456' } } })); // prettier-ignore
  const of = ({ fill }: { fill: Uint8Array }, v: number): string =>
    hex([fill[3 * v], fill[3 * v + 1], fill[3 * v + 2]]);
  expect([0, 1, 2].map((v) => of(category, v))).toEqual(['#000000', '#000000', '#123456']);
  const amount = dress(net, style({ nodeColour: { by: 'amount', column: 'born', palette: 'glacier', own, scale: 'linear' } })); // prettier-ignore
  expect([0, 1, 3].map((v) => of(amount, v))).toEqual(['#000000', '#ff8001', '#ffffff']);
  expect(amount.legend[0]).toMatchObject({ stops: ['#000000', '#804000', '#ff8001', '#ffbf7f', '#ffffff'] });
});
