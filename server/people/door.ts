/** The door, for the request at hand. */
import { and, asc, eq, isNull } from 'drizzle-orm';
import { cookies, headers } from 'next/headers';
import { Fault } from '@/core/fault';
import { database, person } from '@/server/db';
import { accountsRequired } from './mode';
import { type Person, asCookie, currentPerson } from './person';
import * as doors from './sign-in';

export async function signIn(email: string, password: string): Promise<void> {
  await doors.signIn(email, password, await headers());
}

export async function signOut(): Promise<void> {
  (await cookies()).delete(asCookie);
  await doors.signOut(await headers());
}

export const signOutEverywhere = async (): Promise<void> => doors.signOutEverywhere(await headers());

export const changePassword = async (now: string, next: string): Promise<void> =>
  doors.changePassword(now, next, await headers());

const needed = 'People sign in here. Nobody can be looked as.';

/** Whom the study can be looked at as; none where people sign in. */
export async function others(): Promise<Person[]> {
  if (accountsRequired()) return [];
  const me = await currentPerson();
  const found = await database()
    .select({ id: person.id, name: person.name, email: person.email, administrator: person.administrator })
    .from(person)
    .where(isNull(person.deactivatedAt))
    .orderBy(asc(person.name), asc(person.id));
  return found.filter(({ id }) => id !== me?.id);
}

/** From here on the browser looks as somebody else. */
export async function lookAs(id: string): Promise<void> {
  if (accountsRequired()) throw new Fault(needed);
  const [found] = await database()
    .select({ id: person.id })
    .from(person)
    .where(and(eq(person.id, id), isNull(person.deactivatedAt)));
  if (!found) throw new Fault('This person is not there any more. Load the page again.');
  await doors.signOut(await headers()).catch(() => undefined);
  (await cookies()).set(asCookie, id, { httpOnly: true, sameSite: 'lax', path: '/' });
}
