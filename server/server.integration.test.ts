import { eq } from 'drizzle-orm';
import { trailSchema, trailVersion, runTrail, sourceOf, type Trail } from '@/core/trail';
import { plainStyle } from '@/core/style';
import { readArchive } from '@/core/formats/archive';
import { unzipSync } from 'fflate';
import { database, networkVersion, pool, record, study, studyTable } from './db';
import { migrateDatabase } from './db/migrate';
import { createStudy, deleteStudy, listStudies, renameStudy, restoreStudy } from './studies';
import { tableFor } from './tables';
import { changeNames, createNames, openNames } from './names';
import { changeKept, createKept, deleteKept, listKept, restoreKept } from './kept';
import { changeShortlist, createShortlist, deleteShortlist, listShortlists, restoreShortlist } from './shortlists';
import { readTable } from './tables/read';
import { createNetwork, listNetworks, networkTrails, openNetwork, saveTrail } from './networks';
import { networksByColumn } from './networks/uses';
import { createSuggestedNetwork, networkOffers } from './networks/suggest';
import { keepSnapshot, keptPositions } from './networks/snapshot';
import { archiveOf } from './networks/archive';
import { GET as pictureRoute } from '@/app/api/studies/[study]/networks/[network]/picture/[md5]/route';
import { bringIn, get, newStudy, text, there } from './samples';

beforeAll(() => migrateDatabase());

afterAll(() => pool().end());

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
    await bringIn(id, [['a', 'b']]);
    const { setId } = await tableFor(id, 'ties');
    await database()
      .update(study)
      .set({ deletedAt: new Date(Date.UTC(2000, 0, 1)) })
      .where(eq(study.id, id));
    await migrateDatabase();
    expect(await database().select().from(studyTable).where(eq(studyTable.studyId, id))).toEqual([]);
    expect(await database().select().from(record).where(eq(record.setId, setId))).toEqual([]);
  });
});

describe('networks are offered by what they would give', () => {
  test('from the table one comes from, with sizes and an example; the chosen one is made', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['Ann', 'Bo'],
      ['Bo', 'Cy'],
    ]);
    await bringIn(
      id,
      [
        ['Ann', 'Union'],
        ['Bo', 'Union'],
        ['Cy', 'Guild'],
      ],
      { name: 'members', columns: [text('keeper'), text('society')] },
    );
    const newest = await networkOffers(id);
    expect(newest[0]).toMatchObject({ question: 'part', table: 'members', size: { nodes: 5, edges: 3 } });
    const [sent] = await networkOffers(id, 'ties');
    expect(sent).toMatchObject({
      question: 'sent',
      tableName: 'ties',
      size: { nodes: 3, edges: 2 },
      example: 'Ann → Bo',
    });
    // What nearly all share would tie nearly all: such a network is not offered.
    const rows = Array.from({ length: 1100 }, (_, i) => [`P${i}`, i ? 'Ness' : 'Voe']);
    await bringIn(id, rows, { name: 'people', columns: [{ ...text('id'), id: true }, text('island')] });
    const offers = await networkOffers(id, 'people');
    expect(offers.filter(({ table, question }) => table === 'people' && question === 'shares')).toEqual([]);
    const made = await createSuggestedNetwork(id, sent.ties);
    expect((await openNetwork(id, made.id)).trail.steps[0]).toMatchObject({ table: 'ties', from: 'from', to: 'to' });
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
    await bringIn(
      id,
      [
        ['1', 'Ann'],
        ['2', 'Bo'],
      ],
      { name: 'people', columns: [text('id'), text('name')] },
    );
    await bringIn(id, [['1', '2']], { columns: [text('source'), text('target')] });
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
      picture: `data:image/svg+xml;base64,${btoa('<svg/>')}`,
      layout,
    };
    await keepSnapshot(id, net, head, Buffer.from(Float32Array.of(3, 4).buffer));
    const kept = await keptPositions(id, net, layout);
    expect([...new Float32Array(Uint8Array.from(kept ?? []).buffer)]).toEqual([3, 4]);
    expect(await keptPositions(id, net, 'c'.repeat(32))).toBeUndefined();
    expect((await listNetworks(id))[0]).toMatchObject({
      nodes: 1,
      picture: expect.stringContaining(`/networks/${net}/picture/`) as string,
    });
    const address = (await listNetworks(id))[0].picture ?? '';
    const md5 = address.slice(address.lastIndexOf('/') + 1);
    const served = await pictureRoute(get, there({ study: id, network: net, md5 }));
    expect([served.status, served.headers.get('content-type'), await served.text()]).toEqual([
      200,
      'image/svg+xml',
      '<svg/>',
    ]);
    expect(served.headers.get('cache-control')).toContain('immutable');
    expect((await pictureRoute(get, there({ study: id, network: net, md5: 'a'.repeat(32) }))).status).toBe(404);
    await expect(keepSnapshot(id, net, { ...head, nodes: 2 }, Buffer.alloc(8))).rejects.toThrow(/do not fit/);
  });

  test('an archive gives the same network elsewhere', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['a', '=b'],
      ['c, d', 'a'],
      ['A', 'a'],
    ]);
    const { id: list } = await createNames(id, 'Ends', [{ table: 'ties', column: 'from' }]);
    await changeNames(id, list, 1, { entries: { A: 'a' }, what: 'x' });
    const { id: net } = await createNetwork(id, 'First', trail());
    const { bytes: zip } = await archiveOf(id, net);
    expect((await archiveOf(id, net)).bytes).toEqual(zip);
    const files = unzipSync(zip);
    const { archive, source } = readArchive((path) => files[path], 'zip');
    const there = await runTrail(source, archive.trail);
    const table = await readTable(id, 'ties');
    const here = sourceOf([{ key: 'ties', version: '1' }], () => table, await openNames(id));
    expect(there.state?.network.ids).toEqual((await runTrail(here, archive.trail)).state?.network.ids);
    expect(there.state?.network.ids).toEqual(['a', '=b', 'c, d']);
  });
});

describe('trails of other versions', () => {
  const put = async (id: string, trail: unknown): Promise<void> =>
    void (await pool().query('update network set trail = $1 where id = $2', [JSON.stringify(trail), id]));

  test('what an earlier version stored opens, and is stored in today’s format when it is saved', async () => {
    const { id } = await createStudy('Before');
    const { id: net } = await createNetwork(id, 'Old', trail());
    const arranged = { id: 's9', kind: 'arrange', on: true, pull: 0.5, seed: 2, placed: {} };
    await put(net, { steps: [...trail().steps, arranged] });
    const opened = await openNetwork(id, net);
    expect(opened.trail.steps.at(-1)).toMatchObject({ method: 'force', settings: { pull: 0.5, seed: 2 } });
    await saveTrail(id, net, opened.version, opened.trail);
    const kept = await database().select().from(networkVersion).where(eq(networkVersion.networkId, net));
    expect(kept.find(({ version }) => version === 2)?.trail.version).toBe(trailVersion);
  });

  test('what a later version stored is listed, told, and left as it is', async () => {
    const { id } = await createStudy('After');
    const { id: net } = await createNetwork(id, 'New', trail());
    const later = { version: trailVersion + 1, steps: [{ id: 's1', kind: 'unheard of' }] };
    await put(net, later);
    expect((await listNetworks(id)).map(({ name }) => name)).toEqual(['New']);
    await expect(openNetwork(id, net)).rejects.toThrow(/written by a later version/);
    expect(await networkTrails(id)).toEqual([
      { id: net, name: 'New', version: 1, layout: null, fault: expect.stringMatching(/later version/) as string },
    ]);
    expect(await networksByColumn(id)).toEqual([{ id: net, name: 'New', columns: [] }]);
    await expect(archiveOf(id, net)).rejects.toThrow(/later version/);
    const { rows } = await pool().query<{ trail: unknown }>('select trail from network where id = $1', [net]);
    expect(rows[0].trail).toEqual(later);
  });
});

describe('looks and palettes', () => {
  const colours = ['#112233', '#aabbcc'];
  test('are kept, changed, deleted and brought back; another one’s change is told, not written over', async () => {
    const id = await newStudy();
    const look = await createKept(id, 'look', ' Paper ', { ...plainStyle, curve: 0.4, byHand: { nodeSize: { a: 9 } } });
    expect(look).toMatchObject({ name: 'Paper', version: 1 });
    await createKept(id, 'palette', 'Sea', colours);
    const sifts = [{ id: 's1', kind: 'values', of: 'nodes', column: 'island', values: ['Ness'] }];
    await createKept(id, 'sift', 'Only Ness', { sifts });
    const rows = await listKept(id);
    expect(rows).toMatchObject([
      { kind: 'look', name: 'Paper', value: { curve: 0.4, byHand: {} } },
      { kind: 'palette', name: 'Sea', value: colours },
      { kind: 'sift', name: 'Only Ness', value: { sifts, untied: 'dimmed' } },
    ]);
    expect(await changeKept(id, look.id, 1, { value: { ...plainStyle, curve: 0.5 } })).toEqual({
      kind: 'saved',
      version: 2,
    });
    expect(await changeKept(id, look.id, 1, { name: 'Late' })).toEqual({ kind: 'conflict', version: 2 });
    expect((await listKept(id))[0]).toMatchObject({ name: 'Paper', version: 2, value: { curve: 0.5 } });
    await deleteKept(id, look.id);
    expect(await listKept(id)).toHaveLength(2);
    await expect(changeKept(id, look.id, 2, { name: 'x' })).rejects.toThrow(/not kept any more/);
    await restoreKept(id, look.id);
    expect(await listKept(id)).toHaveLength(3);
    await expect(restoreKept(id, look.id)).rejects.toThrow(/nothing deleted/);
    await expect(deleteKept(id, 'no id')).rejects.toThrow(/not kept any more/);
  });

  test('a name that is taken, a look that is none, and a palette of one colour are refused with a sentence', async () => {
    const id = await newStudy();
    await createKept(id, 'palette', 'Sea', colours);
    await expect(createKept(id, 'palette', ' Sea', colours)).rejects.toThrow(/a palette called “Sea” already/);
    // A look may have the name of a palette, and another study the same.
    const look = await createKept(id, 'look', 'Sea', plainStyle);
    await createKept(await newStudy(), 'palette', 'Sea', colours);
    await expect(createKept(id, 'palette', 'One', ['#112233'])).rejects.toThrow(/two to sixty colours/);
    await expect(createKept(id, 'palette', 'Odd', ['red', 'blue'])).rejects.toThrow(/two to sixty colours/);
    await expect(createKept(id, 'look', 'Odd', { ...plainStyle, curve: 'much' })).rejects.toThrow(/cannot be kept/);
    await expect(createKept(id, 'sift', 'Odd', { sifts: [{ kind: 'values' }] })).rejects.toThrow(/cannot be kept/);
    const coast = {
      name: 'Ness',
      kind: 'line',
      parts: [
        [
          [0, 0],
          [1, 1],
        ],
      ],
    };
    await createKept(id, 'outlines', 'coast', [coast]);
    expect((await listKept(id)).find(({ kind }) => kind === 'outlines')).toMatchObject({
      name: 'coast',
      value: [coast],
    });
    await expect(createKept(id, 'outlines', 'coast', [coast])).rejects.toThrow(/a set of outlines called “coast”/);
    await expect(
      createKept(id, 'outlines', 'far', [
        {
          ...coast,
          parts: [
            [
              [500, 0],
              [1, 1],
            ],
          ],
        },
      ]),
    ).rejects.toThrow(/areas and lines in degrees/);
    await expect(createKept(id, 'look', '  ', plainStyle)).rejects.toThrow(/a name/);
    await expect(changeKept(id, look.id, 1, { value: 7 })).rejects.toThrow(/cannot be kept/);
    expect(await listKept(id)).toHaveLength(3);
  });
});

describe('shortlists', () => {
  const nodes = (...ids: string[]): { id: string; label: string }[] => ids.map((id) => ({ id, label: `the ${id}` }));
  test('are made, filed, changed, deleted and brought back; another one’s change is told, not written over', async () => {
    const id = await newStudy();
    const made = await createShortlist(id, { name: ' Holm ', folder: 'Islands', nodes: nodes('a', 'b', 'a') });
    expect(made).toMatchObject({ name: 'Holm', folder: 'Islands', version: 1, nodes: nodes('a', 'b') });
    await createShortlist(id, { name: 'Ness', folder: '', nodes: nodes('c') });
    expect((await listShortlists(id)).map(({ name }) => name)).toEqual(['Ness', 'Holm']);
    expect(await changeShortlist(id, made.id, 1, { nodes: nodes('a') })).toEqual({ kind: 'saved', version: 2 });
    expect(await changeShortlist(id, made.id, 1, { nodes: [] })).toEqual({ kind: 'conflict', version: 2, size: 1 });
    expect((await listShortlists(id)).find(({ name }) => name === 'Holm')?.nodes).toEqual(nodes('a'));
    await deleteShortlist(id, made.id);
    expect(await listShortlists(id)).toHaveLength(1);
    await expect(changeShortlist(id, made.id, 2, { name: 'x' })).rejects.toThrow(/not there/);
    await restoreShortlist(id, made.id);
    expect(await listShortlists(id)).toHaveLength(2);
    await expect(createShortlist(id, { name: 'none', folder: '', nodes: [] })).rejects.toThrow(/Nothing is selected/);
    await expect(deleteShortlist(id, 'no id')).rejects.toThrow(/not there/);
  });

  test('an archive holds the networks and shortlists that its trail reads, and gives the same network elsewhere', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['a', 'b'],
      ['b', 'c'],
    ]);
    await bringIn(id, [['c', 'd']], { name: 'more' });
    const list = await createShortlist(id, { name: 'Some', folder: '', nodes: nodes('b', 'c', 'd') });
    const other = await createNetwork(id, 'More', trail({ table: 'more' }));
    const steps = [
      ...trail().steps,
      { id: 's2', kind: 'combine', on: true, network: other.id },
      { id: 's3', kind: 'keep', on: true, rule: { by: 'shortlist', shortlist: list.id } },
    ];
    const made = await createNetwork(id, 'Both', trailSchema.parse({ steps }));
    const files = unzipSync((await archiveOf(id, made.id)).bytes);
    const { archive, source } = readArchive((path) => files[path], 'archive');
    expect([archive.networks.length, archive.shortlists.length]).toEqual([1, 1]);
    const { state, reports } = await runTrail(source, archive.trail);
    expect(reports.map(({ fault }) => fault)).toEqual([undefined, undefined, undefined]);
    expect(state?.network.ids).toEqual(['b', 'c', 'd']);
  });
});
