import { eq } from 'drizzle-orm';
import { trailSchema, runTrail, type Source, type Trail } from '@/core/trail';
import { cellText, column } from '@/core/tables';
import { fromArrow } from '@/core/formats';
import { readArchive } from '@/core/formats/archive';
import { unzipSync } from 'fflate';
import { database, networkVersion, pool, record, study, studyTable } from './db';
import { migrateDatabase } from './db/migrate';
import * as actions from './actions';
import { createStudy, deleteStudy, listStudies, renameStudy, restoreStudy } from './studies';
import { changeTable, deleteTable, listTables, restoreTable, tableFor } from './tables';
import { type ImportRequest, importBody, importTable, keyFrom } from './tables/import';
import { readTable } from './tables/read';
import { createNetwork, listNetworks, openNetwork, saveTrail } from './networks';
import { createSuggestedNetwork } from './networks/suggest';
import { keepSnapshot, keptPositions } from './networks/snapshot';
import { archiveOf } from './networks/archive';
import { GET as columnsRoute } from '@/app/api/studies/[study]/tables/[table]/[version]/route';
import { POST as importRoute } from '@/app/api/studies/[study]/tables/route';
import { GET as positionsRoute } from '@/app/api/studies/[study]/networks/[network]/positions/[layout]/route';
import { PUT as snapshotRoute } from '@/app/api/studies/[study]/networks/[network]/snapshot/route';
import { GET as archiveRoute } from '@/app/api/studies/[study]/networks/[network]/archive/route';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

const nowhere = '00000000-0000-4000-8000-000000000000';
const text = (name: string): { name: string; type: 'text' } => ({ name, type: 'text' });
const request = (change: Partial<ImportRequest> = {}): ImportRequest => ({
  name: 'ties',
  file: 'ties.csv',
  columns: [text('from'), text('to')],
  faulty: 'aside',
  size: 0,
  ...change,
});
async function* bytes(...pieces: string[]): AsyncGenerator<Uint8Array> {
  for (const piece of pieces) yield new TextEncoder().encode(piece);
}
/** Brings in text, its size said as it is. */
const bringIn = (id: string, change: Partial<ImportRequest>, ...pieces: string[]): ReturnType<typeof importTable> =>
  importTable(id, request({ size: Buffer.byteLength(pieces.join('')), ...change }), bytes(...pieces));
const newStudy = async (): Promise<string> => (await createStudy('Trial')).id;
const trail = (change: object = {}): Trail =>
  trailSchema.parse({
    steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to', ...change }],
  });

describe('studies', () => {
  test('are made, renamed, deleted and brought back', async () => {
    const { id } = await createStudy('  Seeds   of Orrin ');
    await renameStudy(id, 'Seeds');
    const names = async (): Promise<string[]> =>
      (await listStudies()).filter((one) => one.id === id).map(({ name }) => name);
    expect(await names()).toEqual(['Seeds']);
    await deleteStudy(id);
    expect(await names()).toEqual([]);
    await expect(renameStudy(id, 'x')).rejects.toThrow(/not there/);
    await restoreStudy(id);
    expect(await names()).toEqual(['Seeds']);
    await expect(restoreStudy(id)).rejects.toThrow(/nothing to bring back/);
    await expect(createStudy('  ')).rejects.toThrow(/Give the study a name/);
  });

  test('what was deleted over a week ago is cleared away with all it held', async () => {
    const id = await newStudy();
    await bringIn(id, {}, 'from,to\na,b\n');
    const { id: tableId } = await tableFor(id, 'ties');
    await database().update(study).set({ deletedAt: new Date(Date.UTC(2000, 0, 1)) }).where(eq(study.id, id)); // prettier-ignore
    await migrateDatabase();
    expect(await database().select().from(studyTable).where(eq(studyTable.studyId, id))).toEqual([]);
    expect(await database().select().from(record).where(eq(record.tableId, tableId))).toEqual([]);
  });
});

describe('bringing a file in', () => {
  test('rows are stored as they were written, and come back as typed columns', async () => {
    const id = await newStudy();
    const columns = [text('name'), { name: 'packets', type: 'number' as const }];
    const rows = 'name,packets\n"a ""q"" \\ b",1\n<b>,ten\n😀 \t tab,3\nlast,4\n';
    const stored = await bringIn(id, { columns }, rows.slice(0, 20), rows.slice(20));
    expect(stored).toEqual({ key: 'ties', rows: 4, setAside: 0 });
    const table = await readTable(id, 'ties');
    const cells = (name: string): string[] => {
      const col = column(table, name);
      return col ? [0, 1, 2, 3].map((r) => cellText(col, r)) : [];
    };
    expect(cells('name')).toEqual(['a "q" \\ b', '<b>', '😀 \t tab', 'last']);
    expect(cells('packets')).toEqual(['1', '', '3', '4']);
    expect(table.misfits[0].texts).toEqual(['ten']);
  });

  test('NUL, which the database cannot hold, is left out', async () => {
    const id = await newStudy();
    await bringIn(id, {}, `from,to\n${'a,b\n'.repeat(20000)}x\u0000y\\u0000,z\n`);
    const from = column(await readTable(id, 'ties'), 'from');
    expect(from && cellText(from, 20000)).toBe('xy\\u0000');
  });

  test('faulty rows are set aside or made to fit', async () => {
    const id = await newStudy();
    const dirty = 'from,to\na,b\nc\nd,e,f\n';
    expect(await bringIn(id, {}, dirty)).toMatchObject({ rows: 1, setAside: 2 });
    expect(await bringIn(id, { faulty: 'fit' }, dirty)).toMatchObject({ key: 'ties-2', rows: 3 });
  });

  const many = 'from,to\n' + 'a,b\n'.repeat(30000);
  async function* breaking(): AsyncGenerator<Uint8Array> {
    yield new TextEncoder().encode(many);
    throw new Error('gone');
  }
  test.each([
    ['a fault far down', (id: string) => bringIn(id, {}, many, '"open\n'), /never closed/],
    ['a stream that breaks', (id: string) => importTable(id, request(), breaking()), /gone/],
    [
      'a file that comes cut short',
      (id: string) => bringIn(id, { size: 500000 }, many),
      /incomplete: 120,008 of 500,000/,
    ],
    ['other columns than in the preview', (id: string) => bringIn(id, {}, 'x,y\n1,2\n'), /other columns/],
    ['nothing', (id: string) => bringIn(id, {}, ''), /is empty/],
  ])('%s leaves nothing behind', async (_name, bring, sentence) => {
    const id = await newStudy();
    const before = (await database().select().from(record)).length;
    await expect(bring(id)).rejects.toThrow(sentence);
    expect(await listTables(id)).toEqual([]);
    expect((await database().select().from(record)).length).toBe(before);
  });

  test('a body is a line of JSON and the file after it, however it is cut', async () => {
    const id = await newStudy();
    const text = 'from,to\na,b\nc,d\n';
    const whole = `${JSON.stringify(request({ size: text.length }))}\n${text}`;
    for (const piece of [1, 7, 1000]) {
      const pieces = Array.from({ length: Math.ceil(whole.length / piece) }, (_, i) =>
        whole.slice(i * piece, (i + 1) * piece),
      );
      expect(await importBody(id, bytes(...pieces))).toMatchObject({ rows: 2 });
    }
    await expect(importBody(id, bytes('x'.repeat(100)))).rejects.toThrow(/does not say what file/);
    await expect(importBody(id, bytes('{}\nfrom,to\n'))).rejects.toThrow();
  });

  test('a thousand columns', async () => {
    const id = await newStudy();
    const names = Array.from({ length: 1000 }, (_, i) => `a column with a longish name ${i}`);
    await bringIn(id, { columns: names.map(text) }, `${names.join(';')}\n${names.join(';')}\n`);
    expect((await readTable(id, 'ties')).columns).toHaveLength(1000);
  });

  test('two imports at once get keys of their own', async () => {
    const id = await newStudy();
    const both = await Promise.all([bringIn(id, {}, 'from,to\na,b\n'), bringIn(id, {}, 'from,to\nc,d\n')]);
    expect(both.map(({ key }) => key).sort()).toEqual(['ties', 'ties-2']);
  });

  test('keys are plain words', () => {
    expect(['Who sent: seed?', 'Zoë’s', '???', 'x'.repeat(99)].map(keyFrom)).toEqual([
      'who-sent-seed',
      'zoe-s',
      'table',
      'x'.repeat(60),
    ]);
  });
});

describe('tables', () => {
  test('are renamed, retyped with a new version, deleted and brought back', async () => {
    const id = await newStudy();
    await bringIn(id, {}, 'from,to\n1,2\n');
    await changeTable(id, 'ties', { name: 'Ties of 1911' });
    await changeTable(id, 'ties', { columns: [text('from'), { name: 'to', type: 'number' }] });
    expect(await listTables(id)).toMatchObject([{ name: 'Ties of 1911', version: 2 }]);
    await expect(readTable(id, 'ties', 1)).rejects.toThrow(/has changed meanwhile/);
    await expect(changeTable(id, 'ties', { columns: [text('from')] })).rejects.toThrow(/have changed/);
    await deleteTable(id, 'ties');
    await expect(tableFor(id, 'ties')).rejects.toThrow(/no table “ties”/);
    await restoreTable(id, 'ties');
    expect((await readTable(id, 'ties', 2)).rows).toBe(1);
  });
});

describe('networks', () => {
  test('two people saving at once: nothing is lost, and the second is told', async () => {
    const id = await newStudy();
    const { id: net } = await createNetwork(id, 'First', trail());
    const mine = trail({ loops: 'keep' });
    const theirs = trail({ directed: false });
    expect(await saveTrail(id, net, 1, mine)).toEqual({ kind: 'saved', version: 2 });
    expect(await saveTrail(id, net, 1, theirs)).toMatchObject({ kind: 'conflict', version: 2, trail: mine });
    expect((await openNetwork(id, net)).trail).toEqual(mine);
    const versions = await database().select().from(networkVersion).where(eq(networkVersion.networkId, net));
    expect(versions.map(({ version }) => version).sort()).toEqual([1, 2]);
  });

  test('a first network is made of the tables', async () => {
    const id = await newStudy();
    await expect(createSuggestedNetwork(id)).rejects.toThrow(/needs a table with two columns/);
    await bringIn(id, { name: 'people', columns: [text('id'), text('name')] }, 'id,name\n1,Ann\n2,Bo\n');
    await bringIn(id, { columns: [text('source'), text('target')] }, 'source,target\n1,2\n');
    const { id: net } = await createSuggestedNetwork(id);
    const [first] = (await openNetwork(id, net)).trail.steps;
    expect(first).toMatchObject({
      table: 'ties',
      from: 'source',
      nodes: { table: 'people', match: 'id', label: 'name' },
    });
  });

  test('the last result is kept, and positions only for their own layout', async () => {
    const id = await newStudy();
    const { id: net } = await createNetwork(id, 'First', trail());
    const layout = 'a'.repeat(32);
    const head = {
      digest: 'b'.repeat(32),
      nodes: 1,
      edges: 0,
      groups: null,
      picture: 'data:image/svg+xml;base64,',
      layout,
    };
    await keepSnapshot(id, net, head, Buffer.from(Float32Array.of(3, 4).buffer));
    const kept = await keptPositions(id, net, layout);
    expect([...new Float32Array(Uint8Array.from(kept ?? []).buffer)]).toEqual([3, 4]);
    expect(await keptPositions(id, net, 'c'.repeat(32))).toBeUndefined();
    expect((await listNetworks(id))[0]).toMatchObject({ nodes: 1, picture: head.picture });
    await expect(keepSnapshot(id, net, { ...head, nodes: 2 }, Buffer.alloc(8))).rejects.toThrow(/do not fit/);
  });

  test('an archive gives the same network elsewhere', async () => {
    const id = await newStudy();
    await bringIn(id, {}, 'from,to\na,=b\n"c, d",a\n');
    const { id: net } = await createNetwork(id, 'First', trail());
    const { bytes: zip } = await archiveOf(id, net);
    expect((await archiveOf(id, net)).bytes).toEqual(zip);
    const files = unzipSync(zip);
    const { archive, source } = readArchive((path) => files[path], 'zip');
    const there = await runTrail(source, archive.trail);
    const table = await readTable(id, 'ties');
    const here: Source = { keys: () => ['ties'], version: () => '1', table: () => table };
    expect(there.state?.network.ids).toEqual((await runTrail(here, archive.trail)).state?.network.ids);
    expect(there.state?.network.ids).toEqual(['a', '=b', 'c, d']);
  });
});

describe('every way in', () => {
  const there = (params: object): { params: Promise<never> } => ({ params: Promise.resolve(params as never) });
  const get = new Request('http://localhost/x');
  const put = (): Request => {
    const form = new FormData();
    form.set(
      'head',
      JSON.stringify({
        digest: 'a'.repeat(32),
        nodes: 0,
        edges: 0,
        groups: null,
        picture: 'data:image/svg+xml;base64,',
        layout: null,
      }),
    );
    return new Request('http://localhost/x', { method: 'PUT', body: form });
  };
  const post = (headers: Record<string, string> = {}, head: object = request({ size: 12 })): Request =>
    new Request('http://localhost/x', { method: 'POST', body: `${JSON.stringify(head)}\nfrom,to\na,b\n`, headers });

  test.each([nowhere, 'no-id', "' or 1=1 --"])('asks for the study first: %s', async (id) => {
    const routes = [
      columnsRoute(get, there({ study: id, table: 'ties', version: '1' })),
      importRoute(post(), there({ study: id })),
      positionsRoute(get, there({ study: id, network: nowhere, layout: 'a'.repeat(32) })),
      snapshotRoute(put(), there({ study: id, network: nowhere })),
      archiveRoute(get, there({ study: id, network: nowhere })),
    ];
    for (const answer of await Promise.all(routes)) {
      expect(answer.status).toBe(404);
      expect(answer.headers.get('content-type')).toBe('application/problem+json');
    }
    const { createStudy: _create, restoreStudy: restore, ...others } = actions;
    const column = [text('a')];
    const calls = Object.entries(others).map(([, action]) =>
      (action as (...words: unknown[]) => Promise<{ ok: boolean }>)(id, ...argumentsOf(action as never, column)),
    );
    for (const answer of await Promise.all(calls)) expect(answer.ok).toBe(false);
    if (id !== "' or 1=1 --" && id !== 'no-id') expect((await restore(id)).ok).toBe(false);
  });

  /** Plausible arguments after the study, by how many the action takes. */
  function argumentsOf(action: (...words: never[]) => unknown, column: object[]): unknown[] {
    if (action === (actions.saveTrail as unknown)) return [nowhere, 1, trail()];
    if (action === (actions.createNetwork as unknown)) return ['name', trail()];
    if (action === (actions.retypeTable as unknown)) return ['ties', column];
    if (action === (actions.renameStudy as unknown)) return ['name'];
    return [nowhere, 'name'];
  }

  test('serves a table’s columns under its version for ever', async () => {
    const id = await newStudy();
    await bringIn(id, {}, 'from,to\na,b\n');
    const answer = await columnsRoute(get, there({ study: id, table: 'ties', version: '1' }));
    expect(answer.headers.get('cache-control')).toContain('immutable');
    expect(fromArrow(new Uint8Array(await answer.arrayBuffer())).rows).toBe(1);
  });

  test('wrong input is answered with what is wrong, another site is refused', async () => {
    const id = await newStudy();
    const wrong = await importRoute(post({}, {}), there({ study: id }));
    const { detail } = (await wrong.json()) as { detail: string };
    expect([wrong.status, detail]).toEqual([400, expect.stringContaining('name')]);
    const garbled = await importRoute(
      new Request('http://localhost/x', { method: 'POST', body: '{\nx' }),
      there({ study: id }),
    );
    expect(garbled.status).toBe(400);
    const foreign = await importRoute(post({ 'sec-fetch-site': 'cross-site' }), there({ study: id }));
    expect(foreign.status).toBe(422);
    expect(await listTables(id)).toEqual([]);
    expect(await actions.createStudy(5 as never)).toMatchObject({ ok: false });
    expect(await actions.saveTrail(id, nowhere, 1, { steps: [{ kind: 'x' }] } as never)).toMatchObject({ ok: false });
  });
});
