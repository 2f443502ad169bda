/** The door: accounts, links, sessions and limits, against a database and without any network. */
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { account, database, member, oneTimeLink, person, pool, session, signInTry } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { log } from '@/server/answer';
import { createStudy, listStudies } from '@/server/studies';
import * as people from '.';
import { makeLink, openLink, setByLink } from './links';
import * as members from './members';
import { accountsRequired } from './mode';
import { type Person, actAs, personOf, standingPerson } from './person';
import { changePassword, emailOf, fitPassword, signIn, signOut, signOutEverywhere } from './sign-in';

jest.setTimeout(60_000);
const good = 'four words of no kin';
/** What left this machine. */
const asked: unknown[] = [];
beforeAll(async () => {
  log.level = 'silent';
  globalThis.fetch = (...given: unknown[]) => {
    asked.push(given);
    return Promise.reject(new Error('no network'));
  };
  await migrateDatabase();
});
beforeEach(() => database().delete(signInTry));
afterEach(() => delete process.env.NUNATAK_ACCOUNTS);
afterAll(() => pool().end());

const from = (address = '192.0.2.1', cookie?: string): Headers =>
  new Headers({ 'x-forwarded-for': address, ...(cookie ? { cookie } : {}) });
const cookieOf = (headers: Headers): string =>
  headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');

/** Somebody who has set a password. */
async function made(more: { administrator?: boolean } = {}): Promise<Person> {
  const email = `${randomUUID().slice(0, 8)}@example.org`;
  const { token } = await people.invite('Somebody', email, more.administrator ?? false);
  await setByLink(token, { name: 'B. Lyng', email: 'ignored@example.org', password: good });
  const [found] = await database().select().from(person).where(eq(person.email, email));
  return found;
}
const entered = async (who: Person, address?: string): Promise<string> =>
  cookieOf(await signIn(who.email, good, from(address)));
const whoIs = async (cookie: string): Promise<string | undefined> => {
  process.env.NUNATAK_ACCOUNTS = 'required';
  return (await personOf(from(undefined, cookie), undefined))?.email;
};

describe('sessions', () => {
  test('a cookie that scripts cannot read and other sites do not send; it says who asks', async () => {
    const who = await made();
    const headers = await signIn(`  ${who.email.toUpperCase()} `, good, from());
    expect(headers.getSetCookie().find((line) => line.includes('session_token'))).toMatch(
      /^nunatak\.session_token=.*; Max-Age=1209600; Path=\/; HttpOnly; SameSite=Lax$/,
    );
    expect(await whoIs(cookieOf(headers))).toBe(who.email);
  });

  test('nobody by a cookie that was bent, is old, was ended, or belongs to somebody who was let out', async () => {
    const who = await made();
    const cookie = await entered(who);
    expect(await whoIs(cookie.replace(/.{6}$/, 'AAAAAA'))).toBeUndefined();
    expect(await whoIs('nunatak.session_token=x.y')).toBeUndefined();
    await database()
      .update(session)
      .set({ expiresAt: sql`now() - interval '1 minute'` })
      .where(eq(session.userId, who.id));
    expect(await whoIs(cookie)).toBeUndefined();
    const again = await entered(who);
    expect(await whoIs(again)).toBe(who.email);
    // Also where the session itself was missed.
    await database().update(person).set({ deactivatedAt: new Date() }).where(eq(person.id, who.id));
    expect(await whoIs(again)).toBeUndefined();
    await people.setActive(who.id, true);
    expect(await whoIs(again)).toBe(who.email);
    await signOut(from(undefined, again));
    expect(await whoIs(again)).toBeUndefined();
  });

  test('signing in gives a new one and ends the one before; signing out everywhere ends all', async () => {
    const who = await made();
    const first = await entered(who);
    const second = cookieOf(await signIn(who.email, good, from(undefined, first)));
    expect(second).not.toBe(first);
    expect([await whoIs(first), await whoIs(second)]).toEqual([undefined, who.email]);
    const third = await entered(who);
    await actAs(who, () => signOutEverywhere(from(undefined, second)));
    expect([await whoIs(second), await whoIs(third)]).toEqual([undefined, undefined]);
  });

  test('nothing of a password is stored as it is, and nothing is asked of other hosts', async () => {
    const who = await made();
    await entered(who);
    const [{ password }] = await database().select().from(account).where(eq(account.userId, who.id));
    expect(password).toMatch(/^[0-9a-f]{32}:[0-9a-f]{128}$/);
    expect(asked).toEqual([]);
  });
});

describe('trying', () => {
  const said = (email: string, password: string, address?: string): Promise<string> =>
    signIn(email, password, from(address)).then(
      () => 'in',
      (error: unknown) => (error as Error).message,
    );
  const wrong = /^E-mail address or password are not right/;
  test('the same answer for an account that is not there, is deactivated, or has another password', async () => {
    const [who, out] = [await made(), await made()];
    await people.setActive(out.id, false);
    const answers = [
      await said('nobody@example.org', good),
      await said(out.email, good),
      await said(who.email, 'another one altogether'),
      await said(who.email, ''),
      await said(who.email, 'x'.repeat(10_000)),
      await said((await standingPerson()).email, good),
      await said(`' or 1=1 --`, good),
    ];
    expect(answers).toEqual(answers.map(() => answers[0]));
    expect(answers[0]).toMatch(wrong);
  });

  test('ends at an account after ten from one address, and after fifty from many', async () => {
    const who = await made();
    for (let i = 0; i < 10; i++) expect(await said(who.email, 'wrong', '192.0.2.7')).toMatch(wrong);
    expect(await said(who.email, good, '192.0.2.7')).toMatch(/^Too many tries/);
    expect(await said(who.email, good, '192.0.2.8')).toBe('in');
    for (let i = 0; i < 40; i++) expect(await said(who.email, 'wrong', `198.51.100.${i}`)).toMatch(wrong);
    expect(await said(who.email, good, '192.0.2.9')).toMatch(/^Too many tries/);
    // A quarter of an hour later.
    await database()
      .update(signInTry)
      .set({ at: sql`now() - interval '16 minutes'` });
    expect(await said(who.email, good, '192.0.2.7')).toBe('in');
  });

  test('ends at an address after a hundred, at whatever accounts; of hundreds at once few are made', async () => {
    const who = await made();
    const tries = Array.from({ length: 400 }, (_, i) => said(`guess${i}@example.org`, 'wrong', '203.0.113.1'));
    const answers = await Promise.all(tries);
    expect(answers.filter((one) => wrong.test(one)).length).toBeLessThanOrEqual(100);
    const before = Array.from({ length: 100 }, (_, i) => ({ email: `g${i}@x`, address: '203.0.113.1', passed: false }));
    await database().insert(signInTry).values(before);
    expect(await said(who.email, good, '203.0.113.1')).toMatch(/^Too many tries/);
    expect(await said(who.email, good, '203.0.113.2')).toBe('in');
  });

  test('at a start tries of a quarter of a year ago and sessions that have ended are cleared away', async () => {
    const who = await made();
    const [ended, lasting] = [await entered(who, '192.0.2.30'), await entered(who, '192.0.2.31')];
    const old = { email: 'old@x', address: '192.0.2.32', passed: false, at: sql`now() - interval '91 days'` };
    await database().insert(signInTry).values(old);
    const [first] = await database()
      .select()
      .from(session)
      .where(eq(session.userId, who.id))
      .orderBy(session.createdAt);
    await database()
      .update(session)
      .set({ expiresAt: sql`now() - interval '1 second'` })
      .where(eq(session.id, first.id));
    await migrateDatabase();
    expect(await database().select().from(session).where(eq(session.userId, who.id))).toHaveLength(1);
    expect([await whoIs(ended), await whoIs(lasting)]).toEqual([undefined, who.email]);
    expect((await database().select().from(signInTry)).map(({ address }) => address)).toEqual([
      '192.0.2.30',
      '192.0.2.31',
    ]);
  });

  test('all tries are written down, and no password with them', async () => {
    const who = await made();
    await said(who.email, 'not the one', '192.0.2.20');
    await said(who.email, good, '192.0.2.21');
    const rows = await database().select().from(signInTry).orderBy(signInTry.id);
    expect(rows.map(({ email, address, passed }) => [email, address, passed])).toEqual([
      [who.email, '192.0.2.20', false],
      [who.email, '192.0.2.21', true],
    ]);
    expect(JSON.stringify(rows)).not.toContain('not the one');
  });
});

describe('links', () => {
  test('set a password once; of the link only a hash is kept', async () => {
    const { token } = await people.invite('C. Ausk', 'ausk@example.org', false);
    expect(token).toHaveLength(43);
    expect(JSON.stringify(await database().select().from(oneTimeLink))).not.toContain(token);
    expect(await openLink(token)).toEqual({ kind: 'invitation', name: 'C. Ausk', email: 'ausk@example.org' });
    const given = { name: ' Cato  Ausk ', email: '', password: good };
    // Two at once: one of them.
    const both = await Promise.allSettled([setByLink(token, given), setByLink(token, given)]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    await expect(openLink(token)).rejects.toThrow(/^This link is not good any more/);
    expect((await people.listPeople()).find(({ email }) => email === 'ausk@example.org')).toMatchObject({
      name: 'Cato Ausk',
      invited: false,
      administrator: false,
    });
  });

  test('end when they run out, when another is made, and when their person is let out; a password that does not do leaves them', async () => {
    const who = await made();
    const first = await makeLink(who.id, 'reset');
    const second = await makeLink(who.id, 'reset');
    await expect(openLink(first)).rejects.toThrow(/not good any more/);
    await expect(setByLink(second, { name: '', email: '', password: 'short' })).rejects.toThrow(/5 characters/);
    expect((await openLink(second)).kind).toBe('reset');
    await people.setActive(who.id, false);
    await expect(openLink(second)).rejects.toThrow(/not good any more/);
    await expect(people.resetLink(who.id)).rejects.toThrow(/deactivated/);
    await people.setActive(who.id, true);
    const { token } = await people.resetLink(who.id);
    await database()
      .update(oneTimeLink)
      .set({ expiresAt: sql`now() - interval '1 second'` });
    await expect(setByLink(token, { name: '', email: '', password: good })).rejects.toThrow(/not good any more/);
    for (const nonsense of ['', 'x', token.slice(1), `${token} `]) await expect(openLink(nonsense)).rejects.toThrow();
  });

  test('a reset keeps name and address, and ends the sessions', async () => {
    const who = await made();
    const cookie = await entered(who);
    const { token } = await people.resetLink(who.id);
    await setByLink(token, { name: 'Other', email: 'other@example.org', password: 'another four words' });
    expect(await whoIs(cookie)).toBeUndefined();
    await expect(signIn(who.email, good, from())).rejects.toThrow(/not right/);
    expect(cookieOf(await signIn(who.email, 'another four words', from()))).not.toBe('');
  });

  test('the first link makes the person of this machine an administrator with an account, who owns what was made before', async () => {
    const { id: study } = await createStudy('Made before');
    const standing = await standingPerson();
    const token = await makeLink(standing.id, 'first');
    await setByLink(token, { name: 'A. Thorne', email: 'Thorne@Example.org', password: good });
    const cookie = cookieOf(await signIn('thorne@example.org', good, from()));
    process.env.NUNATAK_ACCOUNTS = 'required';
    const who = (await personOf(from(undefined, cookie), undefined)) as Person;
    expect(who).toMatchObject({ id: standing.id, administrator: true, name: 'A. Thorne' });
    expect((await actAs(who, listStudies)).map(({ id }) => id)).toContain(study);
  });
});

describe('passwords and addresses', () => {
  const who = { name: 'B. Lyng', email: 'lyng@example.org' };
  test.each([
    'short',
    'aaaaaaaaaaaaaaa',
    'passwordpassword',
    '123456789012345',
    'my lyng@example.org',
    'nunatak123456',
    'x'.repeat(129),
  ])('%s does not do', (password) => expect(() => fitPassword(password, who)).toThrow());
  test.each([good, 'Übergroße Wörter 12', '種をまく人たちの海の歌です', 'passwords are odd things'])(
    '%s does',
    (password) => expect(() => fitPassword(password, who)).not.toThrow(),
  );
  test.each(['', 'x', '@', 'a b@c', 'a@b@c', '<a@b>', `${'x'.repeat(250)}@example.org`])('%j is no address', (given) =>
    expect(() => emailOf(given)).toThrow(/no e-mail address/),
  );
  test('changing asks for the present one, and ends the other sessions', async () => {
    const one = await made();
    const [here, there] = [await entered(one), await entered(one)];
    const change = (now: string, next: string) => actAs(one, () => changePassword(now, next, from(undefined, here)));
    await expect(change('wrong', 'another four words')).rejects.toThrow('The present password is not right.');
    await expect(change(good, 'short')).rejects.toThrow(/12 is the least/);
    expect([await whoIs(here), await whoIs(there)]).toEqual([one.email, one.email]);
    await change(good, 'another four words');
    expect([await whoIs(here), await whoIs(there)]).toEqual([one.email, undefined]);
    for (let i = 0; i < 10; i++) await change('wrong', 'x').catch(() => undefined);
    await expect(change('another four words', good)).rejects.toThrow(/Too many tries/);
  });
});

describe('who may come in without an account', () => {
  test.each([
    [{}, false],
    [{ NUNATAK_LISTEN: '127.0.0.1' }, false],
    [{ NUNATAK_ACCOUNTS: 'required' }, true],
    [{ NUNATAK_LISTEN: '0.0.0.0' }, true],
    [{ NUNATAK_LISTEN: '::' }, true],
    [{ NUNATAK_HOSTS: 'maps.example.org' }, true],
  ])('%j: an account is needed: %s', (env, needed) => expect(accountsRequired(env)).toBe(needed));

  test('the person of this machine, or whom they look as; nobody where accounts are required', async () => {
    const [standing, other] = [await standingPerson(), await made()];
    expect((await personOf(from(), undefined))?.id).toBe(standing.id);
    expect((await personOf(from(), other.id))?.id).toBe(other.id);
    await people.setActive(other.id, false);
    expect((await personOf(from(), other.id))?.id).toBe(standing.id);
    process.env.NUNATAK_ACCOUNTS = 'required';
    expect(await personOf(from(), standing.id)).toBeUndefined();
  });
});

describe('who administers, and who owns', () => {
  test('somebody always does', async () => {
    await database().update(person).set({ administrator: false });
    const [one, two] = [await made({ administrator: true }), await made({ administrator: true })];
    const both = await Promise.allSettled([people.setAdministrator(one.id, false), people.setActive(two.id, false)]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    await database().update(person).set({ administrator: true }).where(eq(person.standing, true));
    await expect(people.setActive((await standingPerson()).id, false)).rejects.toThrow(/works on this machine/);
    await expect(people.invite('x', one.email.toUpperCase(), false)).rejects.toThrow(/has this e-mail address/);
  });

  const roles = async (study: string): Promise<string[]> =>
    (await database().select().from(member).where(eq(member.studyId, study))).map(({ role }) => role).sort();
  test('a study keeps an owner: also when two remove each other at once', async () => {
    const [a, b, c] = [await made(), await made(), await made()];
    const { id: study } = await actAs(a, () => createStudy('Shared'));
    await expect(actAs(a, () => members.leaveStudy(study))).rejects.toThrow(/needs an owner/);
    await expect(actAs(a, () => members.changeRole(study, a.id, 'editor'))).rejects.toThrow(/needs an owner/);
    await actAs(a, () => members.addMember(study, b.email, 'owner'));
    await actAs(a, () => members.addMember(study, c.email, 'reader'));
    await expect(actAs(a, () => members.addMember(study, c.email, 'editor'))).rejects.toThrow(/already/);
    await expect(actAs(a, () => members.addMember(study, 'none@example.org', 'editor'))).rejects.toThrow(/Nobody here/);
    expect((await actAs(c, () => members.listMembers(study))).map(({ role, you }) => [role, you])).toEqual([
      ['owner', false],
      ['owner', false],
      ['reader', true],
    ]);
    const both = await Promise.allSettled([
      actAs(a, () => members.removeMember(study, b.id)),
      actAs(b, () => members.removeMember(study, a.id)),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(await roles(study)).toEqual(['owner', 'reader']);
    await actAs(c, () => members.leaveStudy(study));
    expect(await roles(study)).toEqual(['owner']);
  });

  test('an owner who was let out does not count', async () => {
    const [a, b] = [await made(), await made()];
    const { id: study } = await actAs(a, () => createStudy('Left'));
    await actAs(a, () => members.addMember(study, b.email, 'owner'));
    await people.setActive(b.id, false);
    await expect(actAs(a, () => members.leaveStudy(study))).rejects.toThrow(/needs an owner/);
  });

  test('names of others’ studies do not count for one’s own', async () => {
    const [a, b] = [await made(), await made()];
    await actAs(a, () => createStudy('Mine'));
    expect(await actAs(b, listStudies)).toEqual([]);
  });

  test('what each study takes up', async () => {
    const a = await made();
    const { id } = await actAs(a, () => createStudy('Small'));
    expect((await people.storage()).find((one) => one.id === id)).toEqual({
      id,
      name: 'Small',
      owners: ['B. Lyng'],
      tables: 0,
      bytes: 0,
    });
  });
});

test('studies that were made before there were people belong to the person of this machine', async () => {
  const { id } = await createStudy('From before');
  await database().delete(person);
  expect(await database().select().from(member).where(eq(member.studyId, id))).toEqual([]);
  const migration = readFileSync(join('server', 'db', 'migrations', '0009_people.sql'), 'utf8');
  for (const statement of migration.split('--> statement-breakpoint').filter((one) => /insert into/i.test(one)))
    await database().execute(sql.raw(statement));
  expect((await listStudies()).map((one) => [one.id, one.role])).toContainEqual([id, 'owner']);
});
