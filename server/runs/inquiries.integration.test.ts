/** Costly questions as runs: the same answers as in the page, for whoever asks, from one process or two. */
import { randomUUID } from 'node:crypto';
import { valueFromArrow, valueToArrow } from '@/core/formats/values';
import { type Inquiry, answerInquiry, inquiryKey } from '@/core/inquiry';
import { atOnce } from '@/core/split';
import { type Trail, runTrail } from '@/core/trail';
import { log } from '@/server/answer';
import { database, member, pool, result, run, runPart, workerProcess } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { actAs } from '@/server/people/person';
import { endListening } from '@/server/together/news';
import { resultBytes, resultDigest } from './results';
import { type Sample, asked, sample, somebody, trailOf } from './samples';
import { readingOf } from './source';
import { endSpawned, over, stateOf, there, until, worker } from './spawned';

jest.setTimeout(180_000);
let at: Sample;
const trail = trailOf({ id: 's2', kind: 'groups', on: true, method: 'leiden' });
const groups = { method: 'leiden' as const, resolution: 1, seed: 1, weights: true, directed: false };
const inquiries: Inquiry[] = [
  { kind: 'chance', ask: { model: 'degrees', draws: 30, seed: 4, figures: ['transitivity', 'triad_300'] } },
  { kind: 'shuffle', ask: { by: 'group', draws: 50, seed: 2 } },
  { kind: 'explore', ask: { ...groups, low: 0.5, high: 2 } },
  { kind: 'aim', ask: { ...groups, wanted: 7 } },
];

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
  at = await sample(await somebody('Thorne'), trail, 60, 200);
});
beforeEach(async () => {
  await database().delete(run);
  await database().delete(result);
  await database().delete(workerProcess);
});
afterEach(endSpawned);
afterAll(async () => {
  await endListening();
  await pool().end();
});

const idOf = (answer: object): string => (answer as { id: string }).id;
const ask = (of: Trail, inquiry: Inquiry, who = at.who) => asked({ ...at, who }, of, randomUUID(), 'always', inquiry);

/** The answer of this process, on one thread, and the digest that it has. */
const here = (inquiry: Inquiry) =>
  actAs(at.who, async () => {
    const source = await (await readingOf(at.study, trail)).read(new Map());
    const { state } = await runTrail(source, trail);
    if (!state) throw new Error('the trail comes to nothing');
    const answer = await answerInquiry(state.network, inquiry, atOnce);
    return { bytes: Buffer.from(valueToArrow(answer)), digest: resultDigest(inquiryKey(source, trail, inquiry)) };
  });

test.each([1, 2])('%d processes answer as the page would, to the bit', async (count) => {
  for (let i = 0; i < count; i++) worker();
  await there(count);
  const ids = [];
  for (const inquiry of inquiries) ids.push(idOf(await ask(trail, inquiry)));
  for (const [i, id] of ids.entries()) {
    await over(id);
    expect(await stateOf(id)).toMatchObject({ state: 'done', why: null });
    const { bytes, digest } = await here(inquiries[i]);
    const kept = await actAs(at.who, () => resultBytes(at.study, digest));
    expect(kept.equals(bytes)).toBe(true);
    expect(valueFromArrow(kept)).toBeTruthy();
  }
});

test('whoever asks the same waits for the same run; other settings are another; the study may have changed', async () => {
  worker();
  await there(1);
  const [inquiry] = inquiries;
  const other = await somebody('Petra');
  await database().insert(member).values({ studyId: at.study, personId: other.id, role: 'reader' });
  const id = idOf(await ask(trail, inquiry));
  expect(idOf(await ask(trail, inquiry, other))).toBe(id);
  const seeded: Inquiry = { kind: 'chance', ask: { ...(inquiry.ask as object), seed: 5 } };
  expect(idOf(await ask(trail, seeded))).not.toBe(id);
  await over(id);
  const { askRun, askSchema } = await import('.');
  const wrong = { network: at.network, trail, inquiry, digest: 'of before', seconds: 9, page: randomUUID() };
  expect(await actAs(at.who, () => askRun(at.study, { ...wrong, when: 'always' }))).toEqual({ none: 'changed' });
  // What is no inquiry is refused before anything is done.
  expect(
    askSchema.safeParse({ ...wrong, inquiry: { kind: 'chance', ask: { model: 'degrees', draws: 1e9 } } }).success,
  ).toBe(false);
});

test('draws are shared out in parts; one that cannot be answered says why', async () => {
  worker();
  await there(1);
  const many: Inquiry = { kind: 'chance', ask: { model: 'degrees', draws: 800, seed: 1, figures: ['transitivity'] } };
  const id = idOf(await ask(trail, many));
  await until('parts', async () => (await database().select({ number: runPart.number }).from(runPart)).length === 200);
  const none = idOf(await ask(trail, { kind: 'shuffle', ask: { by: 'nowhere', draws: 5, seed: 1 } }));
  const lacking = idOf(
    await ask(trailOf({ id: 's2', kind: 'groups', on: true, method: 'column', column: 'nowhere' }), many),
  );
  for (const one of [id, none, lacking]) await over(one);
  expect(await stateOf(id)).toMatchObject({ state: 'done' });
  expect(await stateOf(none)).toMatchObject({ state: 'failed', why: expect.stringContaining('nowhere') as string });
  expect(await stateOf(lacking)).toMatchObject({ state: 'failed', why: expect.stringContaining('nowhere') as string });
});
