/** Who asks. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { and, eq, isNull } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { database, person } from '@/server/db';
import { auth } from './auth';
import { accountsRequired } from './mode';

export interface Person {
  id: string;
  name: string;
  email: string;
  administrator: boolean;
}

/** Nobody has signed in, or the session has ended. */
export class NotSignedIn extends Fault {
  constructor() {
    super('You are not signed in, or your session has ended. Sign in, and try again.', 'sign-in');
  }
}

/** In this cookie stands who is looked as, where nobody needs to sign in. */
export const asCookie = 'nunatak.as';

const acting = new AsyncLocalStorage<Person | 'nobody'>();

/** Does work as somebody, or as nobody: for scripts and tests, and whatever belongs to no request. */
export const actAs = <T>(who: Person | 'nobody', work: () => T): T => acting.run(who, work);

/** Who sent the request at hand, once it was asked for. */
const requests = new AsyncLocalStorage<{ who?: Promise<Person | undefined> }>();

/** The work of a request: who asks is found out once, and is known as well to what is still being made when its answer has begun. */
export const inRequest = <T>(work: () => T): T => requests.run({}, work);

const shared = globalThis as { nunatakOutside?: boolean };

const columns = { id: person.id, name: person.name, email: person.email, administrator: person.administrator };

/** Who it is that works on this machine without signing in. */
export async function standingPerson(): Promise<Person> {
  const [found] = await database().select(columns).from(person).where(eq(person.standing, true));
  return found;
}

async function activePerson(id: string): Promise<Person | undefined> {
  const [found] = await database()
    .select(columns)
    .from(person)
    .where(and(eq(person.id, id), isNull(person.deactivatedAt)));
  return found;
}

/** By the headers of a request, which are the same object for all that asks during it. */
const known = new WeakMap<object, Promise<Person | undefined>>();

/** Who has sent headers; `chosen`: who is looked as, where nobody needs to sign in. */
export async function personOf(headers: Headers, chosen: string | undefined): Promise<Person | undefined> {
  if (headers.get('cookie')?.includes('nunatak.session_token')) {
    const held = await (await auth()).api.getSession({ headers });
    const found = held && (await activePerson(held.user.id));
    if (found) return found;
  }
  if (accountsRequired()) return undefined;
  return ((chosen && (await activePerson(chosen))) || undefined) ?? standingPerson();
}

/** Who asks; undefined where nobody is signed in and somebody must be. */
export async function currentPerson(): Promise<Person | undefined> {
  const who = acting.getStore();
  if (who !== undefined) return who === 'nobody' ? undefined : who;
  if (shared.nunatakOutside) return standingPerson();
  const request = requests.getStore();
  if (!request) return sender();
  return (request.who ??= sender());
}

/** Who is looked as, where a request says so. */
const chosenIn = (headers: Headers): string | undefined => {
  const found = /(?:^|;\s*)nunatak\.as=([0-9a-f-]{36})(?:;|$)/.exec(headers.get('cookie') ?? '');
  return found?.[1];
};

/** Whether whoever asked is still let in, by the headers of their request: asked anew, for what goes on long after a request began. */
export async function stillSignedIn(headers: Headers): Promise<boolean> {
  const who = await currentPerson();
  if (!who) return false;
  if (acting.getStore() !== undefined || shared.nunatakOutside) return (await activePerson(who.id)) !== undefined;
  return (await personOf(headers, chosenIn(headers)))?.id === who.id;
}

async function sender(): Promise<Person | undefined> {
  const { headers } = await import('next/headers');
  const given = await headers();
  let found = known.get(given);
  if (!found) {
    found = personOf(given, chosenIn(given));
    known.set(given, found);
  }
  return found;
}

/** Who asks. @throws NotSignedIn */
export async function signedIn(): Promise<Person> {
  const found = await currentPerson();
  if (!found) throw new NotSignedIn();
  return found;
}
