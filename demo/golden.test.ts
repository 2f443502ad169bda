/** Trails as they were stored once: they open today, and what they draw and write has the same bytes. */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { csv, edgeTable, graphml, nodeTable } from '@/core/formats';
import { archiveFiles } from '@/core/formats/archive';
import { svg } from '@/core/figure';
import { sceneOf } from '@/core/scene';
import { type Source, type Trail, type TrailState, allReads, readTrail, runTrail } from '@/core/trail';
import { demoSource, demoTables } from './tables';

const folder = join(dirname(fileURLToPath(import.meta.url)), '../core/trail/fixtures');
const fixtures = readdirSync(folder).flatMap((version) =>
  readdirSync(join(folder, version)).map((file) => {
    const { name, trail } = JSON.parse(readFileSync(join(folder, version, file), 'utf8')) as {
      name: string;
      trail: unknown;
    };
    return { version, name, trail };
  }),
);

let source: Source;
beforeAll(async () => {
  source = demoSource(await demoTables());
});

async function opened(stored: unknown): Promise<{ trail: Trail; state: TrailState }> {
  const trail = readTrail(stored);
  const { state, reports } = await runTrail(source, trail);
  expect(reports.filter(({ fault }) => fault)).toEqual([]);
  return { trail, state: state as TrailState };
}
const mark = (text: string): string =>
  `${text.length} characters, ${createHash('sha256').update(text).digest('hex').slice(0, 24)}`;

test.each(fixtures)('$version: “$name” is drawn as it always was', async ({ name, trail: stored }) => {
  const { state } = await opened(stored);
  const drawn = await svg(sceneOf(state.network, state.style), { width: 1200, height: 900, title: name });
  expect(mark(drawn)).toMatchSnapshot();
});

test.each(fixtures.filter(({ name }) => /^(Who sent seed|Keepers who share)/.test(name)))(
  '$version: “$name” is written as it always was',
  async ({ name, trail: stored }) => {
    const { trail, state } = await opened(stored);
    expect({
      graphml: mark(graphml(state.network)),
      nodes: mark(csv(nodeTable(state.network))),
      edges: mark(csv(edgeTable(state.network))),
      archive: mark(JSON.stringify(archiveFiles(name, trail, archived(trail)))),
    }).toMatchSnapshot();
  },
);

const archived = (trail: Trail): Parameters<typeof archiveFiles>[2] =>
  allReads(trail, () => undefined).tables.map((key) => ({
    key,
    name: key,
    columns: source.table(key).columns.map(({ name, type }) => ({ name, type })),
  }));
