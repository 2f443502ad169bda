/** Every action and every route, asked by every role, for a study of one's own, for what belongs to another, for a deleted one and for nonsense. A new one without a line here fails. */
import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { stored, trailSchema } from '@/core/trail';
import * as access from './access';
import * as actions from './actions';
import { log } from './answer';
import { eq } from 'drizzle-orm';
import { type Role, database, feed as feedTable, member, person, pool, studyTable } from './db';
import { type Person, actAs } from './people/person';
import type { Standing } from './action';
import { migrateDatabase } from './db/migrate';
import { createNames } from './names';
import { createNetwork } from './networks';
import { writeHeld } from '@/core/figure/plan';
import { makeFigure } from './figures';
import { keepHeld } from './figures/kept';
import { createKept } from './kept';
import { listLinks, share } from './links';
import { makeTeam } from './people/teams';
import { createShortlist } from './shortlists';
import { createStudy, deleteStudy } from './studies';
import { storeTable } from './tables/store';

jest.mock('./access', () => {
  const actual = jest.requireActual<typeof access>('./access');
  return { ...actual, studyFor: jest.fn(actual.studyFor) };
});

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
  await somebody('newcomer');
  for (const role of ['owner', 'editor', 'reader', 'administrator', 'outsider'] as const)
    roles[role] = await somebody(role, { administrator: role === 'administrator' });
});
afterAll(() => pool().end());

const author = randomUUID();
const trail = trailSchema.parse({
  steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' }],
});
const columns = [
  { name: 'from', type: 'text' as const },
  { name: 'to', type: 'text' as const },
];

interface Held {
  study: string;
  network: string;
  list: string;
  shortlist: string;
  palette: string;
  figure: string;
  key: string;
  link: string;
  team: string;
  feed: string;
}

const source = { address: 'http://127.0.0.1:9', follow: { words: ['bere'], writers: [] } };
/** A feed whose source does not answer. */
async function feedOf(study: string): Promise<string> {
  const [table] = await database().select({ id: studyTable.id }).from(studyTable).where(eq(studyTable.studyId, study));
  const [made] = await database()
    .insert(feedTable)
    .values({ ...source, studyId: study, name: 'Boards', key: 'x', ties: 'whom', tableId: table.id })
    .returning({ id: feedTable.id });
  return made.id;
}

/** A study with one of everything in it. */
async function filled(): Promise<Held> {
  const { id: study } = await createStudy('Ways');
  async function* rows(): AsyncGenerator<string> {
    yield await Promise.resolve('["a","b"]');
  }
  await storeTable(study, { name: 'ties', origin: 'x', columns, rows: 1 }, rows());
  const network = (await createNetwork(study, 'One', trail)).id;
  const figure = (await makeFigure(study, network)).id;
  await share('figure', study, figure, { days: 7, records: false }, Buffer.from('<!doctype html>'));
  return {
    study,
    network,
    figure,
    feed: await feedOf(study),
    link: (await listLinks(study))[0].id,
    team: (await makeTeam(study, 'Some', [])).id,
    key: await keepHeld(study, figure, Buffer.from(writeHeld([]))),
    list: (await createNames(study, 'Ends', [{ table: 'ties', column: 'from' }])).id,
    shortlist: (await createShortlist(study, { name: 'Some', folder: 'Old', nodes: [{ id: 'a', label: 'a' }] })).id,
    palette: (await createKept(study, 'palette', 'Few', ['#000000', '#ffffff'])).id,
  };
}

/** Made once: what many tests ask for in vain, and each sees unchanged. With what it holds, as text. */
function lasting(make: () => Promise<Held>): () => Promise<{ held: Held; before: string }> {
  let made: Promise<{ held: Held; before: string }> | undefined;
  return () => (made ??= make().then(async (held) => ({ held, before: await all(held.study) })));
}
const theirs = lasting(async () => {
  const held = await filled();
  await pool().query('update study set name = $1 where id = $2', ['Mine', held.study]);
  return held;
});
const deleted = lasting(async () => {
  const held = await filled();
  await deleteStudy(held.study);
  return held;
});
const read = lasting(filled);
const fresh = async (): Promise<{ held: Held; before: string }> => ({ held: await filled(), before: '' });

type Right = access.Right;
/** Whether a study is afterwards as it was. */
const leaves = (name: string, right: Right | 'none'): boolean => right === 'read' && name !== 'leaveStudy';

const somebody = async (name: string, more: object = {}): Promise<Person> => {
  const email = `${name}@example.org`;
  const [made] = await database()
    .insert(person)
    .values({ name, email, ...more })
    .onConflictDoUpdate({ target: person.email, set: { name } })
    .returning();
  return made;
};
/** Members of the studies that are asked for, and people who have no part in them. */
const roles = {} as Record<'owner' | 'editor' | 'reader' | 'administrator' | 'outsider', Person>;
const has: Record<keyof typeof roles | 'stranger', readonly Right[]> = {
  owner: ['read', 'edit', 'own'],
  editor: ['read', 'edit'],
  reader: ['read'],
  administrator: [],
  outsider: [],
  stranger: [],
};
type Way = [Right, (held: Held) => unknown[]];

/** By action that concerns no study: to whom it is open, and what it is called with. */
const houses = {
  createStudy: ['person', () => ['Another']],
  signIn: ['anybody', () => ['nobody@example.org', 'wrong']],
  signOut: ['anybody', () => []],
  signOutEverywhere: ['person', () => []],
  changePassword: ['person', () => ['wrong', 'four words of no kin']],
  openLink: ['anybody', () => ['no-link']],
  setByLink: ['anybody', () => ['no-link', { name: 'x', email: 'x@example.org', password: 'four words of no kin' }]],
  others: ['anybody', () => []],
  lookAs: ['anybody', () => [randomUUID()]],
  listPeople: ['administrator', () => []],
  invite: ['administrator', () => ['Newer', `${randomUUID()}@example.org`, false]],
  resetLink: ['administrator', () => [roles.reader.id]],
  endSessions: ['administrator', () => [roles.reader.id]],
  setActive: ['administrator', () => [roles.reader.id, true]],
  setAdministrator: ['administrator', () => [roles.administrator.id, true]],
  storage: ['administrator', () => []],
  workSummary: ['administrator', () => []],
  setResultLimits: ['administrator', () => [{ days: 30, megabytes: 4096 }]],
  listHouseTeams: ['administrator', () => []],
  makeHouseTeam: ['administrator', () => [randomUUID(), []]],
  changeHouseTeam: ['administrator', () => [randomUUID(), {}]],
  deleteHouseTeam: ['administrator', () => [randomUUID()]],
  restoreHouseTeam: ['administrator', () => [randomUUID()]],
} satisfies Record<string, [Standing, () => unknown[]]>;

/** By action: the right it asks for, and what it is called with after the study. */
const ways: Record<Exclude<keyof typeof actions, keyof typeof houses>, Way> = {
  tryFeed: ['edit', () => [{ ...source, key: 'k' }]],
  createFeed: ['edit', () => [{ ...source, name: 'Other', key: 'k', ties: 'whom' }]],
  changeFeed: ['edit', ({ feed }) => [feed, { name: 'Other' }]],
  startFeed: ['edit', ({ feed }) => [feed]],
  stopFeed: ['edit', ({ feed }) => [feed]],
  deleteFeed: ['edit', ({ feed }) => [feed]],
  openFeedNetwork: ['edit', ({ feed }) => [feed, true]],
  feedPast: ['read', ({ feed }) => [feed]],
  renameStudy: ['edit', () => ['Other name']],
  deleteStudy: ['own', () => []],
  restoreStudy: ['own', () => []],
  renameTable: ['edit', () => ['ties', 'other']],
  undoIntake: ['edit', () => ['ties']],
  stepTable: ['edit', () => ['ties', 'undo', author]],
  tableHistory: ['read', () => ['ties', author]],
  bringBackTable: ['edit', () => ['ties', 1]],
  setAside: ['read', () => ['ties']],
  usesOf: ['read', () => ['ties']],
  deletedTables: ['read', () => []],
  deleteTable: ['edit', () => ['ties']],
  restoreTable: ['edit', () => ['ties']],
  networkOffers: ['read', () => []],
  suggestNetwork: ['edit', () => []],
  createNetwork: ['edit', ({ network }) => ['Two', trail, network]],
  saveTrail: ['edit', ({ network }) => [network, 1, trail]],
  networkNow: ['read', ({ network }) => [network]],
  figureNow: ['read', ({ figure }) => [figure]],
  networkVersions: ['read', ({ network }) => [network, 9]],
  networkVersionOf: ['read', ({ network }) => [network, 1]],
  renameNetwork: ['edit', ({ network }) => [network, 'other']],
  deleteNetwork: ['edit', ({ network }) => [network]],
  restoreNetwork: ['edit', ({ network }) => [network]],
  makeFigure: ['edit', ({ network }) => [network]],
  createFigure: ['edit', ({ figure }) => [{ width: 84 }, 'Other', figure]],
  saveFigure: ['edit', ({ figure }) => [figure, 1, { width: 84 }]],
  renameFigure: ['edit', ({ figure }) => [figure, 'other']],
  deleteFigure: ['edit', ({ figure }) => [figure]],
  restoreFigure: ['edit', ({ figure }) => [figure]],
  createShortlist: ['edit', () => ['Few', '', [{ id: 'a', label: 'a' }]]],
  changeShortlist: ['edit', ({ shortlist }) => [shortlist, 1, { name: 'other' }]],
  listShortlists: ['read', () => []],
  deleteShortlist: ['edit', ({ shortlist }) => [shortlist]],
  restoreShortlist: ['edit', ({ shortlist }) => [shortlist]],
  listKept: ['read', () => []],
  createKept: ['edit', () => ['palette', 'Sea', ['#112233', '#445566']]],
  changeKept: ['edit', ({ palette }) => [palette, 1, { name: 'other' }]],
  deleteKept: ['edit', ({ palette }) => [palette]],
  restoreKept: ['edit', ({ palette }) => [palette]],
  createNames: ['edit', () => ['More', [{ table: 'ties', column: 'to' }]]],
  openNames: ['read', () => []],
  changeNames: ['edit', ({ list }) => [list, 1, { entries: { a: 'A' }, what: 'x' }, author]],
  stepNames: ['edit', ({ list }) => [list, 'undo', author]],
  namesHistory: ['read', ({ list }) => [list, author]],
  namesVersions: ['read', ({ list }) => [list]],
  namesThen: ['read', ({ list }) => [list, 1]],
  bringBackNames: ['edit', ({ list }) => [list, 1, author]],
  renameNames: ['edit', ({ list }) => [list, 'other']],
  deleteNames: ['edit', ({ list }) => [list]],
  restoreNames: ['edit', ({ list }) => [list]],
  listMembers: ['read', () => []],
  addMember: ['own', () => ['newcomer@example.org', 'reader']],
  changeRole: ['own', () => [roles.reader.id, 'reader']],
  removeMember: ['own', () => [roles.reader.id]],
  leaveStudy: ['read', () => []],
  listTeams: ['read', () => []],
  makeTeam: ['own', () => ['Readers', []]],
  changeTeam: ['own', ({ team }) => [team, { name: 'Others' }]],
  deleteTeam: ['own', ({ team }) => [team]],
  restoreTeam: ['own', ({ team }) => [team]],
  whoSees: ['read', () => []],
  fileThings: [
    'edit',
    ({ network, team }) => [[{ kind: 'network', id: network }], { folder: 'a', seen: 'teams', teams: [team] }],
  ],
  renameFolder: ['edit', () => ['shortlist', 'Old', 'New']],
  listLinks: ['read', () => []],
  listHappened: ['read', () => []],
  endLink: ['edit', ({ link }) => [link]],
};

const snapshot = (): FormData => {
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
  return form;
};
const head = JSON.stringify({ name: 'more', origin: 'x', columns, rows: 1 });
const edit = JSON.stringify({
  token: randomUUID(),
  edit: { kind: 'cells', edits: [{ row: 0, column: 0, text: 'z' }], what: 'x' },
});

type Route = [method: string, Right | 'none', (held: Held) => Record<string, string>, (() => BodyInit)?];

/** By file: its method, the right, what its address holds beside the study, and its body. */
const routes: Record<string, Route> = {
  health: ['GET', 'none', () => ({})],
  ready: ['GET', 'none', () => ({})],
  // For administrators, which its own test shows.
  metrics: ['GET', 'none', () => ({})],
  'practice/[file]': ['GET', 'none', () => ({ file: 'nothing' })],
  // For administrators, which its own test shows.
  backup: ['POST', 'none', () => ({})],
  // A new study, which belongs to whoever sends it.
  studies: ['POST', 'none', () => ({}), () => 'no archive'],
  'studies/[study]/figures/[figure]/links': ['POST', 'edit', ({ figure }) => ({ figure }), () => '<!doctype html>x'],
  'studies/[study]/networks/[network]/links': [
    'POST',
    'edit',
    ({ network }) => ({ network }),
    () => '<!doctype html>x',
  ],
  // What it tells is a stream, which would not end: of a feed that is not there it is none.
  'studies/[study]/feeds/[feed]/news': ['GET', 'read', () => ({ feed: randomUUID() })],
  // To whoever has the link; what it leads to is tested with links.
  'shared/[token]': ['GET', 'none', () => ({ token: 'none' })],
  'studies/[study]/archive': ['GET', 'read', () => ({})],
  // Its address holds more; what it tells is tested with `together`.
  'studies/[study]/news': ['GET', 'read', () => ({})],
  'studies/[study]/versions': ['GET', 'read', () => ({})],
  'studies/[study]/tables': ['POST', 'edit', () => ({}), () => `${head}\n["a","b"]\n`],
  'studies/[study]/tables/[table]/[version]': ['GET', 'read', () => ({ table: 'ties', version: '1' })],
  'studies/[study]/tables/[table]/[version]/written': ['GET', 'read', () => ({ table: 'ties', version: '1' })],
  'studies/[study]/tables/[table]/edits': [
    'POST',
    'edit',
    () => ({ table: 'ties' }),
    () => `${JSON.stringify({ base: 1, author })}\n${edit}\n`,
  ],
  'studies/[study]/networks/[network]/trail': [
    'PUT',
    'edit',
    ({ network }) => ({ network }),
    () => JSON.stringify({ version: 1, thing: stored(trail) }),
  ],
  'studies/[study]/figures/[figure]/settings': [
    'PUT',
    'edit',
    ({ figure }) => ({ figure }),
    () => JSON.stringify({ version: 1, thing: { width: 84 } }),
  ],
  'studies/[study]/runs': [
    'POST',
    'read',
    () => ({}),
    // What it takes is tested with runs; of a network that is not there it makes none.
    () => JSON.stringify({ network: randomUUID(), trail: stored(trail), digest: 'd', seconds: 1, page: randomUUID() }),
  ],
  'studies/[study]/runs/[run]': ['GET', 'read', () => ({ run: randomUUID() })],
  'studies/[study]/results/[digest]': ['GET', 'read', () => ({ digest: 'a'.repeat(32) })],
  'studies/[study]/networks/[network]/snapshot': ['PUT', 'edit', ({ network }) => ({ network }), snapshot],
  'studies/[study]/networks/[network]/positions/[layout]': [
    'GET',
    'read',
    ({ network }) => ({ network, layout: 'a'.repeat(32) }),
  ],
  'studies/[study]/networks/[network]/picture/[md5]': [
    'GET',
    'read',
    ({ network }) => ({ network, md5: 'a'.repeat(32) }),
  ],
  'studies/[study]/figures/[figure]/picture': [
    'PUT',
    'edit',
    ({ figure }) => ({ figure }),
    () => Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
  ],
  'studies/[study]/figures/[figure]/picture/[md5]': ['GET', 'read', ({ figure }) => ({ figure, md5: 'a'.repeat(32) })],
  'studies/[study]/figures/[figure]/held': [
    'PUT',
    'edit',
    ({ figure }) => ({ figure }),
    () => new Uint8Array(writeHeld([])),
  ],
  'studies/[study]/figures/[figure]/held/[key]': ['GET', 'read', ({ figure, key }) => ({ figure, key })],
  'studies/[study]/networks/[network]/archive': ['GET', 'read', ({ network }) => ({ network })],
};

const root = join(__dirname, '..', 'app', 'api');
const files = (readdirSync(root, { recursive: true }) as string[])
  .filter((path) => path.endsWith('route.ts'))
  .map((path) => relative('.', path).replace(/\/route\.ts$/, ''));

test('every action and every route has its line', () => {
  expect(Object.keys(actions).sort()).toEqual([...Object.keys(ways), ...Object.keys(houses)].sort());
  expect(files.sort()).toEqual(Object.keys(routes).sort());
});

/** Everything that belongs to a study, as text. */
async function all(study: string): Promise<string> {
  const texts = await Promise.all(
    [
      'select * from study where id = $1',
      'select * from study_table where study_id = $1 order by id',
      'select * from network where study_id = $1 order by id',
      'select * from names_list where study_id = $1 order by id',
      'select * from shortlist where study_id = $1 order by id',
      'select * from kept where study_id = $1 order by id',
      'select * from figure where study_id = $1 order by id',
      'select * from guest_link where study_id = $1 order by id',
      'select * from member where study_id = $1 order by person_id',
      'select * from team where study_id = $1 order by id',
      'select thing_team.* from thing_team join network on network.id = thing_id where study_id = $1',
      'select figure_held.* from figure_held join figure on figure_id = id where study_id = $1 order by key',
      'select record.* from record join study_table using (set_id) where study_id = $1 order by position',
      'select snapshot.network_id, digest from snapshot join network on network_id = network.id where study_id = $1',
    ].map(async (text) => (await pool().query(text, [study])).rows as unknown[]),
  );
  return JSON.stringify(texts);
}

type Answered = { ok: boolean };
const callAction = (name: string, study: string, held: Held): Promise<Answered> =>
  (actions as unknown as Record<string, (...words: unknown[]) => Promise<Answered>>)[name](
    study,
    ...ways[name as keyof typeof ways][1](held),
  );
async function callRoute(name: string, study: string, held: Held): Promise<number> {
  const [method, , params, body] = routes[name];
  const module = (await import(`../app/api/${name}/route`)) as Record<
    string,
    (request: Request, context: object) => Promise<Response>
  >;
  const request = new Request('http://localhost/x', { method, body: body?.() });
  const answer = await module[method](request, { params: Promise.resolve({ study, ...params(held) }) });
  await answer.text();
  return answer.status;
}

const asked = (): [string, Right][] =>
  (access.studyFor as jest.Mock).mock.calls.map(([id, right]) => [id, right] as [string, Right]);
const nonsense = ['00000000-0000-4000-8000-000000000000', 'no-id', "' or 1=1 --", '', '%ff'];

describe.each(Object.entries(ways))('the action %s', (name, [right]) => {
  test('asks for the right it needs, before anything else', async () => {
    expect((actions as unknown as Record<string, { right: Right }>)[name].right).toBe(right);
    const held = leaves(name, right) ? (await read()).held : await filled();
    (access.studyFor as jest.Mock).mockClear();
    await callAction(name, held.study, held);
    expect(asked()[0]).toEqual([held.study, right]);
  });

  test('does nothing for what belongs to another study, to a deleted one, or to none', async () => {
    const [{ held: mine, before }, { held: other }] = [await theirs(), await (leaves(name, right) ? read : fresh)()];
    const gone = await (name === 'restoreStudy' ? fresh : deleted)();
    if (name === 'restoreStudy') await deleteStudy(gone.held.study);
    // Ids of mine under another study: what takes none of them concerns that study alone.
    await callAction(name, other.study, mine);
    if (name !== 'restoreStudy') expect((await callAction(name, gone.held.study, gone.held)).ok).toBe(false);
    for (const id of nonsense) expect((await callAction(name, id, mine)).ok).toBe(false);
    expect(await all(mine.study)).toBe(before);
    if (name !== 'restoreStudy') expect(await all(gone.held.study)).toBe(gone.before);
  });
});

describe.each(Object.entries(routes).filter(([, [, right]]) => right !== 'none'))('the route %s', (name, [, right]) => {
  test('asks for the right it needs, before anything else', async () => {
    const held = leaves(name, right) ? (await read()).held : await filled();
    (access.studyFor as jest.Mock).mockClear();
    await callRoute(name, held.study, held);
    expect(asked()[0]).toEqual([held.study, right]);
  });

  test('is not there for a deleted study, for nonsense, or for what belongs to another study', async () => {
    const [mine, gone] = [await theirs(), await deleted()];
    for (const id of [gone.held.study, ...nonsense])
      expect(await callRoute(name, id, id === gone.held.study ? gone.held : mine.held)).toBe(404);
    if (name.includes('[network]') || name.includes('[figure]'))
      expect(await callRoute(name, (await read()).held.study, mine.held)).toBe(404);
    expect([await all(mine.held.study), await all(gone.held.study)]).toEqual([mine.before, gone.before]);
  });
});

/** What whoever may not is told: the same, whether a thing is there or not. */
const refusals = [
  /^You are not signed in/,
  /^This study is not there/,
  /^There is nothing to bring back/,
  /^You may read/,
  /^Only an owner/,
  /^Only administrators/,
];
const shared = async (): Promise<Held> => {
  const held = await filled();
  const parts = (['owner', 'editor', 'reader'] as Role[]).map((role) => ({
    studyId: held.study,
    personId: roles[role as 'owner'].id,
    role,
  }));
  await database().insert(member).values(parts);
  return held;
};
const refused = lasting(shared);
const openedBy = lasting(shared);
const everybody = Object.keys(has) as (keyof typeof has)[];
const asRole = <T>(role: keyof typeof has, work: () => Promise<T>): Promise<T> =>
  actAs(role === 'stranger' ? 'nobody' : roles[role], work);

describe('by every role', () => {
  test.each(Object.entries(ways))('the action %s', async (name, [right]) => {
    const held = name === 'restoreStudy' ? await shared() : (await refused()).held;
    if (name === 'restoreStudy') await deleteStudy(held.study);
    const before = name === 'restoreStudy' ? await all(held.study) : (await refused()).before;
    const may = everybody.filter((role) => has[role].includes(right));
    for (const role of everybody.filter((one) => !may.includes(one))) {
      const answer = (await asRole(role, () => callAction(name, held.study, held))) as { ok: boolean; fault?: string };
      expect([role, answer.ok]).toEqual([role, false]);
      expect(refusals.some((words) => words.test(answer.fault ?? ''))).toBe(true);
      expect(await all(held.study)).toBe(before);
    }
    for (const role of may) {
      const own = leaves(name, right) ? (await openedBy()).held : await shared();
      if (name === 'restoreStudy') await deleteStudy(own.study);
      const answer = (await asRole(role, () => callAction(name, own.study, own))) as { ok: boolean; fault?: string };
      expect([role, refusals.some((words) => words.test(answer.fault ?? ''))]).toEqual([role, false]);
    }
  });

  test.each(Object.entries(routes).filter(([, [, right]]) => right !== 'none'))(
    'the route %s',
    async (name, [, right]) => {
      const { held, before } = await refused();
      for (const role of everybody) {
        const may = has[role].includes(right as Right);
        const study = !may ? held.study : right === 'read' ? (await openedBy()).held.study : (await shared()).study;
        const status = await asRole(role, () => callRoute(name, study, held));
        const wanted = role === 'stranger' ? 401 : has[role].includes('read') ? 403 : 404;
        expect([role, may ? ![401, 403].includes(status) : status]).toEqual([role, may || wanted]);
      }
      expect(await all(held.study)).toBe(before);
    },
  );

  test.each(Object.entries(houses))('the action %s, which concerns no study', async (name, [right, given]) => {
    for (const role of everybody) {
      const may = right === 'anybody' || (role !== 'stranger' && (right === 'person' || role === 'administrator'));
      const call = (
        actions as unknown as Record<string, (...words: unknown[]) => Promise<Answered & { fault?: string }>>
      )[name];
      expect((call as unknown as { right: Standing }).right).toBe(right);
      const { fault = '' } = await asRole(role, () => call(...given()));
      expect([role, refusals.some((words) => words.test(fault))]).toEqual([role, !may]);
    }
  });
});

test('a deleted study is brought back, one that is there is not', async () => {
  const held = await filled();
  expect((await actions.restoreStudy(held.study)).ok).toBe(false);
  await deleteStudy(held.study);
  expect((await actions.restoreStudy(held.study)).ok).toBe(true);
});
