/** Who sees what: in every list, archive, log, count and error, for each person, however things are filed. */
import { randomUUID } from 'node:crypto';
import { stored, trailSchema } from '@/core/trail';
import { unzipSync } from 'fflate';
import { type Role, database, member, person, pool, team } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import * as actions from '@/server/actions';
import { type Answer, log } from '@/server/answer';
import { takeStudy } from '@/server/archive/take';
import { listFigures } from '@/server/figures';
import { listHappened } from '@/server/happened';
import { createKept, listKept } from '@/server/kept';
import { listLinks, share } from '@/server/links';
import { createNetwork, listNetworks, networkTrails, openNetwork } from '@/server/networks';
import { archiveOf } from '@/server/networks/archive';
import { keepSnapshot, keptPositions } from '@/server/networks/snapshot';
import { networksByColumn } from '@/server/networks/uses';
import { type Person, actAs } from '@/server/people/person';
import { listTeams, makeHouseTeam, makeTeam } from '@/server/people/teams';
import { bringIn } from '@/server/samples';
import { createShortlist, listShortlists } from '@/server/shortlists';
import { createStudy, listStudies } from '@/server/studies';
import { type FiledThing, fileThings, renameFolder, whoSees } from '.';

jest.setTimeout(60_000);
beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});
afterAll(() => pool().end());

type Who = 'thorne' | 'lyng' | 'ausk' | 'rowe';
const roles: Record<Who, Role> = { thorne: 'owner', lyng: 'editor', ausk: 'editor', rowe: 'reader' };
const everybody = Object.keys(roles) as Who[];

const trail = (...more: object[]): ReturnType<typeof trailSchema.parse> =>
  trailSchema.parse({
    steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' }, ...more],
  });
const keptBy = (shortlist: string): object => ({
  id: 's2',
  kind: 'keep',
  on: true,
  rule: { by: 'shortlist', shortlist },
});
const valueOf = async <T>(asked: Promise<Answer<T>>): Promise<T> => {
  const answer = await asked;
  if (!answer.ok) throw new Error(answer.fault);
  return answer.value;
};
const faultOf = async (asked: Promise<unknown>): Promise<string> =>
  asked.then(
    (value) => {
      const answer = value as { ok?: boolean; fault?: string } | undefined;
      return answer?.ok === false ? (answer.fault ?? '') : 'no fault';
    },
    (error: unknown) => (error as Error).message,
  );

interface Study {
  id: string;
  who: Record<Who, Person>;
  as: <T>(who: Who, work: () => Promise<T>) => Promise<T>;
}

async function newStudy(): Promise<Study> {
  const who = {} as Record<Who, Person>;
  for (const name of everybody)
    [who[name]] = await database()
      .insert(person)
      .values({ name, email: `${name}.${randomUUID()}@example.org` })
      .returning();
  const as: Study['as'] = (name, work) => actAs(who[name], work);
  const { id } = await as('thorne', () => createStudy('Sound'));
  for (const name of everybody.slice(1))
    await database().insert(member).values({ studyId: id, personId: who[name].id, role: roles[name] });
  await as('thorne', () => bringIn(id, [['a', 'b']]));
  return { id, who, as };
}

/** All that can be asked for without naming a thing, as one text. */
async function told({ id, as }: Study, who: Who): Promise<string> {
  return as(who, async () => {
    const archive = await takeStudy(id);
    const zip = Buffer.alloc(archive.size);
    await archive.file.read(zip, 0, archive.size, 0);
    await archive.file.close();
    const files = Object.entries(unzipSync(zip)).map(([path, bytes]) => path + Buffer.from(bytes).toString('latin1'));
    const lists = await Promise.all([
      listNetworks(id),
      networkTrails(id),
      networksByColumn(id),
      listFigures(id),
      listShortlists(id),
      listKept(id),
      listLinks(id),
      listHappened(id),
      listStudies(),
      whoSees(id),
      actions.usesOf(id, 'ties'),
      actions.networkOffers(id, undefined),
    ]);
    return JSON.stringify([lists, files]);
  });
}

test('what is somebody’s own is named to nobody else: in no list, count, archive, log or error', async () => {
  const study = await newStudy();
  const { id, as } = study;
  const before = await Promise.all(everybody.map((who) => told(study, who)));
  const mine = await as('lyng', async () => {
    const shortlist = await createShortlist(id, { name: 'Zephyr list', folder: '', nodes: [{ id: 'a', label: 'a' }] });
    const network = await createNetwork(id, 'Zephyr network', trail(keptBy(shortlist.id)));
    await fileThings(id, [{ kind: 'network', id: network.id }], { seen: 'mine' });
    const figure = await valueOf(actions.makeFigure(id, network.id));
    await valueOf(actions.renameFigure(id, figure.id, 'Zephyr figure'));
    const sift = await createKept(id, 'sift', 'Zephyr sift', {});
    await share('figure', id, figure.id, { days: 7, records: false }, Buffer.from('<!doctype html>'));
    await createKept(id, 'palette', 'Zephyr palette', ['#000000', '#ffffff']).then((made) =>
      fileThings(id, [{ kind: 'kept', id: made.id }], { seen: 'mine' }),
    );
    return { shortlist: shortlist.id, network: network.id, figure: figure.id, sift: sift.id };
  });
  expect(await told(study, 'lyng')).toMatch(/Zephyr network.*Zephyr figure/s);
  for (const [i, who] of everybody.entries()) {
    if (who === 'lyng') continue;
    const now = await told(study, who);
    expect([who, /Zephyr/.exec(now)]).toEqual([who, null]);
    for (const one of Object.values(mine)) expect(now).not.toContain(one);
    // Nothing else has changed either: no count tells that there is something.
    const plain = (text: string): string => text.replace(/"changedAt":"[^"]*"/g, '');
    expect(plain(now)).toBe(plain(before[i]));
    const nobody = randomUUID();
    const same = async (ask: (one: string) => Promise<unknown>, one: string): Promise<void> => {
      const said = await as(who, () => faultOf(ask(one)));
      expect([who, said]).toEqual([who, await as(who, () => faultOf(ask(nobody)))]);
      expect(said).not.toBe('no fault');
      expect(said).not.toContain('Zephyr');
    };
    const head = { digest: 'a'.repeat(32), nodes: 0, edges: 0, groups: null, picture: '', layout: null };
    await same((one) => openNetwork(id, one), mine.network);
    await same((one) => archiveOf(id, one), mine.network);
    await same((one) => keptPositions(id, one, 'x'), mine.network);
    await same((one) => keepSnapshot(id, one, head, Buffer.alloc(0)), mine.network);
    await same((one) => actions.saveTrail(id, one, 1, stored(trail())), mine.network);
    await same((one) => actions.renameNetwork(id, one, 'x'), mine.network);
    await same((one) => actions.deleteNetwork(id, one), mine.network);
    await same((one) => actions.makeFigure(id, one), mine.network);
    await same((one) => actions.saveFigure(id, one, 1, {}), mine.figure);
    await same((one) => actions.renameFigure(id, one, 'x'), mine.figure);
    await same((one) => actions.deleteFigure(id, one), mine.figure);
    await same((one) => actions.changeShortlist(id, one, 1, { name: 'x' }), mine.shortlist);
    await same((one) => fileThings(id, [{ kind: 'network', id: one }], { seen: 'everybody' }), mine.network);
  }
  // Nor can what was deleted be brought back by somebody who did not see it.
  await as('lyng', () => valueOf(actions.deleteNetwork(id, mine.network)));
  expect(await as('thorne', () => faultOf(actions.restoreNetwork(id, mine.network)))).toMatch(/no deleted network/);
  await as('lyng', () => valueOf(actions.restoreNetwork(id, mine.network)));
});

/** What each person gets in the lists, by person. */
async function seen({ id, as }: Study): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {};
  for (const who of everybody)
    found[who] = await as(who, async () =>
      [...(await listNetworks(id)), ...(await listFigures(id)), ...(await listShortlists(id)), ...(await listKept(id))]
        .map((one) => one.id)
        .sort(),
    );
  return found;
}

test('the table of who sees what says what the lists show, for every way of filing, also when somebody left or a team was deleted', async () => {
  const study = await newStudy();
  const { id, as, who } = study;
  const teams = [
    await as('thorne', () => makeTeam(id, 'Bulletin readers', [who.ausk.id, who.rowe.id])),
    await as('thorne', () => makeTeam(id, 'Ledger room', [who.lyng.id])),
    await makeHouseTeam(`Everywhere ${randomUUID()}`, [who.rowe.id]),
  ].map((one) => one.id);
  const [gone] = await database()
    .insert(person)
    .values({ name: 'gone', email: `gone.${randomUUID()}@example.org` })
    .returning();
  await database().insert(member).values({ studyId: id, personId: gone.id, role: 'editor' });
  const make = async (): Promise<void> => {
    for (const filing of [
      { seen: 'mine' as const },
      { seen: 'everybody' as const },
      ...[[0], [1], [2], [0, 1]].map((some) => ({ seen: 'teams' as const, teams: some.map((i) => teams[i]) })),
    ]) {
      const nodes = [{ id: 'a', label: 'a' }];
      const network = await createNetwork(id, 'One', trail());
      const list = await createShortlist(id, { name: 'Few', folder: '', nodes });
      const palette = await createKept(id, 'palette', randomUUID(), ['#000000', '#ffffff']);
      const figure = await valueOf(actions.makeFigure(id, network.id));
      await fileThings(
        id,
        [
          { kind: 'network', id: network.id },
          { kind: 'shortlist', id: list.id },
          { kind: 'kept', id: palette.id },
          { kind: 'figure', id: figure.id },
        ],
        filing,
      );
    }
  };
  for (const name of ['thorne', 'lyng', 'ausk'] as const) await as(name, make);
  await actAs(gone, make);
  const agree = async (): Promise<FiledThing[]> => {
    const lists = await seen(study);
    for (const name of everybody) {
      const table = await as(name, () => whoSees(id));
      expect(table.map((one) => one.id).sort()).toEqual(lists[name]);
      for (const one of table)
        for (const other of everybody)
          expect([one.id, other, one.seenBy.includes(who[other].id)]).toEqual([
            one.id,
            other,
            lists[other].includes(one.id),
          ]);
    }
    return as('thorne', () => whoSees(id));
  };
  const all = await agree();
  expect(new Set(all.map((one) => one.seenBy.length)).size).toBeGreaterThan(2);
  // Things of somebody who left are seen by the owners, so that they are not lost.
  const theirs = async (): Promise<number> =>
    (await as('thorne', () => whoSees(id))).filter((one) => one.owner === null).length;
  expect(await theirs()).toBe(0);
  await as('thorne', () => valueOf(actions.removeMember(id, gone.id)));
  expect(await theirs()).toBe(24);
  await agree();
  await as('thorne', () => valueOf(actions.deleteTeam(id, teams[0])));
  const fewer = await agree();
  expect(fewer.some((one) => one.teams.includes(teams[0]))).toBe(false);
  await as('thorne', () => valueOf(actions.restoreTeam(id, teams[0])));
  expect((await agree()).map((one) => one.seenBy)).not.toEqual(fewer.map((one) => one.seenBy));
  // Whoever is out of the study is out of its teams, also when they come back.
  await as('thorne', () => valueOf(actions.removeMember(id, who.rowe.id)));
  await database().insert(member).values({ studyId: id, personId: who.rowe.id, role: 'reader' });
  const [readers] = await as('thorne', () => listTeams(id));
  expect([readers.name, readers.people]).toEqual(['Bulletin readers', [who.ausk.id]]);
  await agree();
});

describe('filing', () => {
  const one = async (): Promise<Study & { network: string; list: string }> => {
    const study = await newStudy();
    const { id, as } = study;
    return {
      ...study,
      network: (await as('lyng', () => createNetwork(id, 'One', trail()))).id,
      list: (
        await as('lyng', () => createShortlist(id, { name: 'Few', folder: 'a', nodes: [{ id: 'a', label: 'a' }] }))
      ).id,
    };
  };
  const find = async ({ id, as }: Study, thing: string, by: Who = 'lyng'): Promise<FiledThing | undefined> =>
    (await as(by, () => whoSees(id))).find((row) => row.id === thing);

  test('shortlists and sifts begin as one’s own, networks, figures and looks for everybody; a fork is seen as what it is made from', async () => {
    const { id, as, who, network, list, ...rest } = await one();
    const study = { id, as, who, ...rest };
    expect((await find(study, network))?.seen).toBe('everybody');
    expect((await find(study, list))?.seen).toBe('mine');
    const sift = await as('lyng', () => createKept(id, 'sift', 'Early', {}));
    expect((await find(study, sift.id))?.seen).toBe('mine');
    const palette = await as('lyng', () => createKept(id, 'palette', 'Sea', ['#000000', '#ffffff']));
    expect((await find(study, palette.id))?.seen).toBe('everybody');
    const readers = (await as('thorne', () => makeTeam(id, 'Readers', [who.ausk.id, who.lyng.id]))).id;
    await as('lyng', () =>
      fileThings(id, [{ kind: 'network', id: network }], { folder: 'x', seen: 'teams', teams: [readers] }),
    );
    const fork = await as('ausk', () => createNetwork(id, 'Fork', trail(), network));
    expect(await find(study, fork.id)).toMatchObject({
      seen: 'teams',
      teams: [readers],
      folder: 'x',
      owner: { name: 'ausk' },
    });
    const figure = await as('ausk', () => valueOf(actions.makeFigure(id, network)));
    expect(await find(study, figure.id)).toMatchObject({ seen: 'teams', teams: [readers], folder: '' });
    const copy = await as('ausk', () => valueOf(actions.createFigure(id, {}, 'Copy', figure.id)));
    expect(await find(study, copy.id)).toMatchObject({ seen: 'teams', teams: [readers] });
    // Made from what is not seen any more: it is not lost, and shown to nobody.
    await as('lyng', () => fileThings(id, [{ kind: 'network', id: network }], { seen: 'mine' }));
    const late = await as('ausk', () => createNetwork(id, 'Late', trail(), network));
    expect(await find(study, late.id, 'ausk')).toMatchObject({ seen: 'mine', owner: { name: 'ausk' } });
  });

  test('several at once, or none of them', async () => {
    const { id, as, network, list, ...rest } = await one();
    const study = { id, as, ...rest };
    const refs = [
      { kind: 'network' as const, id: network },
      { kind: 'shortlist' as const, id: list },
    ];
    await as('lyng', () => fileThings(id, refs, { folder: ' carriers /  between islands ', seen: 'everybody' }));
    for (const ref of refs)
      expect(await find(study, ref.id)).toMatchObject({ folder: 'carriers/between islands', seen: 'everybody' });
    const both = [...refs, { kind: 'figure' as const, id: randomUUID() }];
    expect(await as('lyng', () => faultOf(fileThings(id, both, { seen: 'mine', folder: 'b' })))).toMatch(
      /not there any more/,
    );
    expect(await find(study, network)).toMatchObject({ folder: 'carriers/between islands', seen: 'everybody' });
    const said = (await as('lyng', () => listHappened(id))).map(({ what }) => what);
    expect(said).toEqual(
      expect.arrayContaining(['filed “One” under “carriers/between islands”', 'let everybody see “Few”']),
    );
  });

  test('folders lie in one other at most; renaming one takes along what lies in it, of its own kind', async () => {
    const { id, as, network, list, ...rest } = await one();
    const study = { id, as, ...rest };
    const [ref, few] = [
      { kind: 'network' as const, id: network },
      { kind: 'shortlist' as const, id: list },
    ];
    expect(await as('lyng', () => faultOf(fileThings(id, [ref], { folder: 'a/b/c' })))).toMatch(/one other at most/);
    await as('lyng', () => fileThings(id, [ref, few], { folder: 'a/b' }));
    await as('lyng', () => renameFolder(id, 'network', 'a', 'new'));
    expect([(await find(study, network))?.folder, (await find(study, list))?.folder]).toEqual(['new/b', 'a/b']);
    expect(await as('lyng', () => faultOf(renameFolder(id, 'network', 'new', 'x/y')))).toMatch(/one other at most/);
    await as('lyng', () => renameFolder(id, 'network', 'new', ''));
    expect((await find(study, network))?.folder).toBe('b');
    expect(await as('lyng', () => faultOf(renameFolder(id, 'network', ' / ', 'x')))).toMatch(/Choose a folder/);
  });

  test('who sees a thing is said by whose it is and by owners; nobody takes it away from the other, or from themselves unseen', async () => {
    const { id, as, who, network, list, ...rest } = await one();
    const study = { id, as, who, ...rest };
    const ref = [{ kind: 'network' as const, id: network }];
    const readers = (await as('thorne', () => makeTeam(id, 'Readers', [who.ausk.id]))).id;
    const file = (by: Who, change: Parameters<typeof fileThings>[2]): Promise<string> =>
      as(by, () => faultOf(fileThings(id, ref, change)));
    expect(await file('ausk', { seen: 'mine' })).toMatch(/“One” is lyng’s: they and the owners of the study/);
    expect(await file('rowe', { folder: 'x' })).toMatch(/You may read this study/);
    expect(await file('thorne', { seen: 'mine' })).toMatch(/nobody else can make it theirs/);
    expect(await file('thorne', { seen: 'teams', teams: [readers] })).toMatch(/you would not see it any more/);
    expect(await file('lyng', { seen: 'teams', teams: [] })).toMatch(/Choose a team/);
    expect(await file('lyng', { seen: 'teams', teams: [randomUUID()] })).toMatch(/not there any more/);
    const [elsewhere] = await database().insert(team).values({ name: randomUUID() }).returning();
    expect(await file('lyng', { seen: 'teams', teams: [elsewhere.id] })).toMatch(/not there any more/);
    // Others may put it into a folder, as they may rename it.
    expect(await file('ausk', { folder: 'x' })).toBe('no fault');
    expect(await find(study, network)).toMatchObject({ folder: 'x', seen: 'everybody', yours: true });
    expect(await find(study, network, 'ausk')).toMatchObject({ yours: false });
    expect(await find(study, network, 'rowe')).toMatchObject({ yours: false });
    await as('thorne', () => valueOf(actions.removeMember(id, who.lyng.id)));
    expect(await find(study, list, 'thorne')).toMatchObject({ owner: null, yours: true });
    expect(await file('thorne', { seen: 'mine' })).toBe('no fault');
    expect(await find(study, network, 'thorne')).toMatchObject({ owner: { name: 'thorne' }, seen: 'mine' });
  });

  test('it is said what those who see a thing would miss', async () => {
    const { id, as, list, ...rest } = await one();
    const study = { id, as, ...rest };
    const made = await as('lyng', () => createNetwork(id, 'Kept', trail(keptBy(list))));
    const figure = await as('lyng', () => valueOf(actions.makeFigure(id, made.id)));
    expect((await find(study, made.id))?.lacks).toEqual(['Few']);
    expect((await find(study, figure.id))?.lacks).toEqual(['Few']);
    expect((await find(study, made.id, 'ausk'))?.lacks).toEqual([]);
    await as('lyng', () => fileThings(id, [{ kind: 'shortlist', id: list }], { seen: 'everybody' }));
    expect((await find(study, made.id))?.lacks).toEqual([]);
    await as('lyng', () => fileThings(id, [{ kind: 'network', id: made.id }], { seen: 'mine' }));
    expect((await find(study, figure.id))?.lacks).toEqual(['Kept']);
  });

  test('two who file the same at once leave it as one of them filed it', async () => {
    const { id, as, who, network, ...rest } = await one();
    const study = { id, as, who, ...rest };
    const teams = await Promise.all(
      ['A', 'B'].map(async (name) => (await as('thorne', () => makeTeam(id, name, [who.thorne.id]))).id),
    );
    const ref = [{ kind: 'network' as const, id: network }];
    await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        as(i % 2 ? 'lyng' : 'thorne', () =>
          fileThings(id, ref, i % 4 < 2 ? { seen: 'teams', teams } : { seen: 'teams', teams: [teams[i % 2]] }),
        ),
      ),
    );
    const filed = await find(study, network);
    expect([1, 2]).toContain(filed?.teams.length);
  });
});

describe('teams', () => {
  test('are made of people of the study, under names that are free', async () => {
    const { id, as, who } = await newStudy();
    const made = await as('thorne', () => makeTeam(id, '  Readers ', [who.ausk.id, who.ausk.id]));
    expect(await as('thorne', () => faultOf(makeTeam(id, 'readers', [])))).toMatch(/There is a team called “readers”/);
    expect(await as('thorne', () => faultOf(makeTeam(id, 'Others', [randomUUID()])))).toMatch(/not here any more/);
    expect(await as('thorne', () => listTeams(id))).toEqual([
      { id: made.id, name: 'Readers', own: true, people: [who.ausk.id] },
    ]);
    await as('thorne', () => valueOf(actions.changeTeam(id, made.id, { name: 'READERS', people: [who.lyng.id] })));
    expect(await as('rowe', () => listTeams(id))).toMatchObject([{ name: 'READERS', people: [who.lyng.id] }]);
    expect(await as('thorne', () => faultOf(actions.changeTeam(id, randomUUID(), { name: 'x' })))).toMatch(
      /not there any more/,
    );
    const other = await newStudy();
    expect(await other.as('thorne', () => faultOf(actions.deleteTeam(other.id, made.id)))).toMatch(
      /not there any more/,
    );
  });

  test('one of the server is shown in a study where somebody of the study is in it, and not told who else is', async () => {
    const [a, b] = [await newStudy(), await newStudy()];
    const name = `House ${randomUUID()}`;
    const { id } = await makeHouseTeam(name, [a.who.lyng.id, b.who.rowe.id]);
    expect(await a.as('ausk', () => listTeams(a.id))).toEqual([{ id, name, own: false, people: [a.who.lyng.id] }]);
    const third = await newStudy();
    expect(await third.as('thorne', () => listTeams(third.id))).toEqual([]);
    expect(await a.as('thorne', () => faultOf(actions.deleteTeam(a.id, id)))).toMatch(/not there any more/);
  });
});
