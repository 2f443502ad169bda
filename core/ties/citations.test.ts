import { components } from '../graph';
import { behind, edges, made, said, table, texts } from './samples';

describe('references cited together', () => {
  const list = (prefix: string, n: number): string[] => Array.from({ length: n }, (_, i) => `${prefix}${i}`);
  const papers = table('papers', { id: 'text', refs: 'list' }, [
    ['P1', list('a', 40).join(';')],
    ['P2', [...list('b', 53), 'x', 'y'].join(';')],
    ['P3', [...list('c', 46), 'x', 'y'].join(';')],
  ]);
  const ask = (change: object = {}): object => ({ make: 'incidence', table: 'papers', right: ['refs'], ...change });

  test('141 nodes, 3,392 ties, one of them 2; components of 40 and 101', async () => {
    const { network } = await made([papers], ask());
    expect([network.ids.length, network.source.length]).toEqual([141, 3392]);
    expect(edges(network).filter((one) => !one.endsWith(':1'))).toEqual(['x-y:2']);
    expect([...components(network).sizes]).toEqual([101, 40]);
    expect(behind(network, edges(network).indexOf('x-y:2'))).toEqual([1, 2]);
  });
  test('only the connected part; how much it would leave out is said before', async () => {
    expect(said(await made([papers], ask()))).toContain(
      'holds 101 of 141 nodes; “only the connected part” would leave out 40',
    );
    expect((await made([papers], ask({ part: 'largest' }))).network.ids).toHaveLength(101);
  });
  test('a minimum weight, and the ties under it counted', async () => {
    const { network } = await made([papers], ask({ minWeight: 2 }));
    expect(edges(network)).toEqual(['x-y:2']);
    expect(network.ids).toHaveLength(141);
  });
  test('bibliographic coupling: the two papers that share two references', async () => {
    const { network } = await made([papers], ask({ result: 'left', label: 'id' }));
    expect(network.ids).toEqual(['P1', 'P2', 'P3']);
    expect(edges(network)).toEqual(['P2-P3:2']);
    expect(texts(network.edgeColumns, 'shared refs')).toEqual(['x; y']);
    expect(behind(network, 0)).toEqual([1, 2]);
  });
});

describe('who cites whom', () => {
  const papers = table(
    'papers',
    { id: 'text', doi: 'text', authors: 'list', year: 'text', title: 'text', refs: 'list' },
    [
      [
        'P1',
        'https://doi.org/10.5555/Abc.1',
        'Pell, Alban',
        '1911',
        'On grey bere and its keeping',
        'P1; P2; Oxley S. 1909, A note on neeps in peat',
      ],
      ['P2', '', 'Ragna Wick', '1908', 'Kale', 'Nobody, 1900'],
      [
        'P3',
        '',
        'Signe Oxley',
        '1909',
        'A note on neeps in peat',
        'doi:10.5555/abc.1; p2; Pell, Bere, 1911, quite another book about boats and ropes',
      ],
    ],
    ['id'],
  );
  const ask = (change: object = {}): object => ({
    make: 'citation',
    table: 'papers',
    references: 'refs',
    doi: 'doi',
    authors: 'authors',
    year: 'year',
    title: 'title',
    ...change,
  });

  test('by key, DOI, and author, year and title; the rest is listed', async () => {
    const found = await made([papers], ask({ unmatched: 'leave' }));
    expect(edges(found.network)).toEqual(['P1-P2:1', 'P1-P3:1', 'P3-P1:1', 'P3-P2:1']);
    expect(found.network.directed).toBe(true);
    expect(said(found)).toContain('3 by key, 1 by author, year and title, 1 by DOI');
    expect(said(found)).toContain('2 references are not in the table and left out.');
    expect(said(found)).toContain('1 reference of a record to itself left out.');
  });
  test('references outside become nodes where asked', async () => {
    const { network } = await made([papers], ask());
    expect(network.ids).toHaveLength(5);
    expect(texts(network.nodeColumns, 'kind').slice(3)).toEqual(['outside', 'outside']);
  });
});
