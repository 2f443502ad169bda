/** Archives of studies: everything comes back, elsewhere too; what was made to do harm changes nothing. */
import { mkdtempSync } from 'node:fs';
import { open, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync, strToU8 } from 'fflate';
import { svgFile } from '@/core/figure/files/svg';
import { type FigureSettings, type LaidFigure, layFigure } from '@/core/figure/plan';
import { readStudyArchive, runnable } from '@/core/archive';
import { GET as takeRoute } from '@/app/api/studies/[study]/archive/route';
import { POST as openRoute } from '@/app/api/studies/route';
import { pool } from '../db';
import { migrateDatabase } from '../db/migrate';
import { listFigures, openFigure } from '../figures';
import { heldOf } from '../figures/kept';
import { listKept } from '../kept';
import { listNames, openNames } from '../names';
import { listNetworks, networkTrails } from '../networks';
import { keptPositions } from '../networks/snapshot';
import { get, there, written } from '../samples';
import { listShortlists } from '../shortlists';
import { deleteStudy } from '../studies';
import { listTables, setAside } from '../tables';
import { editTable, stepTable } from '../tables/edit';
import { dirtyRows, fullStudy, madeHere, opened, said, taken } from './samples';
import { zipFiles } from '@/files';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

/** Work on a database of its own, made for it and dropped after it. */
async function elsewhere<T>(work: () => Promise<T>): Promise<T> {
  const here = process.env.DATABASE_URL as string;
  const name = `nunatak_elsewhere_${process.pid}`;
  await pool().query(`create database ${name}`);
  const shared = globalThis as { nunatakPool?: ReturnType<typeof pool> };
  const held = shared.nunatakPool;
  const url = new URL(here);
  url.pathname = `/${name}`;
  process.env.DATABASE_URL = url.href;
  shared.nunatakPool = undefined;
  try {
    await migrateDatabase();
    return await work();
  } finally {
    await pool().end();
    process.env.DATABASE_URL = here;
    shared.nunatakPool = held;
    await pool().query(`drop database ${name} with (force)`);
  }
}

/** As the browser and the runner write it. */
async function svgOf(laid: LaidFigure, settings: FigureSettings): Promise<string> {
  const { bytes } = await svgFile.make(laid, settings, 'figure', {}, { fonts: new Map(), script: '' });
  return new TextDecoder().decode(bytes);
}

/** The SVG of a figure of the archive, by the ids that it has there. */
async function drawn(bytes: Uint8Array, name: string): Promise<string> {
  const archive = await archiveOf(bytes);
  const figure = archive.figures.find((one) => one.name === name);
  const { laid, settings } = await (await runnable(archive)).figure(figure?.id ?? '');
  return svgOf(laid, settings);
}

async function archiveOf(bytes: Uint8Array): ReturnType<typeof readStudyArchive> {
  const path = join(mkdtempSync(join(tmpdir(), 'nunatak-archive-')), 'a.zip');
  await writeFile(path, bytes);
  const file = await open(path);
  const archive = await readStudyArchive(await zipFiles(file.fd, 'a.zip'), 'a.zip');
  const tables = new Map<object, string[][]>();
  for (const table of archive.tables) {
    const rows: string[][] = [];
    for await (const some of archive.rows(table)) rows.push(...some);
    tables.set(table, rows);
  }
  const parts = new Map<string, Uint8Array>();
  for (const { held } of archive.figures) if (held !== undefined) parts.set(held, await archive.bytes(held));
  await file.close();
  return {
    ...archive,
    // eslint-disable-next-line @typescript-eslint/require-await
    async *rows(table) {
      yield tables.get(table) ?? [];
    },
    bytes: (inside) => Promise.resolve(parts.get(inside) ?? new Uint8Array(0)),
  };
}

describe('a study with something of everything', () => {
  test('comes back whole beside the first, with ids of its own', async () => {
    const first = await fullStudy('Whole');
    const { id, name, notes } = await opened(await taken(first.id));
    expect([name, notes]).toEqual(['Whole (2)', []]);
    const tables = await listTables(id);
    expect(tables).toEqual(await listTables(first.id));
    expect(tables.map(({ key, version }) => [key, version])).toEqual([
      ['sendings', 2],
      ['one-column', 1],
    ]);
    expect(await written(id, 'sendings')).toEqual(
      dirtyRows.map((cells, r) => (r === 5 ? ['Ann', 'Bo', "'a'"] : cells)),
    );
    expect(await written(id, 'one-column')).toEqual([[''], ['a'], ['']]);
    expect(await setAside(id, 'sendings')).toEqual([{ line: 9, reason: 'too few cells', cells: ['x'] }]);
    // What is opened belongs to whoever opens it, and is for all whom they let in.
    const bare = ({ id: _id, seen: _seen, ...list }: { id: string; seen?: string }): object => list;
    expect((await openNames(id)).map(bare)).toEqual((await openNames(first.id)).map(bare));
    expect((await listNames(id))[0].joined).toBe(3);
    expect((await listShortlists(id)).map(bare)).toEqual((await listShortlists(first.id)).map(bare));
    expect((await listKept(id)).map(bare)).toEqual((await listKept(first.id)).map(bare));
    // What points to one another does so here, and to nothing of the first.
    const [networks, [shortlist], kept] = [await networkTrails(id), await listShortlists(id), await listKept(id)];
    const main = networks.find((one) => one.name === 'Main');
    const other = networks.find((one) => one.name === 'Other');
    expect(main?.trail?.steps).toMatchObject([
      {},
      { network: other?.id },
      { rule: { shortlist: shortlist.id } },
      {},
      { follows: { id: kept.find((one) => one.name === 'Sea')?.id } },
    ]);
    const all = JSON.stringify([
      networks,
      await listFigures(id),
      await pool().query('select settings from figure where study_id = $1', [id]),
    ]);
    for (const old of [first.id, first.main, first.other, first.shortlist, first.look]) expect(all).not.toContain(old);
    expect(Buffer.from((await keptPositions(id, main?.id ?? '', main?.layout ?? '')) ?? '').byteLength).toBe(16);
    expect((await listNetworks(id)).map((one) => [one.name, one.folder, one.version, one.nodes])).toEqual([
      ['Main', 'maps/old', 2, 2],
      ['Other', '', 1, null],
    ]);
    expect(
      (await pool().query('select version from network_version where network_id = $1 order by version', [main?.id]))
        .rows,
    ).toEqual([{ version: 1 }, { version: 2 }]);
    const figures = await listFigures(id);
    expect(figures.map((one) => [one.name, one.size?.held])).toEqual([
      ['Held', true],
      ['Following', false],
    ]);
    const { settings } = await openFigure(id, figures[0].id);
    expect(settings.held?.of).toEqual([{ network: main?.id, version: 2 }]);
    expect(await heldOf(id, figures[0].id, settings.held?.key ?? '')).toEqual(
      await heldOf(first.id, first.figure, settings.held?.key ?? ''),
    );
    // A held figure says that nothing would change: the digest is the same under other ids.
    expect((await madeHere(id, main?.id ?? '')).digest).toBe((await madeHere(first.id, first.main)).digest);
  });

  test('is worked on as any other: what is changed can be taken back', async () => {
    const first = await fullStudy('Worked on');
    const { id } = await opened(await taken(first.id));
    const who = { author: '11111111-1111-4111-8111-111111111111', token: '33333333-3333-4333-8333-333333333333' };
    await editTable(id, 'sendings', 2, { kind: 'cells', edits: [{ row: 0, column: 0, text: 'Eva' }], what: 'x' }, who);
    expect((await written(id, 'sendings'))[0][0]).toBe('Eva');
    await stepTable(id, 'sendings', 'undo', { author: who.author, token: '44444444-4444-4444-8444-444444444444' });
    expect((await written(id, 'sendings'))[0][0]).toBe('Ann');
    // Nothing before the archive can be taken back.
    expect(
      await said(
        stepTable(id, 'sendings', 'undo', { author: who.author, token: '55555555-5555-4555-8555-555555555555' }),
      ),
    ).toMatch(/nothing/i);
    expect((await written(first.id, 'sendings'))[0][0]).toBe('Ann');
  });

  test('gives the same archive, and the same SVG to the byte, out of another database', async () => {
    const first = await fullStudy('Elsewhere');
    const bytes = await taken(first.id);
    expect(Buffer.compare(await taken(first.id), bytes)).toBe(0);
    const { settings } = await openFigure(first.id, (await listFigures(first.id))[1].id);
    const made = await madeHere(first.id, first.main);
    const straight = await svgOf(
      layFigure(settings, (one) => (one === first.main ? made : undefined)),
      settings,
    );
    const again = await elsewhere(async () => taken((await opened(bytes)).id));
    const [there, here] = [unzipSync(again), unzipSync(bytes)];
    expect(Object.keys(there)).toEqual(Object.keys(here));
    for (const [path, file] of Object.entries(here))
      expect([path, new TextDecoder().decode(there[path])]).toEqual([path, new TextDecoder().decode(file)]);
    expect(Buffer.compare(again, bytes)).toBe(0);
    expect(await drawn(again, 'Following')).toBe(straight);
    expect(await drawn(again, 'Held')).toBe(straight);
  });

  test('over the routes, streamed, and told apart by its file’s name', async () => {
    const first = await fullStudy('Routes');
    const answer = await takeRoute(get, there({ study: first.id }));
    expect(answer.headers.get('content-disposition')).toContain('routes.zip');
    const body = new Uint8Array(await answer.arrayBuffer());
    expect(Number(answer.headers.get('content-length'))).toBe(body.length);
    const post = (bytes: Uint8Array): Promise<Response> =>
      openRoute(
        new Request('http://localhost/api/studies?name=my%20study.zip', {
          method: 'POST',
          body: bytes as Uint8Array<ArrayBuffer>,
        }),
        there({}),
      );
    const made = await post(body);
    expect([made.status, await made.json()]).toMatchObject([201, { name: 'Routes (2)' }]);
    const refused = await post(strToU8('PK no zip'));
    expect([refused.status, await refused.json()]).toMatchObject([
      422,
      { detail: expect.stringContaining('my study.zip') as string },
    ]);
    await deleteStudy(first.id);
    expect((await takeRoute(get, there({ study: first.id }))).status).toBe(404);
  });

  test('the ids of an archive are its own: none of the database is in it', async () => {
    const first = await fullStudy('Ids');
    const files = unzipSync(await taken(first.id));
    const own = Object.entries(files)
      .filter(([path]) => !path.endsWith('.gz'))
      .map(([, file]) => new TextDecoder().decode(file))
      .join('\n');
    const found = own.match(/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g) ?? [];
    expect(found.length).toBeGreaterThan(8);
    expect(found.filter((one) => !one.startsWith('00000000-0000-8000-'))).toEqual([]);
  });
});
