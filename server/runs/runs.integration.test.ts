/** Runs without their processes: who has a turn, who may, what is kept and cleared. */
import { randomUUID } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { valueFromArrow } from '@/core/formats/values';
import { NotFound } from '@/server/access';
import { log } from '@/server/answer';
import { database, member, pool, result, run, runPart, runWatcher, study, workerProcess } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { endListening } from '@/server/together/news';
import { type Person, actAs } from '@/server/people/person';
import {
  type ClaimedPart,
  claimPart,
  claimRun,
  endPart,
  giveUnknown,
  leavePart,
  mostOfStudy,
  mostTries,
  openRuns,
  partKey,
  sign,
  signOff,
} from './claim';
import { engine } from './engine';
import { BrokenPart, clearParts, pack, spread, unpack } from './parts';
import {
  clearResults,
  isKept,
  keepResult,
  keptValue,
  resultBytes,
  resultLimits,
  resultsKept,
  setResultLimits,
} from './results';
import { type Sample, asked, betweenness, sample, somebody, trailOf } from './samples';
import { leaveRun, mostWaiting, runStatus, workSummary } from '.';

jest.setTimeout(60_000);

let owner: Person;
let other: Person;
let one: Sample;
const worker = randomUUID();
const trail = trailOf(betweenness);
/** Trails that differ, so that each is a run of its own. */
const trailWith = (pivots: number) => trailOf({ ...betweenness, options: { pivots: pivots + 1 } });

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
  owner = await somebody('Thorne');
  other = await somebody('Petra');
  one = await sample(owner, trail);
});
beforeEach(async () => {
  await database().delete(run);
  await database().delete(result);
  await database().delete(workerProcess);
  await sign(worker, 1);
});
afterAll(async () => {
  await database().delete(workerProcess);
  await endListening();
  await pool().end();
});

const idOf = (answer: object): string => (answer as { id: string }).id;
/** The process ended without a word, so many seconds ago. */
const silent = (id: string, seconds = 60) =>
  database()
    .update(workerProcess)
    .set({ signAt: sql`now() - make_interval(secs => ${seconds})` })
    .where(eq(workerProcess.id, id));

describe('asking', () => {
  test('equal trails are one run, whoever asks, and however many at once', async () => {
    await database()
      .insert(member)
      .values({ studyId: one.study, personId: other.id, role: 'reader' })
      .onConflictDoNothing();
    const answers = await Promise.all([
      ...Array.from({ length: 6 }, () => asked(one, trail)),
      ...Array.from({ length: 6 }, () => asked({ ...one, who: other }, trail)),
    ]);
    expect(new Set(answers.map(idOf)).size).toBe(1);
    expect(await claimRun(worker)).toMatchObject({ id: idOf(answers[0]), state: 'running' });
    expect(await claimRun(worker)).toBeUndefined();
    // Who would compute it elsewhere joins those who wait, and begins none.
    expect(idOf(await asked(one, trail, randomUUID(), 'joins'))).toBe(idOf(answers[0]));
    expect(await asked(one, trailWith(4), randomUUID(), 'joins')).toEqual({ none: 'not asked' });
    expect(idOf(await asked(one, trailWith(3)))).not.toBe(idOf(answers[0]));
  });

  test('where no process is there, or none of this version, or the study has changed, it says so and nothing waits', async () => {
    await database().update(workerProcess).set({ engine: 'of before' });
    expect(await asked(one, trail)).toEqual({ none: 'another version' });
    await silent(worker);
    expect(await asked(one, trail)).toEqual({ none: 'no worker' });
    await sign(worker, 1);
    const { askRun } = await import('.');
    const ask = {
      network: one.network,
      trail,
      digest: 'of before',
      seconds: 9,
      page: randomUUID(),
      when: 'always' as const,
    };
    expect(await actAs(owner, () => askRun(one.study, ask))).toEqual({ none: 'changed' });
    expect(await openRuns()).toEqual([]);
  });

  test('what was done elsewhere is done here where nothing else is to do, and whoever leaves does not end it', async () => {
    const second = await sample(owner, trail);
    // One of another version is never done here, and holds nothing up.
    await asked(one, trailWith(9));
    await database().update(run).set({ engine: 'of before' });
    const page = randomUUID();
    const id = idOf(await asked(second, trail, page, 'idle'));
    // Something waits now: the same again, or another study, has to wait for another time.
    expect(await asked(second, trail, page, 'idle')).toEqual({ none: 'not asked' });
    expect(await asked(one, trail, page, 'idle')).toEqual({ none: 'not asked' });
    expect(await claimRun(worker)).toMatchObject({ id, state: 'running' });
    expect(await asked(one, trail, page, 'idle')).toEqual({ none: 'not asked' });
    expect((await database().select().from(runWatcher)).filter(({ runId }) => runId === id)).toEqual([]);
  });

  test('a process of another version takes nothing', async () => {
    await asked(one, trail);
    await database().update(run).set({ engine: 'of before' });
    expect(await claimRun(worker)).toBeUndefined();
    expect(await openRuns()).toEqual([]);
  });

  test('outsiders learn nothing of a run, and cannot end it', async () => {
    const id = idOf(await asked(one, trail));
    const outsider = await somebody('Nobody');
    await actAs(outsider, async () => {
      await expect(runStatus(one.study, id, randomUUID(), '')).rejects.toThrow(NotFound);
      await expect(leaveRun(one.study, id, randomUUID())).rejects.toThrow(NotFound);
      await expect(resultBytes(one.study, 'x')).rejects.toThrow(NotFound);
    });
    // Nor by way of a study of one's own.
    const own = await sample(outsider, trail);
    await actAs(outsider, () => expect(runStatus(own.study, id, randomUUID(), '')).rejects.toThrow(NotFound));
    await expect(asked({ ...own, network: one.network }, trail)).rejects.toThrow(NotFound);
    expect(await claimRun(worker)).toMatchObject({ id });
  });

  test('a full queue refuses in a sentence; what waits stays', async () => {
    for (let i = 1; i <= mostWaiting; i++) await asked(one, trailWith(i));
    expect(await asked(one, trailWith(99))).toEqual({
      none: 'full',
      why: expect.stringMatching(/^20 runs of this study wait already/) as string,
    });
    // One that waits is joined all the same.
    expect(idOf(await asked(one, trailWith(5)))).toBeTruthy();
    expect((await workSummary()).waiting).toBe(mostWaiting);
  });
});

describe('turns', () => {
  test('many runs of one person do not hold up another’s, and each sees its place', async () => {
    const theirs = await sample(other, trail);
    const mine = [];
    for (let i = 1; i <= 4; i++) mine.push(idOf(await asked(one, trailWith(i))));
    const hers = idOf(await asked(theirs, trail));
    const place = (sampled: Sample, id: string): Promise<number> =>
      actAs(sampled.who, async () => (await runStatus(sampled.study, id, randomUUID(), '')).before);
    expect(await Promise.all(mine.map((id) => place(one, id)))).toEqual([0, 2, 3, 4]);
    expect(await place(theirs, hers)).toBe(1);
    const order = [];
    for (let i = 0; i < 3; i++) {
      const claimed = await claimRun(worker);
      order.push(claimed?.id);
      await database()
        .update(run)
        .set({ state: 'done' })
        .where(eq(run.id, claimed?.id ?? ''));
    }
    expect(order).toEqual([mine[0], hers, mine[1]]);
  });

  test('a study has so many at once at most', async () => {
    for (let i = 1; i <= 4; i++) await asked(one, trailWith(i));
    const claimed = await Promise.all(Array.from({ length: 4 }, () => claimRun(worker)));
    expect(claimed.filter(Boolean)).toHaveLength(mostOfStudy);
    const theirs = await sample(other, trail);
    await asked(theirs, trail);
    expect(await claimRun(worker)).toMatchObject({ studyId: theirs.study });
  });

  test('what a process had is taken over when it gives no sign, or signs off; the third time it has failed', async () => {
    const id = idOf(await asked(one, trail));
    const next = randomUUID();
    await sign(next, 1);
    expect(await claimRun(worker)).toMatchObject({ id, tries: 1 });
    expect(await claimRun(next)).toBeUndefined();
    await silent(worker);
    expect(await claimRun(next)).toMatchObject({ id, tries: 2, worker: next });
    await signOff(next);
    await sign(worker, 1);
    expect(await claimRun(worker)).toMatchObject({ id, tries: 3 });
    await silent(worker);
    await sign(next, 1);
    expect(await claimRun(next)).toBeUndefined();
    const { state, why } = await actAs(owner, () => runStatus(one.study, id, randomUUID(), ''));
    expect([state, why]).toEqual(['failed', expect.stringMatching(/ended in the middle, 3 times/)]);
    // Asked for again, it begins anew.
    expect(idOf(await asked(one, trail))).toBe(id);
    expect(await claimRun(next)).toMatchObject({ id, tries: 1 });
  });

  test('a clock that was set back does not make a dead process live', async () => {
    const id = idOf(await asked(one, trail));
    await claimRun(worker);
    await silent(worker, -3600);
    const next = randomUUID();
    await sign(next, 1);
    expect(await claimRun(next)).toMatchObject({ id, worker: next });
  });

  test('a page that leaves ends a run that nobody else waits for', async () => {
    const [here, there] = [randomUUID(), randomUUID()];
    const id = idOf(await asked(one, trail, here));
    await asked(one, trail, there);
    await actAs(owner, async () => {
      await leaveRun(one.study, id, here);
      expect((await runStatus(one.study, id, there, '')).state).toBe('waiting');
      await leaveRun(one.study, id, there);
    });
    expect((await database().select().from(run).where(eq(run.id, id)))[0].state).toBe('stopped');
    expect(await claimRun(worker)).toBeUndefined();
  });

  test('a deleted study has no runs', async () => {
    const doomed = await sample(owner, trail);
    const id = idOf(await asked(doomed, trail));
    await database().delete(study).where(eq(study.id, doomed.study));
    expect(await database().select().from(run).where(eq(run.id, id))).toEqual([]);
  });
});

describe('parts', () => {
  const doubled = async (tell?: (number: number) => Promise<boolean>): Promise<void> => {
    for (let part = await claimPart(worker); part; part = await claimPart(worker)) {
      if (await tell?.(part.number)) await leavePart(worker, part);
      else await endPart(worker, part, { result: pack(2 * (unpack(part.part) as number)) });
    }
  };
  /** Until so many parts wait for somebody. */
  const waiting = async (count: number): Promise<void> => {
    const open = () =>
      database()
        .select()
        .from(runPart)
        .where(sql`result is null and fault is null`);
    while ((await open()).length < count) await new Promise((resolve) => setTimeout(resolve, 10));
  };
  const begun = async (): Promise<string> => {
    const id = idOf(await asked(one, trail));
    await claimRun(worker);
    return id;
  };

  test('go to whoever takes them, and come back with their numbers', async () => {
    const id = await begun();
    const results: unknown[] = [];
    const all = spread(id).run(
      'x',
      { one: Float64Array.of(1) },
      [1, 2, 3],
      (came, number) => void (results[number] = came),
    );
    await waiting(3);
    await doubled();
    await all;
    expect(results).toEqual([2, 4, 6]);
    await clearParts(id);
    expect(await database().select().from(runPart)).toEqual([]);
  });

  test('one that breaks twice is named; the others stay and are not done again', async () => {
    const id = await begun();
    const broken = spread(id).run('x', null, [1, 2, 3], () => undefined);
    const caught = broken.catch((error: unknown) => error);
    const claimed: number[] = [];
    await waiting(3);
    await doubled((number) => {
      claimed.push(number);
      return Promise.resolve(number === 1);
    });
    expect(claimed.filter((number) => number === 1)).toHaveLength(mostTries);
    const error = await caught;
    expect(error).toBeInstanceOf(BrokenPart);
    expect((error as Error).message).toMatch(/^Part 2 of 3 broke off twice: /);
    claimed.length = 0;
    const results: unknown[] = [];
    const again = spread(id).run('x', null, [1, 2, 3], (came, number) => void (results[number] = came));
    await waiting(1);
    await doubled((number) => {
      claimed.push(number);
      return Promise.resolve(false);
    });
    await again;
    expect([claimed, results]).toEqual([[1], [2, 4, 6]]);
  });

  test('a sentence of a part is the run’s', async () => {
    const id = await begun();
    const caught = spread(id)
      .run('x', null, [1], () => undefined)
      .catch((error: unknown) => error);
    await waiting(1);
    const part = await claimPart(worker);
    if (part) await endPart(worker, part, { fault: 'Too few nodes.', mendable: true });
    const error = await caught;
    expect(error).toBeInstanceOf(Fault);
    expect((error as Error).message).toBe('Too few nodes.');
  });

  test('what comes from a process that lost its part is not taken', async () => {
    const id = await begun();
    const results: unknown[] = [];
    const all = spread(id).run('x', null, [1], (came) => void results.push(came));
    await waiting(1);
    const next = randomUUID();
    await sign(next, 1);
    const lost = await claimPart(worker);
    await silent(worker);
    const taken = await claimPart(next);
    if (!lost || !taken) throw new Error('no part');
    await endPart(worker, lost, { result: pack('of the former') });
    expect((await database().select().from(runPart))[0].result).toBeNull();
    await endPart(next, taken, { result: pack('of the present') });
    await all;
    expect(results).toEqual(['of the present']);
  });
});

describe('results', () => {
  test('are kept once, given to those who may read the study, and are of this version and study alone', async () => {
    await keepResult(one.study, 'd', { of: Uint32Array.of(1, 2) });
    await keepResult(one.study, 'd', { of: Uint32Array.of(3) });
    const bytes = await actAs(owner, () => resultBytes(one.study, 'd'));
    expect(valueFromArrow(bytes)).toEqual({ of: Uint32Array.of(1, 2) });
    await actAs(await somebody('Nobody'), () => expect(resultBytes(one.study, 'd')).rejects.toThrow(NotFound));
    expect(await keptValue(randomUUID(), 'd')).toBeUndefined();
    await database().update(result).set({ engine: 'of before' });
    expect(await isKept(one.study, 'd')).toBe(false);
    expect(engine()).toMatch(/^[0-9a-f]{16}$/);
  });

  test('broken bytes are none', async () => {
    await keepResult(one.study, 'd', [Float64Array.of(1)]);
    await database()
      .update(result)
      .set({ bytes: Buffer.from('broken') });
    expect(await keptValue(one.study, 'd')).toBeUndefined();
  });

  test('go when nobody used them for long, and the longest unused beyond the room there is', async () => {
    expect(await resultLimits()).toEqual({ days: 30, megabytes: 4096 });
    for (const name of ['a', 'b', 'c']) await keepResult(one.study, name, [new Float64Array(1_000_000)]);
    const used = (name: string, days: number) =>
      database()
        .update(result)
        .set({ usedAt: sql`now() - make_interval(days => ${days})` })
        .where(eq(result.digest, name));
    await used('a', 31);
    await used('b', 3);
    await clearResults();
    expect((await resultsKept()).count).toBe(2);
    await keepResult(one.study, 'e', [new Float64Array(1_000_000)]);
    await setResultLimits({ days: 30, megabytes: 16 });
    expect(
      (await database().select({ digest: result.digest }).from(result)).map(({ digest }) => digest).sort(),
    ).toEqual(['c', 'e']);
    await setResultLimits({ days: 30, megabytes: 4096 });
  });
});

describe('where the answer that a process has something was lost', () => {
  test('it takes the part again, and no other thread’s', async () => {
    const id = idOf(await asked(one, trail));
    await claimRun(worker);
    const computed = spread(id).run('groups', { a: 1 }, [1, 2, 3], () => undefined);
    computed.catch(() => undefined);
    const until = async (): Promise<ClaimedPart> => (await claimPart(worker)) ?? until();
    const first = await until();
    const has = new Set([partKey(first)]);
    const second = await claimPart(worker, has);
    expect(second && [first.number, second.number]).toEqual([0, 1]);
    // The second is not among those it knows of: it is taken before the third.
    expect(await claimPart(worker, has)).toMatchObject({ number: 1, tries: 2 });
    if (second) has.add(partKey(second));
    expect(await claimPart(worker, has)).toMatchObject({ number: 2, tries: 1 });
    for (let number = 0; number < 3; number++)
      await endPart(worker, { ...first, number }, { result: pack(`part ${number}`) });
    await computed;
  });

  test('a run that it does not lead waits for others; one that it leads, or was taken just now, stays', async () => {
    const id = idOf(await asked(one, trail));
    await claimRun(worker);
    const state = async () => (await database().select().from(run).where(eq(run.id, id)))[0].state;
    await giveUnknown(worker, undefined);
    expect(await state()).toBe('running');
    await database()
      .update(run)
      .set({ startedAt: sql`now() - interval '9 seconds'` });
    await giveUnknown(worker, id);
    expect(await state()).toBe('running');
    await giveUnknown(worker, undefined);
    expect(await state()).toBe('waiting');
  });
});
