/** Several people at once on one thing: whatever the order, every save that was acknowledged is there, and every other was told. */
import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { readFigure } from '@/core/figure/plan';
import { trailSchema } from '@/core/trail';
import { seeded } from '@/core/random';
import { database, member, person, pool } from './db';
import { migrateDatabase } from './db/migrate';
import { createFigure, openFigure, saveFigure } from './figures';
import { changeKept, createKept, listKept } from './kept';
import { changeNames, createNames, openNames } from './names';
import { createNetwork, openNetwork, saveTrail } from './networks';
import { networkVersions } from './networks/versions';
import { type Person, actAs } from './people/person';
import { bringIn, newStudy, written } from './samples';
import { changeShortlist, createShortlist, listShortlists } from './shortlists';
import { editTable } from './tables/edit';
import { listTables } from './tables';

jest.setTimeout(60_000);
beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

async function team(study: string, many = 3): Promise<Person[]> {
  const made = await database()
    .insert(person)
    .values(Array.from({ length: many }, (_, i) => ({ name: `P${i}`, email: `${randomUUID()}@example.org` })))
    .returning();
  await database()
    .insert(member)
    .values(made.map(({ id }) => ({ studyId: study, personId: id, role: 'editor' as const })));
  return made;
}

/** What a thing has to show to be saved by several: what is stored now, and a save on a version. */
interface Saved {
  now(): Promise<{ version: number; content: string }>;
  save(base: number, content: string): Promise<{ kind: 'saved' | 'conflict'; version: number }>;
}

const things: Record<string, (study: string) => Promise<Saved>> = {
  'a trail': async (study) => {
    const trail = (min: number) =>
      trailSchema.parse({
        steps: [
          { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
          { id: 's2', kind: 'keep', on: true, rule: { by: 'degree', min } },
        ],
      });
    const { id } = await createNetwork(study, 'One', trail(0));
    return {
      async now() {
        const { version, trail: held } = await openNetwork(study, id);
        const [, keep] = held.steps;
        return { version, content: String((keep as unknown as { rule: { min: number } }).rule.min) };
      },
      save: (base, content) => saveTrail(study, id, base, trail(Number(content))),
    };
  },
  'a figure': async (study) => {
    const page = (width: number) => readFigure({ width });
    const { id } = await createFigure(study, page(50));
    return {
      async now() {
        const { version, settings } = await openFigure(study, id);
        return { version, content: String(settings.width - 50) };
      },
      save: (base, content) => saveFigure(study, id, base, page(50 + Number(content))),
    };
  },
  'a shortlist': async (study) => {
    const me = (await createShortlist(study, { name: 'Few', folder: '', nodes: [{ id: '0', label: '' }] })).id;
    await pool().query("update shortlist set seen = 'everybody' where id = $1", [me]);
    return {
      async now() {
        const [{ version, nodes }] = await listShortlists(study);
        return { version, content: nodes[0].id };
      },
      save: (base, content) => changeShortlist(study, me, base, { nodes: [{ id: content, label: '' }] }),
    };
  },
  'a palette': async (study) => {
    const colours = (content: string) => ['#000000', `#${content.padStart(6, '0')}`];
    const { id } = await createKept(study, 'palette', 'Sea', colours('0'));
    return {
      async now() {
        const [{ version, value }] = await listKept(study);
        return { version, content: String(Number((value as string[])[1].slice(1))) };
      },
      save: (base, content) => changeKept(study, id, base, { value: colours(content) }),
    };
  },
};

describe.each(Object.entries(things))('%s', (_name, make) => {
  test.each([1, 2, 3])('that three people save at once, in order %i', async (seed) => {
    const study = await newStudy();
    const thing = await make(study);
    const people = await team(study);
    const random = seeded(seed);
    const pauses = Array.from({ length: 200 }, () => random.below(8));
    let next = 1;
    const acknowledged = new Map<number, string>();
    let conflicts = 0;
    await Promise.all(
      people.map((who) =>
        actAs(who, async () => {
          for (let turn = 0; turn < 8; turn++) {
            const { version } = await thing.now();
            await new Promise((resolve) => setTimeout(resolve, pauses[(turn * 7 + next) % pauses.length]));
            const content = String(next++);
            const answer = await thing.save(version, content);
            if (answer.kind === 'saved') {
              expect(answer.version).toBe(version + 1);
              // Nobody else was told that their save became this version.
              expect(acknowledged.has(answer.version)).toBe(false);
              acknowledged.set(answer.version, content);
            } else {
              conflicts++;
              expect(answer.version).toBeGreaterThan(version);
            }
          }
        }),
      ),
    );
    const last = await actAs(people[0], () => thing.now());
    expect([...acknowledged.keys()].sort((a, b) => a - b)).toEqual(
      Array.from({ length: last.version - 1 }, (_, i) => i + 2),
    );
    expect(acknowledged.size + conflicts).toBe(24);
    expect(last.content).toBe(acknowledged.get(last.version));
  });
});

test('every version of a trail that was acknowledged can be brought back', async () => {
  const study = await newStudy();
  const thing = await things['a trail'](study);
  await Promise.all((await team(study)).map((who) => actAs(who, () => thing.save(1, '5'))));
  const { rows } = await pool().query<{ id: string }>('select id from network where study_id = $1', [study]);
  expect((await networkVersions(study, rows[0].id)).map(({ version }) => version)).toEqual([2, 1]);
});

test('names: different spellings are all joined; of those who join the same one at once, one is told', async () => {
  const study = await newStudy();
  await bringIn(study, [['a', 'b']]);
  const { id } = await createNames(study, 'People', [{ table: 'ties', column: 'from' }]);
  const people = await team(study, 4);
  const apart = await Promise.all(
    people.map((who, i) =>
      actAs(who, () => changeNames(study, id, 1, { entries: { [`s${i}`]: `form ${i}` }, what: 'x' }, who.id)),
    ),
  );
  expect(apart.map(({ version }) => version).sort()).toEqual([2, 3, 4, 5]);
  const same = await Promise.allSettled(
    people.map((who, i) =>
      actAs(who, () => changeNames(study, id, 5, { entries: { same: `of ${i}` }, what: 'x' }, who.id)),
    ),
  );
  const won = same.flatMap((one, i) => (one.status === 'fulfilled' ? [i] : []));
  expect(won).toHaveLength(1);
  for (const one of same)
    if (one.status === 'rejected') expect(String(one.reason)).toMatch(/changed meanwhile by somebody else, “same” too/);
  const [{ entries }] = await openNames(study);
  expect(entries).toEqual({ s0: 'form 0', s1: 'form 1', s2: 'form 2', s3: 'form 3', same: `of ${won[0]}` });
});

test('tables: different cells are all written; of those who write the same one at once, the others get theirs back as a conflict', async () => {
  const study = await newStudy();
  await bringIn(study, [
    ['a', 'b'],
    ['c', 'd'],
  ]);
  const [{ version: base }] = await listTables(study);
  const people = await team(study, 3);
  const answers = await Promise.all(
    people.map((who, i) =>
      actAs(who, () =>
        editTable(
          study,
          'ties',
          base,
          {
            kind: 'cells',
            edits: [
              { row: i % 2, column: i < 2 ? 0 : 1, text: `own ${i}` },
              { row: 1, column: 1, text: `same ${i}` },
            ],
            what: 'x',
          },
          { author: who.id, token: randomUUID() },
        ),
      ),
    ),
  );
  const cells = await written(study, 'ties');
  expect([cells[0][0], cells[1][0], cells[0][1]]).toEqual(['own 0', 'own 1', 'own 2']);
  const won = answers.findIndex(({ conflicts }) => conflicts.length === 0);
  expect(cells[1][1]).toBe(`same ${won}`);
  answers.forEach(({ conflicts }, i) =>
    expect(conflicts).toEqual(i === won ? [] : [{ row: 1, column: 1, theirs: `same ${won}`, yours: `same ${i}` }]),
  );
});

test('somebody whose part changes while they edit is told, and what is stored stays', async () => {
  const study = await newStudy();
  const thing = await things['a trail'](study);
  const [who] = await team(study, 1);
  const { version } = await actAs(who, () => thing.now());
  await database().update(member).set({ role: 'reader' }).where(eq(member.personId, who.id));
  await expect(actAs(who, () => thing.save(version, '7'))).rejects.toThrow(/You may read this study/);
  expect(await actAs(who, () => thing.now())).toEqual({ version: 1, content: '0' });
});
