/** The log of a study: every kind of change has its line, with who did it. */
import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { stored as written, trailSchema } from '@/core/trail';
import * as actions from './actions';
import { type Answer, log } from './answer';
import { database, happening, person, pool } from './db';
import { migrateDatabase } from './db/migrate';
import { listHappened } from './happened';
import { share } from './links';
import { type Person, actAs } from './people/person';
import { createStudy } from './studies';
import { storeTable } from './tables/store';
import { editTable } from './tables/edit';

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});
afterAll(() => pool().end());

const trail = written(
  trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'a', to: 'b' }] }),
);
const valueOf = async <T>(asked: Promise<Answer<T>>): Promise<T> => {
  const answer = await asked;
  if (!answer.ok) throw new Error(answer.fault);
  return answer.value;
};
/** What was written down while something was done, the oldest first. */
async function said(study: string, work: () => Promise<unknown>): Promise<string[]> {
  const before = Math.max(0, ...(await listHappened(study)).map(({ id }) => id));
  await work();
  return (await listHappened(study))
    .filter(({ id }) => id > before)
    .sort((a, b) => a.id - b.id)
    .map(({ what }) => what);
}
async function stored(study: string, name = 'ties'): Promise<void> {
  async function* rows(): AsyncGenerator<string> {
    yield await Promise.resolve('["x","y"]');
  }
  const columns = ['a', 'b'].map((column) => ({ name: column, type: 'text' as const }));
  await storeTable(study, { name, origin: 'x', columns, rows: 1 }, rows());
}

test('every change has its line', async () => {
  const { id: study } = await createStudy('Sound');
  expect((await listHappened(study)).map(({ what }) => what)).toEqual(['made the study']);
  const tables = await said(study, async () => {
    await stored(study);
    await valueOf(actions.renameTable(study, 'ties', 'letters'));
    await valueOf(actions.deleteTable(study, 'ties'));
    await valueOf(actions.restoreTable(study, 'ties'));
    await valueOf(actions.renameStudy(study, 'Orrin Sound'));
  });
  expect(tables).toEqual([
    'brought in the table “ties” with 1 row',
    'renamed the table “ties” to “letters”',
    'deleted the table “letters”',
    'brought the table “letters” back',
    'renamed the study “Sound” to “Orrin Sound”',
  ]);
  let figure = '';
  const made = await said(study, async () => {
    const { id } = await valueOf(actions.createNetwork(study, 'One', trail, undefined));
    await valueOf(actions.saveTrail(study, id, 1, trail));
    await valueOf(actions.renameNetwork(study, id, 'Two'));
    ({ id: figure } = await valueOf(actions.makeFigure(study, id)));
    await valueOf(actions.renameFigure(study, figure, 'Map'));
    await valueOf(actions.saveFigure(study, figure, 1, { width: 84 }));
    await valueOf(actions.deleteFigure(study, figure));
    await valueOf(actions.restoreFigure(study, figure));
    await valueOf(actions.deleteNetwork(study, id));
    await valueOf(actions.restoreNetwork(study, id));
  });
  expect(made).toEqual([
    'made the network “One”',
    'changed the network “One”',
    'renamed the network “One” to “Two”',
    'made the figure “Figure 1”',
    'renamed the figure “Figure 1” to “Map”',
    'changed the figure “Map”',
    'deleted the figure “Map”',
    'brought the figure “Map” back',
    'deleted the network “Two”',
    'brought the network “Two” back',
  ]);
  // What made a version leads to where it can be looked at.
  const led = (await listHappened(study)).filter(({ version }) => version !== null);
  expect(led.map(({ what, version, place }) => [what, version, place?.replace(/[0-9a-f-]{36}/, 'ID')])).toEqual([
    ['changed the figure “Map”', 2, 'figures/ID'],
    ['changed the network “One”', 2, 'networks/ID?versions=2'],
  ]);
  const lists = await said(study, async () => {
    const { id } = await valueOf(actions.createShortlist(study, 'Few', '', [{ id: 'x', label: 'x' }]));
    await valueOf(actions.changeShortlist(study, id, 1, { name: 'Some' }));
    await valueOf(actions.deleteShortlist(study, id));
    await valueOf(actions.restoreShortlist(study, id));
    const kept = await valueOf(actions.createKept(study, 'palette', 'Sea', ['#112233', '#445566']));
    await valueOf(actions.changeKept(study, kept.id, 1, { name: 'Sky' }));
    await valueOf(actions.deleteKept(study, kept.id));
    await valueOf(actions.restoreKept(study, kept.id));
    const { id: list } = await valueOf(actions.createNames(study, 'Ends', [{ table: 'ties', column: 'a' }]));
    const author = randomUUID();
    await valueOf(actions.changeNames(study, list, 1, { entries: { x: 'X' }, what: 'join x to X' }, author));
    await valueOf(actions.renameNames(study, list, 'People'));
    await valueOf(actions.deleteNames(study, list));
    await valueOf(actions.restoreNames(study, list));
  });
  expect(lists).toEqual([
    'made the shortlist “Few”',
    'changed the shortlist “Some”',
    'deleted the shortlist “Some”',
    'brought the shortlist “Some” back',
    'kept the palette “Sea”',
    'changed the palette “Sea”',
    'deleted the palette “Sky”',
    'brought the palette “Sky” back',
    'made the list of names “Ends”',
    'changed the names “Ends”: join x to X',
    'renamed the names “Ends” to “People”',
    'deleted the names “People”',
    'brought the names “People” back',
  ]);
  const people = await said(study, async () => {
    const [{ id }] = await database()
      .insert(person)
      .values({ name: 'D. Rowe', email: `${randomUUID()}@example.org` })
      .returning();
    const [{ email }] = await database()
      .select()
      .from(person)
      .where(sql`id = ${id}`);
    await valueOf(actions.addMember(study, email, 'reader'));
    await valueOf(actions.changeRole(study, id, 'editor'));
    await valueOf(actions.removeMember(study, id));
    await share('figure', study, figure, { days: 7, records: false }, Buffer.from('<!doctype html>'));
    const [link] = await valueOf(actions.listLinks(study));
    await valueOf(actions.endLink(study, link.id));
  });
  expect(people).toEqual([
    'made D. Rowe a reader',
    'made D. Rowe an editor',
    'took D. Rowe out of the study',
    'made a link for outsiders to “Map”',
    'ended a link for outsiders to “Map”',
  ]);
});

test('what somebody does to one thing again and again is one line, until a quarter of an hour has passed; others have their own', async () => {
  const { id: study } = await createStudy('Again');
  const [other] = await database()
    .insert(person)
    .values({ name: 'B. Lyng', email: `${randomUUID()}@example.org` })
    .returning();
  await valueOf(actions.addMember(study, other.email, 'editor'));
  await stored(study);
  const edit = (row: string, base: number, who?: Person) => {
    const work = () =>
      editTable(
        study,
        'ties',
        base,
        { kind: 'cells', edits: [{ row: 0, column: 0, text: row }], what: `wrote ${row}` },
        {},
      );
    return who ? actAs(who, work) : work();
  };
  await edit('1', 1);
  await edit('2', 2);
  await edit('3', 3, other);
  const lines = async () =>
    (await listHappened(study))
      .filter(({ what }) => what.includes('wrote'))
      .map(({ who, what, times }) => [who, what, times]);
  const [mine] = (await listHappened(study)).map(({ who }) => who).filter((who) => who !== 'B. Lyng');
  expect(await lines()).toEqual([
    ['B. Lyng', 'changed the table “ties”: wrote 3', 1],
    [mine, 'changed the table “ties”: wrote 2', 2],
  ]);
  await database()
    .update(happening)
    .set({ at: sql`${happening.at} - interval '16 minutes'` });
  await edit('4', 4);
  expect(await lines()).toHaveLength(3);
  // Whoever is not there any more leaves what they did.
  await database()
    .delete(person)
    .where(sql`id = ${other.id}`);
  expect((await lines()).map(([who]) => who)).toContain(null);
});
