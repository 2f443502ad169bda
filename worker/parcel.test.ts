import { type Network, network, withColumn } from '@/core/graph';
import { dress, plainStyle } from '@/core/style';
import { type Drawn, handedOver, pack, pieces, unpack, withTexts } from './parcel';
import { newsOf } from './scene/sending';

const keepers: Network = {
  ...network({
    nodes: 4,
    directed: true,
    edges: [
      [0, 1],
      [0, 2],
      [1, 0],
      [2, 1],
    ],
  }),
  ids: ['k1', 'k2', 'k3', 'k4'],
  labels: ['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley'],
  nodeColumns: [{ type: 'text', name: 'island', dictionary: ['Ness', 'Holm'], codes: Int32Array.of(0, 0, 1, -1) }],
  edgeRecords: { tables: ['letters'], offsets: Uint32Array.of(0, 1, 2, 3, 4), items: Uint32Array.of(3, 2, 1, 0) },
};
const drawn = (network: Network, style = plainStyle): Drawn => ({ network, looks: dress(network, style) });
const scores = (net: Network, name: string, of = 1): Network =>
  withColumn(net, 'nodes', { type: 'number', name, values: Float64Array.from(net.ids, (_, v) => v * of) }, 's2');

/** Sends states one after the other, as over a border that copies; returns what arrived and what each parcel held. */
function sent(...states: Drawn[]): { arrived: Drawn[]; parcels: ReturnType<typeof pack>[] } {
  const arrived: Drawn[] = [];
  const parcels = states.map((state, i) => {
    const { copy, memory } = handedOver(pack(state, states[i - 1]));
    const parcel = structuredClone(copy, { transfer: memory });
    arrived.push(unpack(parcel, arrived[i - 1]));
    return parcel;
  });
  return { arrived, parcels };
}

const first = drawn(keepers);
const measured = drawn(scores(keepers, 'degree'));
const placed = drawn({ ...measured.network, positions: Float32Array.of(0, 1, 2, 3, 4, 5, 6, 7) });
const fewer: Drawn = drawn({
  ...keepers,
  ids: keepers.ids.slice(0, 2),
  labels: keepers.labels.slice(0, 2),
  source: Uint32Array.of(0),
  target: Uint32Array.of(1),
  weight: Float64Array.of(3),
  nodeColumns: [],
  edgeColumns: [],
});

test('what arrives is what was sent, whatever came before', () => {
  const states = [first, measured, placed, fewer, placed, first, drawn(keepers, { ...plainStyle, arrows: true })];
  sent(...states).arrived.forEach((one, i) => expect(one).toEqual(states[i]));
});

test('the part that the first view is of travels when it changes, and goes where there is none', () => {
  const main = Uint8Array.of(1, 1, 1, 0);
  const { arrived, parcels } = sent({ ...first, main }, { ...measured, main }, fewer, { ...fewer, main });
  expect(arrived.map((one) => one.main)).toEqual([main, main, undefined, main]);
  expect('main' in parcels[1]).toBe(false);
});

test('a new column travels alone, and so do positions; a network that stays is the very same', () => {
  const { arrived, parcels } = sent(first, measured, placed, placed);
  expect(parcels[1].network.changed).toEqual({});
  expect(parcels[1].network.columns.nodeColumns.filter((col) => typeof col !== 'number')).toHaveLength(1);
  expect(Object.keys(parcels[2].network.changed)).toEqual(['positions']);
  expect(arrived[2].network.source).toBe(arrived[0].network.source);
  expect(arrived[2].network.nodeColumns[0]).toBe(arrived[0].network.nodeColumns[0]);
  expect(arrived[3].network).toBe(arrived[2].network);
});

test('a column computed anew under its name replaces the one before', () => {
  const again = drawn(scores(measured.network, 'degree', 5));
  const { arrived } = sent(measured, again);
  expect(arrived[1].network.nodeColumns.find(({ name }) => name === 'degree')).toMatchObject({
    values: Float64Array.of(0, 5, 10, 15),
  });
});

test('of the looks only what differs travels, by its content', () => {
  const again = drawn(keepers);
  const arrows = drawn(keepers, { ...plainStyle, arrows: true });
  const { parcels } = sent(first, again, arrows);
  expect(Object.keys(parcels[1].looks.changed)).toEqual(['legend']);
  expect(Object.keys(parcels[2].looks.changed).sort()).toEqual(['arrow', 'legend']);
});

test('what is gone goes', () => {
  const { arrived } = sent(placed, first);
  expect('positions' in arrived[1].network).toBe(false);
});

test('what is sent whole builds on nothing that was there', () => {
  const { copy } = handedOver(pack(first, undefined));
  expect(unpack(copy, placed)).toEqual(first);
});

describe('long lists of texts', () => {
  const many = 25_000;
  const ids = Array.from({ length: many }, (_, v) => `k${v}`);
  const dictionary = ids.map((id) => `name of ${id}`);
  const large: Drawn = {
    looks: first.looks,
    network: {
      ...first.network,
      ids,
      labels: ids,
      nodeColumns: [{ type: 'text', name: 'name', dictionary, codes: Int32Array.from(ids, (_, v) => v) }],
    },
  };

  test('go in pieces beside the rest, and are whole again on the other side', () => {
    const { copy, texts } = handedOver(pack(large, undefined));
    const went = [...pieces(texts)];
    expect(Math.max(...went.map(([, piece]) => piece.length))).toBe(10_000);
    expect(JSON.stringify(copy)).not.toContain('k24000');
    const came: string[][] = [];
    for (const [list, piece] of went) (came[list] ??= []).push(...structuredClone(piece));
    expect(unpack(withTexts(structuredClone(copy), came), undefined)).toEqual(large);
  });

  test('of what stays nothing goes again', () => {
    const { texts } = handedOver(
      pack({ ...large, looks: drawn(keepers, { ...plainStyle, arrows: true }).looks }, large),
    );
    expect(texts).toEqual([]);
  });

  test('short lists stay where they are', () => {
    const { copy, texts } = handedOver(pack(first, undefined));
    expect(texts).toEqual([]);
    expect(withTexts(copy, texts)).toBe(copy);
  });
});

test('the sender keeps its arrays', () => {
  sent(placed);
  expect(placed.network.source.length).toBe(keepers.source.length);
  expect(placed.network.positions?.length).toBe(8);
});

describe('memory that threads share', () => {
  const edges = 20_000;
  const large: Drawn = drawn(
    network({ nodes: 3, edges: Array.from({ length: edges }, (_, e) => [e % 3, (e + 1) % 3] as const) }),
  );
  const alone = (is: boolean) => Object.assign(globalThis, { crossOriginIsolated: is });
  // Those that come over a border are of another world than the test's.
  const kind = (memory: ArrayBufferLike): string => memory.constructor.name;
  afterEach(() => alone(false));

  test('what is large goes in it and is handed on as it is; the rest is copied', () => {
    alone(true);
    const { copy, memory } = handedOver(pack(large, undefined), true);
    expect(new Set(memory.map(kind))).toEqual(new Set(['ArrayBuffer']));
    const arrived = unpack(structuredClone(copy, { transfer: memory }), undefined);
    expect(arrived).toEqual(large);
    expect(kind(arrived.network.source.buffer)).toBe('SharedArrayBuffer');
    expect(kind(arrived.looks.bow.buffer)).toBe('SharedArrayBuffer');
    expect(kind(arrived.network.weight.buffer)).toBe('SharedArrayBuffer');
    // Of few there is nothing to gain.
    expect(kind(arrived.looks.fill.buffer)).toBe('ArrayBuffer');
    expect(kind(large.network.source.buffer)).toBe('ArrayBuffer');
    const { source: common } = copy.network.changed;
    const again = handedOver({ common });
    expect(again.copy.common).toBe(common);
    expect(again.memory).toEqual([]);
  });

  test('of many nodes nothing is copied once more for the thread that draws', () => {
    alone(true);
    const nodes = 70_000;
    const bare = network({ nodes, edges: [] });
    const many = drawn({ ...bare, positions: new Float32Array(2 * nodes) });
    const { network: net, looks } = unpack(handedOver(pack(many, undefined), true).copy, undefined);
    const { source, target, labels, positions = new Float32Array(0) } = net;
    const sent = newsOf({ ...looks, positions, source, target, labels }, undefined);
    expect(sent.memory.map(({ byteLength }) => byteLength).filter((bytes) => bytes > 1000)).toEqual([]);
    expect(sent.news.bare.changed.positions).toHaveLength(2 * nodes);
  });

  test('where the browser allows none everything is copied', () => {
    const { copy, memory } = handedOver(pack(large, undefined), true);
    const arrived = unpack(structuredClone(copy, { transfer: memory }), undefined);
    expect(arrived).toEqual(large);
    expect(kind(arrived.network.source.buffer)).toBe('ArrayBuffer');
  });
});
