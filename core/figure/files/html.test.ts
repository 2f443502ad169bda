/** A page to explore: one file, which asks nobody for anything, whatever is written in it. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { read } from '@/explore/data';
import { allFontFiles } from '../fonts';
import { figureSchema, firstFigure, layFigure } from '../plan';
import { sample } from '../plan/samples';
import type { Explored } from './explored';
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
): Promise<string> {
  const laid = layFigure(figure, () => made);
  const { bytes } = await htmlFile.make(laid, figure, 'Figure 1', columns ? { columns } : {}, { fonts, script });
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
