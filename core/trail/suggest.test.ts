import { trailSchema } from '.';
import { type Table, senseOf, typedTable } from '../tables';
import { bytesSource, readFile } from '../formats/read';
import {} from '../formats';
import type { Network } from '../graph';
import { endsByValues, offer, offerByHand, questions } from '../ties';
import { type Trail, runTrail, suggestTrail } from '.';
import { edges, keepers, parcels, source, table, texts } from './samples';

describe('the ends of ties are found by what columns hold', () => {
  const of = (names: string[], ...rows: string[][]) =>
    endsByValues(table('t', Object.fromEntries(names.map((name) => [name, 'text'])), rows));
  const pairs: string[][] = [
    ['Ann', 'Bo'],
    ['Bo', 'Cy'],
    ['Cy', 'Ann'],
    ['Di', 'Ann'],
  ];
  test.each([
    [
      ['Absender', 'Empfänger'],
      ['Absender', 'Empfänger'],
    ],
    [
      ['person', 'reports to'],
      ['person', 'reports to'],
    ],
    [
      ['origin', 'destination'],
      ['origin', 'destination'],
    ],
    [
      ['Empfänger', 'Absender'],
      ['Absender', 'Empfänger'],
    ],
    [
      ['expéditeur', 'destinataire'],
      ['expéditeur', 'destinataire'],
    ],
    [
      ['spalte eins', 'spalte zwei'],
      ['spalte eins', 'spalte zwei'],
    ],
    [
      ['column 1', 'column 2'],
      ['column 1', 'column 2'],
    ],
  ])('%j', (names, wanted) => expect(of(names, ...pairs)).toEqual(wanted));
  test('not where they hold different things, or years and amounts', () => {
    expect(of(['keeper', 'society'], ['Ann', 'Union'], ['Bo', 'Union'], ['Cy', 'Guild'])).toBeUndefined();
    expect(of(['a', 'b'], ['x', '1'], ['y', '2'])).toBeUndefined();
    const years = table('t', { founded: 'number', closed: 'number' }, [
      ['1900', '1902'],
      ['1902', '1904'],
      ['1904', '1900'],
    ]);
    expect(endsByValues(years)).toBeUndefined();
  });
  test('any two columns by hand, in every question', () => {
    const offered = {
      key: 't',
      columns: [
        { name: 'p', type: 'text' as const },
        { name: 'q', type: 'date' as const },
      ],
    };
    for (const { key } of questions) {
      expect([key, offer(key, [offered], [])]).toEqual([key, undefined]);
      expect(
        trailSchema.safeParse({ steps: [{ id: 's1', kind: 'ties', on: true, ...offerByHand(key, offered) }] }).success,
      ).toBe(true);
    }
    expect(offerByHand('sent', offered)).toMatchObject({ from: 'p', to: 'q' });
  });
  test('an amount is taken as the weight', () => {
    const flights = table('flights', { origin: 'text', destination: 'text', count: 'number' }, [
      ['A', 'B', '3'],
      ['B', 'A', '4'],
    ]);
    expect(suggestTrail([flights])?.steps[0]).toMatchObject({ from: 'origin', to: 'destination', weight: 'count' });
  });
  test('large tables get a first trail without searches from every node', () => {
    const rows = Array.from({ length: 21_000 }, (_, i) => [String(i), String(i + 1)]);
    const step = suggestTrail([table('roads', { source: 'text', target: 'text' }, rows)])?.steps[1];
    expect(step).toMatchObject({ kind: 'measure', measures: ['degree', 'pagerank'] });
  });
});

describe('a first trail', () => {
  test('finds the ends by their names and the node table by what it holds', async () => {
    const found = suggestTrail([keepers, parcels]);
    expect(found?.steps[0]).toMatchObject({
      table: 'parcels',
      from: 'from',
      to: 'to',
      nodes: { table: 'keepers', match: 'name' },
    });
    expect((await runTrail(source(), found as Trail)).reports.every(({ fault }) => fault === undefined)).toBe(true);
  });
  test('by id with names as labels; edges alone; nothing to make one of', () => {
    const byId = table('ties', { source_id: 'text', target_id: 'text' }, [['K1', 'K3']]);
    expect(suggestTrail([byId, keepers])?.steps[0]).toMatchObject({
      from: 'source_id',
      nodes: { match: 'id', label: 'name' },
    });
    const alone = suggestTrail([byId])?.steps[0];
    expect(alone).toBeDefined();
    expect((alone as { nodes?: object }).nodes).toBeUndefined();
    expect(suggestTrail([])).toBeUndefined();
    expect(suggestTrail([table('t', { a: 'text' }, [])])).toBeUndefined();
  });
});

describe('a first trail for tables without two ends', () => {
  const run = async (one: Table): Promise<Network> => {
    const found = suggestTrail([one]);
    const { state, reports } = await runTrail(source([one]), found as Trail);
    expect(reports.map(({ fault }) => fault)).toEqual(reports.map(() => undefined));
    return state?.network as Network;
  };
  test('authors of bibliographic records are tied when on one record', async () => {
    const net = await run(
      table('papers', { title: 'text', authors: 'list', keywords: 'list' }, [
        ['On bere', 'Pell; Wick', 'bere'],
        ['On kale', 'Wick; Orde', 'kale'],
      ]),
    );
    expect(edges(net)).toEqual(['Pell>Wick:1', 'Wick>Orde:1']);
  });
  test('a matrix of ties, square and two-mode, as its cells come in: with its weights', async () => {
    const square = await run(
      table('matrix', { from: 'text', to: 'text', weight: 'number' }, [
        ['a', 'b', '2'],
        ['b', 'a', '3'],
      ]),
    );
    expect(edges(square)).toEqual(['a>b:2', 'b>a:3']);
    const two = await run(
      table('matrix', { keeper: 'text', 'belongs to': 'text', weight: 'number' }, [
        ['Ann', 'Club', '2'],
        ['Bo', 'Club', '1'],
      ]),
    );
    expect([edges(two), two.sides]).toEqual([
      ['Ann>Club:2', 'Bo>Club:1'],
      ['keeper', 'belongs to'],
    ]);
  });
  test('GraphML as a network, with the attributes of nodes and edges', async () => {
    const bytes = new TextEncoder().encode(
      `<graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="n" for="node" attr.name="island" attr.type="string"/><key id="w" for="edge" attr.name="weight" attr.type="double"/><graph edgedefault="directed"><node id="a"><data key="n">Ness</data></node><node id="b"/><edge source="a" target="b"><data key="w">2.5</data></edge></graph></graphml>`,
    );
    const parts = await readFile(bytesSource('net.graphml', bytes), { settings: {}, breathe: () => undefined });
    const tables = parts.map(({ name, table: raw }) =>
      typedTable(
        name,
        raw,
        raw.columns.map((col) => senseOf(col).spec),
      ),
    );
    const found = suggestTrail(tables);
    const { state } = await runTrail(source(tables), found as Trail);
    expect(state && edges(state.network)).toEqual(['a>b:2.5']);
    expect(state && texts(state.network.nodeColumns, 'island')).toEqual(['Ness', '']);
  });
});
