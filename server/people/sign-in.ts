/** Signing in and out, and the limits of trying. */
import { randomUUID } from 'node:crypto';
import { and, count, eq, gt, ne, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { account, database, person, session, signInTry } from '@/server/db';
import { auth, longest, shortest } from './auth';
import { signedIn } from './person';

/** Minutes over which tries that failed are counted, and how many there may be: at one account from one address, at one account, from one address. */
const minutes = 15;
const most = { both: 10, email: 50, address: 100 };

/** An e-mail address as it is kept; a Fault where it is none. */
export function emailOf(given: string): string {
  const email = given.trim().toLowerCase();
  if (email.length > 254 || !/^[^\s@<>"]+@[^\s@<>"]+$/.test(email))
    throw new Fault('This is no e-mail address. Write one like name@example.org.', 'email');
  return email;
}

/** What is tried first, and what is no letter. */
const first = /password|passwort|nunatak|qwerty|letmein|welcome|[\p{N}\p{P}\p{Z}\p{S}]/gu;

/** A Fault where a password is too short, too long, or one that others would try first. */
export function fitPassword(password: string, who: { name: string; email: string }): void {
  const letters = Array.from(password);
  if (letters.length < shortest)
    throw new Fault(`The password has ${letters.length} characters; ${shortest} is the least.`, 'password');
  if (letters.length > longest)
    throw new Fault(`The password has ${letters.length} characters; ${longest} is the most.`, 'password');
  const plain = password.toLowerCase();
  const guessed =
    new Set(letters).size < 5 ||
    plain.replace(first, '').length < 4 ||
    [who.email, who.email.split('@')[0], who.name.toLowerCase()].some(
      (word) => word.length > 3 && plain.includes(word),
    );
  if (guessed)
    throw new Fault(
      'This password is easy to guess. Take a longer one, such as four words that do not belong together.',
      'password',
    );
}

async function failed(where: Parameters<typeof and>[0]): Promise<number> {
  const since = sql`now() - make_interval(mins => ${minutes})`;
  const [{ many }] = await database()
    .select({ many: count() })
    .from(signInTry)
    .where(and(eq(signInTry.passed, false), eq(signInTry.refused, false), gt(signInTry.at, since), where));
  return many;
}

/**
 * Whether a password may be tried. The try is written down before it is made, and counts until it has passed: of many at once no more are made than in turn.
 * @throws Fault where there were too many
 */
async function permitted(email: string, address: string): Promise<{ passed(): Promise<void> }> {
  const [{ id }] = await database()
    .insert(signInTry)
    .values({ email, address, passed: false })
    .returning({ id: signInTry.id });
  const set = async (change: { passed: true } | { refused: true }): Promise<void> => {
    await database().update(signInTry).set(change).where(eq(signInTry.id, id));
  };
  const [byEmail, byAddress] = [eq(signInTry.email, email), eq(signInTry.address, address)];
  const many =
    (await failed(and(byEmail, byAddress))) > most.both ||
    (await failed(byEmail)) > most.email ||
    (await failed(byAddress)) > most.address;
  if (!many) return { passed: () => set({ passed: true }) };
  await set({ refused: true });
  throw new Fault(`Too many tries. Wait ${minutes} minutes, or ask an administrator for a link.`, 'password');
}

/** Where a request comes from, as the nearest proxy wrote it. */
export const addressOf = (headers: Headers): string =>
  (headers.get('x-forwarded-for') ?? '').split(',').at(-1)?.trim().slice(0, 64) || 'unknown';

const wrong =
  'E-mail address or password are not right. An administrator can give you a link to set the password anew.';

/**
 * Signs in with a session of its own; one that was there ends. The answer is the same for an account that is not there, is deactivated, or has another password.
 * @returns The headers that set the cookie; a page's are set already.
 */
export async function signIn(email: string, password: string, headers: Headers): Promise<Headers> {
  const who = email.trim().toLowerCase().slice(0, 254);
  const address = addressOf(headers);
  const ask = await permitted(who, address);
  const { api } = await auth();
  const [active] = await database()
    .select({ id: person.id, at: person.deactivatedAt })
    .from(person)
    .where(eq(person.email, who));
  // Where there is nobody to be let in another password is tried: it takes as long.
  const tried = active && active.at === null ? password.slice(0, longest) : randomUUID();
  const entered = await api
    .signInEmail({ body: { email: who, password: tried }, headers, returnHeaders: true })
    .catch(() => undefined);
  if (!entered) throw new Fault(wrong, 'password');
  await ask.passed();
  const before = await tokenOf(headers);
  if (before) await database().delete(session).where(eq(session.token, before));
  return entered.headers;
}

/** The token of the session that a request belongs to. */
async function tokenOf(headers: Headers): Promise<string | undefined> {
  const held = await (await auth()).api.getSession({ headers });
  return held?.session.token;
}

/** Ends the session that a request belongs to. */
export async function signOut(headers: Headers): Promise<void> {
  await (await auth()).api.signOut({ headers });
}

/** Ends all sessions of whoever asks. */
export async function signOutEverywhere(headers: Headers): Promise<void> {
  const { id } = await signedIn();
  await database().delete(session).where(eq(session.userId, id));
  await signOut(headers);
}

/** Gives a person a password. All sessions but one end. */
export async function setPassword(
  who: { id: string; name: string; email: string },
  password: string,
  but?: string,
): Promise<void> {
  fitPassword(password, who);
  const { password: hashing } = await (await auth()).$context;
  const hashed = await hashing.hash(password);
  const providerId = 'credential';
  await database()
    .insert(account)
    .values({ userId: who.id, accountId: who.id, providerId, password: hashed })
    .onConflictDoUpdate({
      target: [account.userId, account.providerId],
      set: { password: hashed, updatedAt: sql`now()` },
    });
  await database()
    .delete(session)
    .where(and(eq(session.userId, who.id), but === undefined ? undefined : ne(session.token, but)));
}

/** Changes the password of whoever asks; other sessions end. */
export async function changePassword(now: string, next: string, headers: Headers): Promise<void> {
  const who = await signedIn();
  const ask = await permitted(who.email, addressOf(headers));
  const [held] = await database()
    .select({ password: account.password })
    .from(account)
    .where(eq(account.userId, who.id));
  const { password: hashing } = await (await auth()).$context;
  const right = held?.password && (await hashing.verify({ hash: held.password, password: now.slice(0, longest) }));
  if (!right) throw new Fault('The present password is not right.', 'now');
  await ask.passed();
  await setPassword(who, next, await tokenOf(headers));
}
