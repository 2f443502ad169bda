/** What users write may be called anything: what every object of the language has by itself, and what ends an attribute. */
import { SaxesParser } from 'saxes';
import { runTrail, sourceOf, trailSchema, type Trail, type TrailState } from './trail';
import { bytesSource, readFile } from './formats/read';
import { PrepareCache, prepare, remediesSchema } from './intake';
import { type Table, cellText, typedTable } from './tables';
import { sceneOf } from './scene';
import { svg } from './figure';
import { csv, edgeTable, graphml, nodeTable } from './formats';

const words = ['constructor', 'toString', '__proto__', 'hasOwnProperty', 'valueOf', 'prototype'];
/** What is wrong with an XML document: where it is none, and what in it would run. */
function faultsIn(xml: string): string[] {
  const faults: string[] = [];
  const parser = new SaxesParser();
  parser.on('error', (error) => faults.push(error.message));
  parser.on('opentag', ({ name, attributes }) => {
    if (/script|foreignobject|iframe/i.test(name)) faults.push(name);
    for (const [key, value] of Object.entries(attributes)) {
      if (/^on|href$/i.test(key)) faults.push(key);
      if (/^(fill|stroke)$/.test(key) && !/^(none|#[0-9a-f]{6})$/i.test(value)) faults.push(`${key} ${value}`);
    }
  });
  parser.write(xml).close();
  return faults;
}

const spiteful = `"><script>alert(1)</script>`;

async function read(name: string, text: string): Promise<Table> {
  const [part] = await readFile(bytesSource(name, new TextEncoder().encode(text)), {
    settings: { header: true },
    breathe: () => undefined,
  });
  const prepared = await prepare(
    part,
    remediesSchema.parse({ name: 'things' }),
    { tables: [], names: [] },
    new PrepareCache(),
  );
  return typedTable('things', prepared.table, prepared.specs);
}
const texts = (table: Table): string[][] =>
  table.columns.map((col) => Array.from({ length: table.rows }, (_, row) => cellText(col, row)));

describe('readers', () => {
  const rows = [[...words].reverse(), words.map((word) => `${word}!`), ['a', 'b', 'c', 'd', 'e', 'f']];
  const columns = words.map((_, c) => rows.map((row) => row[c]));
  const objects = rows.map((row) => `{${words.map((word, c) => `"${word}":"${row[c]}"`).join()}}`);
  test.each([
    ['things.csv', [words.join(), ...rows.map((row) => row.join())].join('\n')],
    ['things.tsv', [words.join('\t'), ...rows.map((row) => row.join('\t'))].join('\n')],
    ['things.json', `[${objects.join()}]`],
    ['things.ndjson', objects.join('\n')],
  ])('%s with columns and cells of such names comes whole', async (name, text) => {
    const table = await read(name, text);
    expect(table.columns.map((col) => col.name)).toEqual(words);
    expect(texts(table)).toEqual(columns);
  });

  test('so do references and places', async () => {
    const ris = await read('a.ris', `TY  - constructor\nTI  - __proto__\nAU  - toString\nKW  - valueOf\nER  - \n`);
    expect(texts(ris).flat()).toEqual(expect.arrayContaining(['__proto__', 'toString']));
    const bib = await read(
      'a.bib',
      `@constructor{toString, title = {__proto__}, __proto__ = {x}, author = {constructor}, year = 1987}\n`,
    );
    expect(texts(bib).flat()).toEqual(expect.arrayContaining(['__proto__', '1987']));
    const geo = await read(
      'a.geojson',
      JSON.stringify({
        type: 'FeatureCollection',
        features: words.map((word) => ({
          type: 'Feature',
          geometry: { type: 'Point', coordinates: [1, 2] },
          properties: JSON.parse(`{"${word}":"${word}","name":"${word}"}`),
        })),
      }),
    );
    expect(geo.columns.map((col) => col.name)).toEqual(expect.arrayContaining(words));
  });
});

/** Settings of every kind in which such words and texts can stand. */
const trailOf = (word: string): Trail =>
  trailSchema.parse({
    steps: [
      {
        id: 's1',
        kind: 'ties',
        on: true,
        table: 'ties',
        from: 'from',
        to: 'to',
        nodes: { table: 'things', match: 'constructor' },
      },
      {
        id: 's2',
        kind: 'derive',
        on: true,
        of: 'nodes',
        name: word,
        how: { by: 'classes', column: 'toString', classes: { plain: word } },
      },
      { id: 's3', kind: 'groups', on: true, method: 'column', column: 'toString' },
      { id: 's4', kind: 'measure', on: true, measures: ['degree'] },
      {
        id: 's5',
        kind: 'style',
        on: true,
        nodeColour: { by: 'category', column: 'toString', colours: {} },
        nodeShape: { by: 'category', column: 'toString', shapes: {} },
      },
    ],
  });

describe.each([...words, spiteful])('a trail over things called %s', (word) => {
  async function run(): Promise<TrailState> {
    const rows = [word, `${word}2`, 'plain'];
    const quoted = (cells: string[]): string => cells.map((cell) => `"${cell.replaceAll('"', '""')}"`).join();
    const things = await read(
      'things.csv',
      ['constructor,toString', ...rows.map((row) => quoted([row, row]))].join('\n'),
    );
    const ties = await read(
      'ties.csv',
      ['from,to', quoted([word, `${word}2`]), quoted([`${word}2`, 'plain'])].join('\n'),
    );
    const source = sourceOf(
      [
        { key: 'things', version: '1' },
        { key: 'ties', version: '1' },
      ],
      (key) => ({ ...(key === 'ties' ? ties : things), name: key }),
      [],
      {},
    );
    const { state, reports } = await runTrail(source, trailOf(word));
    expect(reports.map(({ fault }) => fault)).toEqual([undefined, undefined, undefined, undefined, undefined]);
    if (!state) throw new Error('no network');
    return state;
  }

  test('gives its network, and files in which nothing runs', async () => {
    const { network, style } = await run();
    expect(network.ids).toEqual([word, `${word}2`, 'plain']);
    const scene = sceneOf(network, style);
    expect(scene.fill).toHaveLength(9);
    const drawn = await svg(scene, { width: 400, height: 300, title: word });
    const written = graphml(network, word);
    for (const xml of [drawn, written]) {
      expect(faultsIn(xml)).toEqual([]);
    }
    expect(csv(nodeTable(network))).toContain(word === spiteful ? '"">' : word);
    expect(csv(edgeTable(network)).split('\n').length).toBeGreaterThan(2);
  });
});

/** Puts a text in the place of every string of a value, one at a time. */
function* replacing(value: unknown, by: string): Generator {
  if (typeof value === 'string') yield by;
  else if (Array.isArray(value)) {
    for (const [i, one] of value.entries())
      for (const other of replacing(one, by)) yield value.map((held: unknown, j) => (i === j ? other : held));
  } else if (typeof value === 'object' && value) {
    for (const [key, one] of Object.entries(value))
      for (const other of replacing(one, by)) yield { ...value, [key]: other };
  }
}

test('a hostile text in any setting of any step is refused, a fault, or harmless in every file', async () => {
  const network = ['a,b', 'b,c', 'c,a'].map((line) => line.split(','));
  const ties = await read(
    'ties.csv',
    ['from,to,kind', ...network.map((pair, i) => [...pair, `k${i}`].join())].join('\n'),
  );
  const source = sourceOf([{ key: 'ties', version: '1' }], () => ({ ...ties, name: 'ties' }), [], {});
  const full = trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
      {
        id: 's2',
        kind: 'groups',
        on: true,
        method: 'louvain',
        known: [{ id: 1, name: 'One', slot: 0, colour: '#aa3377', anchors: ['a', 'b', 'c'] }],
      },
      { id: 's3', kind: 'measure', on: true, measures: ['degree'] },
      {
        id: 's4',
        kind: 'style',
        on: true,
        nodeColour: { by: 'category', column: 'group', colours: { '1': '#aa3377' } },
        edgeColour: { by: 'all', colour: '#112233' },
      },
    ],
  });
  let tried = 0;
  let drawn = 0;
  for (const hostile of [spiteful, '#fff" onload="alert(1)', 'url(javascript:alert(1))']) {
    for (const steps of replacing(full.steps, hostile)) {
      tried++;
      const parsed = trailSchema.safeParse({ steps });
      if (!parsed.success) continue;
      const { state } = await runTrail(source, parsed.data);
      if (!state) continue;
      drawn++;
      const picture = await svg(sceneOf(state.network, state.style), { width: 300, height: 200 });
      expect(faultsIn(picture)).toEqual([]);
      const written = graphml(state.network, '');
      expect(faultsIn(written)).toEqual([]);
    }
  }
  expect(tried).toBeGreaterThan(30);
  expect(drawn).toBeGreaterThan(10);
});
