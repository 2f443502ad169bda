/** Every version of a trail and of a list of names: listed, looked at, brought back, and of nobody else's study. */
import { randomUUID } from 'node:crypto';
import { trailSchema } from '@/core/trail';
import { database, member, person, pool } from './db';
import { migrateDatabase } from './db/migrate';
import { changeNames, createNames, openNames, renameNames, stepNames } from './names';
import { bringBackNames, namesThen, namesVersions } from './names/versions';
import { createNetwork, saveTrail } from './networks';
import { networkVersionOf, networkVersions } from './networks/versions';
import { type Person, actAs } from './people/person';
import { bringIn, newStudy } from './samples';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

const trail = (min: number, ...more: object[]) =>
  trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
      { id: 's2', kind: 'keep', on: true, rule: { by: 'degree', min } },
      ...more,
    ],
  });

async function editor(study: string): Promise<Person> {
  const [made] = await database()
    .insert(person)
    .values({ name: 'B. Lyng', email: `${randomUUID()}@example.org` })
    .returning();
  await database().insert(member).values({ studyId: study, personId: made.id, role: 'editor' });
  return made;
}

test('versions of a trail say who saved them and what was changed; each can be had', async () => {
  const study = await newStudy();
  const who = await editor(study);
  const { id } = await createNetwork(study, 'One', trail(1));
  await actAs(who, () => saveTrail(study, id, 1, trail(2)));
  await saveTrail(study, id, 2, trail(2, { id: 's3', kind: 'measure', on: true, measures: ['degree'] }));
  expect(await networkVersions(study, id)).toMatchObject([
    { version: 3, what: 'Measure added' },
    { version: 2, what: 'Keep changed', who: 'B. Lyng' },
    { version: 1, what: 'made' },
  ]);
  expect(await networkVersions(study, id, 2)).toMatchObject([{ version: 1, what: 'made' }]);
  expect((await networkVersionOf(study, id, 1)).trail).toEqual(trail(1));
  await expect(networkVersionOf(study, id, 4)).rejects.toThrow(/not there/);
  const other = await newStudy();
  expect(await networkVersions(other, id)).toEqual([]);
  await expect(networkVersionOf(other, id, 1)).rejects.toThrow(/not there/);
});

test('versions of a list of names: how it was, and back to it, which is taken back in turn', async () => {
  const study = await newStudy();
  await bringIn(study, [['A. Pell', 'Pell']]);
  const { id } = await createNames(study, 'People', [{ table: 'ties', column: 'from' }]);
  const who = await editor(study);
  const own = randomUUID();
  await actAs(who, () => changeNames(study, id, 1, { entries: { 'A. Pell': 'Pell' }, what: 'joined A. Pell' }, own));
  await changeNames(study, id, 2, {
    entries: { 'A. Pell': 'Alban Pell', x: '' },
    reject: ['a\nb'],
    what: 'joined more',
  });
  await stepNames(study, id, 'undo');
  await changeNames(study, id, 4, { entries: { y: 'z' }, what: 'joined y' }, own);
  expect(await namesVersions(study, id)).toMatchObject([
    { version: 5, what: 'joined y', values: 1 },
    { version: 4, what: 'took back: joined more' },
    { version: 3, what: 'joined more', values: 2 },
    { version: 2, what: 'joined A. Pell', who: 'B. Lyng' },
    { version: 1, what: 'made', who: null, values: 0 },
  ]);
  expect(await namesThen(study, id, 5)).toEqual([]);
  expect(await namesThen(study, id, 3)).toEqual([
    { value: 'A. Pell', then: 'Alban Pell', now: 'Pell' },
    { value: 'x', then: '', now: null },
    { value: 'y', then: null, now: 'z' },
  ]);
  const entries = async () => (await openNames(study))[0];
  const before = await entries();
  expect(await bringBackNames(study, id, 3, own)).toEqual({ version: 6 });
  expect(await entries()).toMatchObject({ entries: { 'A. Pell': 'Alban Pell', x: '' }, rejected: ['a\nb'] });
  await stepNames(study, id, 'undo', own);
  expect(await entries()).toMatchObject({ entries: before.entries, rejected: before.rejected });
  await bringBackNames(study, id, 1);
  expect((await entries()).entries).toEqual({});
  await expect(bringBackNames(study, id, 1)).rejects.toThrow(/as it was at that version/);
  await expect(bringBackNames(study, id, 99)).rejects.toThrow(/not there/);
  await renameNames(study, id, 'Folk');
  const other = await newStudy();
  await expect(bringBackNames(other, id, 1)).rejects.toThrow(/not there/);
  expect(await namesVersions(other, id)).toEqual([]);
});
