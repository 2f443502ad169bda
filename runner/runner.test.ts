import { groupMethods } from '@/core/groups';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { archiveFiles } from '@/core/formats/archive';
import { trailSchema } from '@/core/trail';
import { measures, wholeFigures } from '@/core/measure';
import { chanceCommand } from './chance';
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
  edges: Record<string, unknown>[];
  network: Record<string, number>;
  undefined?: Record<string, string>;
}
const measure = async (...words: string[]): Promise<Measured> =>
  JSON.parse((await measureCommand(words)).text) as Measured;

const path = 'source,target,w\na,b,2\nb,c,3\nc,c,1\n';

const nodeKeys =
  'degree in_degree out_degree neighbours strength in_strength out_strength closeness in_closeness harmonic_closeness in_harmonic_closeness betweenness betweenness_normalised eigenvector pagerank katz hub authority clustering clustering_directed core_number eccentricity constraint effective_size component strong_component articulation_point'.split(
    ' ',
  );
const weightedKeys =
  'closeness_weighted harmonic_closeness_weighted betweenness_weighted eigenvector_weighted pagerank_weighted hub_weighted authority_weighted clustering_barrat clustering_onnela constraint_weighted effective_size_weighted'.split(
    ' ',
  );
const networkKeys =
  'nodes edges loops isolates density reciprocity transitivity average_clustering triangles components largest_component strong_components diameter mean_distance degree_assortativity degree_centralisation betweenness_centralisation dyad_mutual dyad_asymmetric dyad_null triad_003 triad_012 triad_102 triad_021D triad_021U triad_021C triad_111D triad_111U triad_030T triad_030C triad_201 triad_120D triad_120U triad_120C triad_210 triad_300'.split(
    ' ',
  );

describe('measure', () => {
  test('all figures of an undirected network, keys in snake_case', async () => {
    const { nodes, edges, network } = await measure('--edges', file('e.csv', path));
    expect(Object.keys(nodes[0])).toEqual(expect.arrayContaining([...nodeKeys]));
    expect(Object.keys(edges[0])).toEqual(
      expect.arrayContaining(['source', 'target', 'betweenness', 'bridge', 'reciprocated', 'overlap']),
    );
    expect(Object.keys(network)).toEqual(expect.arrayContaining([...networkKeys]));
    expect(nodes.map(({ id, degree, betweenness }) => [id, degree, betweenness])).toEqual([
      ['a', 1, 0],
      ['b', 2, 1],
      ['c', 3, 0],
    ]);
    expect(edges).toHaveLength(3);
    expect(network).toMatchObject({ nodes: 3, edges: 3, loops: 1, density: 2 / 3, components: 1, triad_201: 1 });
    expect(nodes.map((node) => node.articulation_point)).toEqual([false, true, false]);
    expect(edges.map((edge) => [edge.bridge, edge.betweenness])).toEqual([
      [true, 2],
      [true, 2],
      [false, 0],
    ]);
  });

  test('a node file gives order and isolates; weights, direction, chosen keys, other column names', async () => {
    const nodes = file('n.csv', 'key;name\nz;Zoë\nb;B\na;A\nc;C\n');
    const edges = file('e.csv', 'from\tto\tw\na\tb\t2\nb\tc\t3.5\n');
    const result = await measure(
      '--nodes',
      nodes,
      `--edges=${edges}`,
      '--id',
      'key',
      '--source',
      'from',
      '--target',
      'to',
      '--weight',
      'w',
      '--directed',
      '--measures',
      'strength,in_degree,nodes',
    );
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

  test('without a column id the first that differs in every row is taken, and that is said', async () => {
    const nodes = file('n.csv', 'island;code;name\nNess;007;Zoë\nNess;012;B\n');
    const edges = file('e.csv', 'source,target\n007,012\n');
    const result = await measure('--nodes', nodes, '--edges', edges, '--measures', 'degree');
    expect(result.nodes).toEqual([
      { id: '007', degree: 1 },
      { id: '012', degree: 1 },
    ]);
    expect((result as { notes?: string[] }).notes?.[0]).toContain('known by “code”');
    const asked = measure('--nodes', nodes, '--edges', edges, '--id', 'key');
    await expect(asked).rejects.toThrow('has no column “key”');
    const none = file('d.csv', 'island;name\nNess;Zoë\nNess;Zoë\n');
    await expect(measure('--nodes', none, '--edges', edges)).rejects.toThrow('has no column “id”');
  });

  test('a weight brings the weighted measures; what is undefined is null with its reason', async () => {
    const edges = file('e.csv', 'source,target,w\na,b,-1\nb,c,1\n');
    const result = await measure('--edges', edges, '--weight', 'w');
    expect(result.nodes[0].pagerank_weighted).toBeNull();
    expect(result.undefined?.pagerank_weighted).toMatch(/weights of 0 or more/);
    expect(result.nodes[0].pagerank).toBeGreaterThan(0);
  });

  test('weighted keys, weights as distances, groups, a column of groups', async () => {
    const edges = file('e.csv', 'source,target,w\na,b,2\nb,c,3\nc,a,4\nc,d,1\nd,e,1\ne,f,1\nf,d,1\n');
    const all = await measure('--edges', edges, '--weight', 'w', '--groups', 'leiden', '--seed', '4');
    expect(Object.keys(all.nodes[0])).toEqual(expect.arrayContaining([...nodeKeys, ...weightedKeys, 'group']));
    expect(all.network).toMatchObject({ groups: 2, modularity: expect.any(Number) as number });
    for (const method of Object.keys(groupMethods)) {
      const found = await measure('--edges', edges, '--measures', 'degree', '--groups', method, '--count', '2');
      const most = Math.max(...found.nodes.map(({ group }) => group as number));
      expect([method, found.network.groups]).toEqual([method, most]);
      if (method === 'profiles') expect(most).toBe(2);
    }
    const odd = measure('--edges', edges, '--groups', 'constructor');
    await expect(odd).rejects.toThrow('--groups is one of leiden, louvain, potts');
    const far = await measure(
      '--edges',
      edges,
      '--weight',
      'w',
      '--weight-as',
      'distance',
      '--measures',
      'closeness_weighted',
    );
    expect(far.nodes[0].closeness_weighted).not.toBeCloseTo(all.nodes[0].closeness_weighted as number, 3);
    const nodes = file('n.csv', 'id,side\na,l\nb,l\nc,l\nd,r\ne,r\nf,r\n');
    const sided = await measure(
      '--edges',
      edges,
      '--nodes',
      nodes,
      '--by',
      'side',
      '--measures',
      'participation,external_internal',
    );
    expect(sided.network.external_internal).toBeCloseTo(-5 / 7, 12);
    expect(sided.nodes[2].participation).toBeCloseTo(4 / 9, 12);
  });

  test('undefined figures of the network have their reasons', async () => {
    const result = await measure('--edges', file('e.csv', 'source,target\na,b\n'));
    expect(result.network.transitivity).toBeNull();
    expect(result.undefined).toMatchObject({
      transitivity: expect.stringMatching(/two neighbours/) as string,
      hub: expect.stringMatching(/not unique/) as string,
    });
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
    [['--edges', 'EDGES', '--nodes', 'EDGES', '--id', 'key'], /no column “key”/],
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

describe('chance', () => {
  const edges = (): string => file('e.csv', 'source,target\na,b\nb,c\nc,a\nc,d\nd,e\ne,f\nf,d\n');
  test.each(['uniform', 'probability', 'degrees', 'dyads'])('%s: each figure with its draws', async (model) => {
    const call = ['--edges', edges(), '--directed', '--model', model, '--draws', '40', '--seed', '3'];
    const { text } = await chanceCommand(call);
    const { figures } = JSON.parse(text) as { figures: Record<string, Record<string, number | null>> };
    for (const key of ['transitivity', 'mean_distance', 'triad_030C']) {
      expect(Object.keys(figures[key])).toEqual(['observed', 'mean', 'sd', 'z', 'share_at_or_beyond']);
    }
    expect(figures.triad_030C.observed).toBe(2);
    expect((await chanceCommand(call)).text).toBe(text);
  });
  test.each([
    [['--model', 'dice'], /no model “dice”/],
    [['--draws', '0'], /whole number from 1/],
    [['--figures', 'nodes,fame'], /cannot be held against chance/],
  ])('%j ends in one sentence', async (words, sentence) => {
    await expect(chanceCommand(['--edges', edges(), ...words])).rejects.toThrow(sentence);
  });
});

describe('run', () => {
  const trail = trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
      { id: 's2', kind: 'measure', on: true, measures: ['degree'] },
      { id: 's3', kind: 'arrange', on: true, method: 'force' },
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
    expect(names).toEqual([
      'edges.csv',
      'map.svg',
      'method.txt',
      'network.graphml',
      'network.json',
      'network.ndjson',
      'network.xlsx',
      'nodes.csv',
      'references.bib',
      'report.json',
    ]);
    for (const name of names) expect(readFileSync(join(outs[0], name))).toEqual(readFileSync(join(outs[1], name)));
    expect(readFileSync(join(outs[0], 'method.txt'), 'utf8')).toMatch(
      /^A tie leads from “from” to “to” in each record of “Ties” \(2 records\)\./,
    );
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
    await expect(runCommand([file('a.zip', 'text'), '--out', 'x'])).rejects.toThrow(/no ZIP/);
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
