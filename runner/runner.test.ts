import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { archiveFiles } from '@/core/formats/archive';
import { trailSchema } from '@/core/trail';
import { measures, wholeFigures } from '@/core/measure';
import { help } from './help';
import { measureCommand } from './measure';
import { runCommand } from './run';

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'nunatak-runner-'))));
afterEach(() => rmSync(folder, { recursive: true }));

const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
interface Measured {
  nodes: Record<string, unknown>[];
  edges: { source: string; target: string }[];
  network: Record<string, number>;
  undefined?: Record<string, string>;
}
const measure = async (...words: string[]): Promise<Measured> =>
  JSON.parse((await measureCommand(words)).text) as Measured;

const path = 'source,target,w\na,b,2\nb,c,3\nc,c,1\n';

describe('measure', () => {
  test('all figures of an undirected network, keys in snake_case', async () => {
    const { nodes, edges, network } = await measure('--edges', file('e.csv', path));
    expect(Object.keys(nodes[0])).toEqual([
      'id', 'degree', 'in_degree', 'out_degree', 'strength', 'betweenness', 'betweenness_normalised', 'pagerank', 'component',
    ]); // prettier-ignore
    expect(nodes.map(({ id, degree, betweenness }) => [id, degree, betweenness])).toEqual([
      ['a', 1, 0],
      ['b', 2, 1],
      ['c', 3, 0],
    ]);
    expect(edges).toHaveLength(3);
    expect(network).toEqual({ nodes: 3, edges: 3, density: 2 / 3, components: 1 });
  });

  test('a node file gives order and isolates; weights, direction, chosen keys, other column names', async () => {
    const nodes = file('n.csv', 'key;name\nz;Zoë\nb;B\na;A\nc;C\n');
    const edges = file('e.csv', 'from\tto\tw\na\tb\t2\nb\tc\t3.5\n');
    const result = await measure('--nodes', nodes, `--edges=${edges}`, '--id', 'key', '--source', 'from', '--target', 'to', '--weight', 'w', '--directed', '--measures', 'strength,in_degree,nodes'); // prettier-ignore
    expect(result).toEqual({
      nodes: [
        { id: 'z', in_degree: 0, strength: 0 },
        { id: 'b', in_degree: 1, strength: 5.5 },
        { id: 'a', in_degree: 0, strength: 2 },
        { id: 'c', in_degree: 1, strength: 3.5 },
      ],
      edges: [
        { source: 'a', target: 'b' },
        { source: 'b', target: 'c' },
      ],
      network: { nodes: 4 },
    });
  });

  test('a weight brings the weighted measures; what is undefined is null with its reason', async () => {
    const edges = file('e.csv', 'source,target,w\na,b,-1\nb,c,1\n');
    const result = await measure('--edges', edges, '--weight', 'w');
    expect(result.nodes[0].pagerank_weighted).toBeNull();
    expect(result.undefined?.pagerank_weighted).toMatch(/weights of 0 or more/);
    expect(result.nodes[0].pagerank).toBeGreaterThan(0);
  });

  test('ids stay texts', async () => {
    const { nodes } = await measure('--edges', file('e.csv', 'source,target\n007,1\n1,1e3\n'), '--measures', 'degree');
    expect(nodes.map(({ id }) => id)).toEqual(['007', '1', '1e3']);
  });

  test.each([
    [[], /Name the file of edges/],
    [['--edges', 'nowhere.csv'], /cannot be read/],
    [['--edges', 'EMPTY'], /is empty/],
    [['--edges', 'EDGES', '--source', 'x'], /no column “x”.*“source”, “target” and “w”/],
    [['--edges', 'EDGES', '--weight', 'packets'], /no column “packets”/],
    [['--edges', 'EDGES', '--weight', 'target'], /row 1 has no number in “target”/],
    [['--edges', 'EDGES', '--measures', 'degree,fame'], /no measure “fame”/],
    [['--edges', 'EDGES', '--measures', 'pagerank_weighted'], /needs --weight/],
    [['--edges', 'EDGES', '--fast'], /no option --fast/],
    [['--edges'], /needs a value/],
    [['EDGES'], /stands alone/],
    [['--edges', 'EDGES', '--nodes', 'NODES'], /names “b”, which is not in/],
    [['--edges', 'EDGES', '--nodes', 'TWICE'], /“a” stands twice/],
    [['--edges', 'EDGES', '--nodes', 'EDGES'], /no column “id”/],
    [['--edges', 'RAGGED'], /line 3: 1 cell instead of 2/],
  ])('%j ends in one sentence', async (words, sentence) => {
    const files: Record<string, string> = {
      EMPTY: file('empty.csv', ''),
      EDGES: file('e.csv', path),
      NODES: file('n.csv', 'id\na\n'),
      TWICE: file('t.csv', 'id\na\na\n'),
      RAGGED: file('r.csv', 'source,target\na,b\nc\n'),
    };
    const call = measureCommand(words.map((word) => files[word] ?? word));
    await expect(call).rejects.toThrow(sentence);
    await expect(call).rejects.toHaveProperty('name', 'Fault');
  });
});

describe('run', () => {
  const trail = trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
      { id: 's2', kind: 'measure', on: true, measures: ['degree'] },
      { id: 's3', kind: 'arrange', on: true },
      { id: 's4', kind: 'style', on: true },
    ],
  });
  const columns = [
    { name: 'from', type: 'text' as const },
    { name: 'to', type: 'text' as const },
  ];
  const manifest = archiveFiles('Seeds', trail, [{ key: 'ties', name: 'Ties', columns }])['network.json'];
  const archive = (changed: Record<string, string> = {}): string => {
    const files = { 'network.json': manifest, 'tables/ties.csv': 'from,to\nAnn,Bo\nBo,Cy\n', ...changed };
    const full = join(folder, 'seeds.zip');
    writeFileSync(
      full,
      zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)]))),
    );
    return full;
  };

  test('writes tables, GraphML, map and report; the same bytes each time', async () => {
    const outs = [join(folder, 'one'), join(folder, 'two')];
    for (const out of outs) expect(await runCommand([archive(), '--out', out])).toContain('Seeds: 3 nodes, 2 edges');
    const names = readdirSync(outs[0]).sort();
    expect(names).toEqual(['edges.csv', 'map.svg', 'network.graphml', 'nodes.csv', 'report.json']);
    for (const name of names) expect(readFileSync(join(outs[0], name))).toEqual(readFileSync(join(outs[1], name)));
    expect(readFileSync(join(outs[0], 'nodes.csv'), 'utf8')).toBe(
      'id,label,degree\r\nAnn,Ann,1\r\nBo,Bo,2\r\nCy,Cy,1\r\n',
    );
  });

  test.each([
    [['--out', 'x'], /Give one archive/],
    [['nowhere', '--out', 'x'], /There is no “nowhere”/],
    [['ARCHIVE'], /--out/],
  ])('%j ends in one sentence', async (words, sentence) => {
    const made = archive();
    await expect(runCommand(words.map((word) => (word === 'ARCHIVE' ? made : word)))).rejects.toThrow(sentence);
  });

  test('a fault in a step is said; a file that is no archive is refused', async () => {
    const broken = archive({ 'network.json': manifest.replace('"from": "from"', '"from": "sender"') });
    await expect(runCommand([broken, '--out', join(folder, 'x')])).rejects.toThrow(/Step s1: .*no column “sender”/);
    await expect(runCommand([file('a.zip', 'text'), '--out', 'x'])).rejects.toThrow(/no archive/);
  });
});

test('the help names every option and every measure', () => {
  const text = help();
  for (const { key } of [...measures.flatMap(({ columns }) => columns), ...wholeFigures])
    expect(text).toContain(`  ${key} `);
  for (const option of [
    '--nodes',
    '--edges',
    '--id',
    '--source',
    '--target',
    '--directed',
    '--weight',
    '--measures',
    '--json',
    '--out',
  ]) {
    expect(text).toContain(option);
  }
});
