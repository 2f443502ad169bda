/** A page to explore: one file, which asks nobody for anything, whatever is written in it. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { read } from '@/explore/data';
import { allFontFiles } from '../fonts';
import { figureSchema, firstFigure, layFigure } from '../plan';
import { sample } from '../plan/samples';
import type { Explored } from './explored';
import type { Around } from './format';
import { htmlFile } from './html';

const root = join(__dirname, '../../..');
const script = readFileSync(join(root, 'public/explore.js'), 'utf8');
const fonts = new Map(
  allFontFiles.map((name) => [name, new Uint8Array(readFileSync(join(root, 'public/fonts', name)))] as const),
);
const settings = firstFigure({ id: 'one', name: 'Who wrote to whom' });
async function page(
  made = sample(),
  figure = settings,
  columns?: { nodes: string[]; edges: string[] },
  table?: Around['table'],
): Promise<string> {
  const laid = layFigure(figure, () => made);
  const wishes = { ...(columns ? { columns } : {}), ...(table ? { records: true } : {}) };
  const around = { fonts, script, ...(table ? { table } : {}) };
  const { bytes } = await htmlFile.make(laid, figure, 'Figure 1', wishes, around);
  return Buffer.from(bytes).toString();
}
const dataOf = (html: string): Explored => {
  const [, json] = /<script type="application\/json" id="data">(.*?)<\/script>/s.exec(html) ?? [];
  return JSON.parse(json) as Explored;
};

test('its program is that of the sources', () => {
  const built = execFileSync(
    process.execPath,
    ['--input-type=module', '-e', 'process.stdout.write(await (await import("./scripts/explorer.mjs")).explorer())'],
    { cwd: root, encoding: 'utf8' },
  );
  // `npm run explorer` renews it.
  expect(built === script).toBe(true);
});

test('is small beside its data, asks for nothing, and gives the same bytes each time', async () => {
  const html = await page();
  expect(html.length - JSON.stringify(dataOf(html)).length).toBeLessThan(250_000);
  expect(html).not.toMatch(/(src|href)="?https?:|@import|fetch\(|XMLHttpRequest/);
  expect(html).toContain("default-src 'none'");
  expect(await page()).toBe(html);
});

test('holds nodes, ties, looks, columns and groups as they are', async () => {
  const made = sample();
  const html = dataOf(await page(made));
  const { scene, labels, group, node, edge } = read(html);
  const drawn = layFigure(settings, () => made).page.map('map')?.scene;
  expect(labels).toEqual(made.network.labels);
  for (const key of [
    'positions',
    'radius',
    'fill',
    'shape',
    'opacity',
    'source',
    'target',
    'edgeColour',
    'edgeWidth',
    'edgePattern',
    'arrow',
  ] as const)
    expect([key, scene[key]]).toEqual([key, drawn?.[key]]);
  expect([...(group ?? [])].map((one) => html.groups?.names[one])).toEqual(['Ness', 'Ness', 'Holm', undefined]);
  expect(html.nodes.map(({ name }) => name)).toEqual(['island', 'degree', 'role']);
  expect([node(0, 2), node(1, 2), node(0, 3)]).toEqual(['Holm', '4', '']);
  expect([edge(0, 4), edge(1, 0), edge(1, 4)]).toEqual(['5', '1902', '']);
  expect(html.legend).toContain('Island');
  // Years are told by what they are, not by an English header.
  made.network.edgeColumns = [{ ...made.network.edgeColumns[0], name: 'Jahr' }];
  expect(read(dataOf(await page(made))).edge(1, 0)).toBe('1902');
});

test('records behind ties come along where they are wished for, and of the rest not a word', async () => {
  const made = sample();
  const ties = made.network.source.length;
  // The first tie has two records, of two tables; the last has one; row 1 of the letters stands behind none.
  const offsets = new Uint32Array(ties + 1).fill(2, 1);
  offsets[ties] = 3;
  made.network = {
    ...made.network,
    edgeRecords: {
      tables: ['letters', 'visits'],
      offsets,
      items: Uint32Array.of(2, 0, 0),
      from: Uint8Array.of(0, 1, 0),
    },
  };
  const text = (name: string, ...says: string[]) => ({
    type: 'text' as const,
    name,
    dictionary: [...says].sort(),
    codes: Int32Array.from(says, (one) => [...says].sort().indexOf(one)),
  });
  const tables = new Map([
    [
      'letters',
      {
        name: 'Letters',
        table: {
          rows: 3,
          columns: [
            text('said', 'zeal', 'hidden', 'barley'),
            { type: 'number' as const, name: 'pages', values: Float64Array.of(1, 2, 3) },
          ],
        },
      },
    ],
    ['visits', { name: 'Visits', table: { rows: 1, columns: [text('where', 'Holm')] } }],
  ]);
  const html = await page(made, settings, undefined, (key) => tables.get(key) as never);
  const { records } = read(dataOf(html));
  expect(records(0)).toEqual([
    {
      table: 'Letters',
      says: [
        ['said', 'barley'],
        ['pages', '3'],
      ],
    },
    { table: 'Visits', says: [['where', 'Holm']] },
  ]);
  expect(records(1)).toEqual([]);
  expect(records(ties - 1)).toEqual([
    {
      table: 'Letters',
      says: [
        ['said', 'zeal'],
        ['pages', '1'],
      ],
    },
  ]);
  expect(html).not.toContain('"hidden"');
  const without = await page(made);
  expect(without).not.toContain('barley');
  expect(read(dataOf(without)).records(0)).toEqual([]);
  await expect(
    htmlFile.make(
      layFigure(settings, () => made),
      settings,
      'x',
      { records: true },
      { fonts, script },
    ),
  ).rejects.toThrow(/not at hand/);
});

test('what nodes that were left out say stays', async () => {
  const made = sample();
  made.network.nodeColumns = made.network.nodeColumns.map((col) =>
    col.name === 'island' && col.type === 'text'
      ? { ...col, dictionary: ['Gone', 'Ness', 'Holm'], codes: Int32Array.of(1, 2, 1, -1) }
      : col,
  );
  const html = await page(made, settings, { nodes: ['island'], edges: [] });
  expect(dataOf(html).nodes).toMatchObject([{ words: ['Ness', 'Holm'] }]);
  expect([0, 1, 2, 3].map((v) => read(dataOf(html)).node(0, v))).toEqual(['Ness', 'Holm', 'Ness', '']);
});

test('only the columns that were chosen leave; pictures stay unless they were', async () => {
  const made = sample();
  made.network = {
    ...made.network,
    nodeColumns: [
      ...made.network.nodeColumns,
      {
        type: 'text',
        name: 'portrait',
        dictionary: ['data:image/png;base64,AAAA'],
        codes: Int32Array.of(0, -1, -1, -1),
      },
    ],
  };
  expect(dataOf(await page(made)).nodes.map(({ name }) => name)).toEqual(['island', 'degree', 'role']);
  const few = dataOf(await page(made, settings, { nodes: ['degree'], edges: [] }));
  expect(few.nodes.map(({ name }) => name)).toEqual(['degree']);
  expect(few.edges.map(({ name }) => name)).toEqual(['weight']);
});

test('markup in a name stays a name', async () => {
  const made = sample();
  made.network = { ...made.network, labels: ['</script><script>alert(1)</script>', '<!--', '\u2028', '&lt;'] };
  const html = await page(made, {
    ...settings,
    parts: [{ ...settings.parts[0], text: '</title><b>' } as never, ...settings.parts.slice(1)],
  });
  expect(html.match(/<script/g)).toHaveLength(2);
  expect(html.match(/<title>/g)).toHaveLength(1);
  expect(dataOf(html).labels).toEqual(made.network.labels);
});

test('without a map there is none, which is a sentence', async () => {
  await expect(page(sample(), figureSchema.parse({}))).rejects.toThrow(/no map on the page/);
});
