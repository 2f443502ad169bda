/** What the legend says of amounts: dates, years, classes. */
import { type Network, network } from '../graph';
import { type Column, datePrecision, dayNumber } from '../tables';
import { type StyleSettings, amountPalettes, dress, plainStyle } from '.';
import { standsFor } from './standing';

const net: Network = {
  ...network({ nodes: 4, edges: [[0, 1], [1, 2], [2, 3], [0, 1]] }), // prettier-ignore
  nodeColumns: [{ type: 'number', name: 'born', values: Float64Array.of(1880, 1890, NaN, 1900) }],
};
const style = (change: object): StyleSettings => ({ ...plainStyle, ...change });

describe('the legend of amounts', () => {
  const dated = (...days: number[]): Column => ({
    type: 'date',
    name: 'sent',
    day: Float64Array.from(days),
    precision: new Uint8Array(days.length).fill(datePrecision.day),
    doubtful: new Uint8Array(days.length),
  });
  const sent = dated(dayNumber(1911, 3, 2), dayNumber(1915, 1, 1), dayNumber(1921, 8, 30), dayNumber(1931, 12, 24));
  const withDates = { ...net, nodeColumns: [...net.nodeColumns, sent] };
  const by = (more: object) => ({ by: 'amount', column: 'sent', palette: 'glacier', scale: 'linear', ...more });

  test('says dates as dates, of colours and of sizes', () => {
    const { legend } = dress(withDates, style({ nodeColour: by({}), nodeSize: { by: 'amount', column: 'sent', min: 4, max: 13, scale: 'linear', to: dayNumber(1921, 1, 1) } })); // prettier-ignore
    expect(legend).toMatchObject([
      { kind: 'ramp', low: '1911-03-02', high: '1931-12-24' },
      { kind: 'sizes', low: '1911-03-02', high: '1921-01-01 and after' },
    ]);
    const years = { ...sent, precision: new Uint8Array(4).fill(datePrecision.year) } as Column;
    const coarse = dress({ ...net, nodeColumns: [years] }, style({ nodeColour: by({}) }));
    expect(coarse.legend).toMatchObject([{ low: '1911', high: '1931' }]);
  });

  test('has an entry for each class that values fall into, with what stands in it', () => {
    const of = (more: object) => dress(withDates, style({ nodeColour: { ...by({}), column: 'born', ...more } })).legend[0]; // prettier-ignore
    const [low, high] = [amountPalettes.glacier(0), amountPalettes.glacier(1)];
    expect(of({ classes: 'equal', count: 2 })).toMatchObject({
      kind: 'colours',
      title: 'Born',
      entries: [
        { label: '1880', colour: low },
        { label: '1890 – 1900', colour: high },
      ],
    });
    // Turned round, the lowest still stands first.
    expect(of({ classes: 'hand', begins: [1895], reversed: true })).toMatchObject({
      entries: [
        { label: '1880 – 1890', colour: high },
        { label: '1900', colour: low },
      ],
    });
    expect(dress(withDates, style({ nodeColour: by({ classes: 'hand', begins: [dayNumber(1920, 1, 1)] }) })).legend[0]).toMatchObject({ entries: [{ label: '1911-03-02 – 1915-01-01' }, { label: '1921-08-30 – 1931-12-24' }] }); // prettier-ignore
    // An empty class is none.
    expect(of({ classes: 'hand', begins: [1, 2, 3, 1895] })).toHaveProperty('entries.length', 2);
  });

  test('sizes and widths have an entry for each class too, and every entry stands for what is in its class', () => {
    const classed = { classes: 'hand', begins: [1895], min: 2, max: 8, scale: 'linear' };
    const weighed: Network = {
      ...withDates,
      weight: Float64Array.of(1, 5, 9, 2),
    };
    const look = style({
      nodeColour: {
        by: 'amount',
        column: 'born',
        palette: 'glacier',
        scale: 'linear',
        classes: 'hand',
        begins: [1895],
        from: 1885,
      },
      nodeSize: { ...classed, by: 'amount', column: 'born' },
      edgeWidth: { ...classed, by: 'amount', column: 'weight', begins: [3, 6] },
    });
    const { legend, radius } = dress(weighed, look);
    expect(legend).toMatchObject([
      { kind: 'colours', entries: [{ label: '1885 – 1890' }, { label: '1900' }] },
      {
        kind: 'discs',
        title: 'Born',
        entries: [
          { label: '1880 – 1890', share: 0 },
          { label: '1900', share: 1 },
        ],
      },
      {
        kind: 'strokes',
        entries: [
          { label: '1 – 2', width: 2 },
          { label: '5', width: 5 },
          { label: '9', width: 8 },
        ],
      },
    ]);
    expect([radius[0], radius[3]]).toEqual([2, 8]);
    const places = legend.map((part) => ('entries' in part ? part.entries : []).map(({ stands }) => [...standsFor(weighed, look, part, stands ?? {})])); // prettier-ignore
    // What lies beyond an end that is held belongs to its class; what has no value to none.
    expect(places).toEqual([
      [[0, 1], [3]],
      [[0, 1], [3]],
      [[0, 3], [1], [2]],
    ]);
  });

  test('ties by a column of dates say them too', () => {
    const edges = { ...net, edgeColumns: [...net.edgeColumns, dated(...Array.from({ length: net.source.length }, (_, e) => dayNumber(1900 + e, 1, 1)))] }; // prettier-ignore
    const { legend } = dress(edges, style({ edgeColour: by({}), edgeWidth: { by: 'amount', column: 'sent', min: 1, max: 4, scale: 'linear' } })); // prettier-ignore
    const last = `${1900 + net.source.length - 1}-01-01`;
    expect(legend).toMatchObject([
      { kind: 'widths', low: '1900-01-01', high: last },
      { kind: 'ramp', high: last },
    ]);
  });
});
