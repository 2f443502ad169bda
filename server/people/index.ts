/** The people of this server, for those who administer it. Rights are asked for by the actions. */
import { and, asc, eq, isNull, max, ne, or, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { account, database, inTransaction, inTurn, oneTimeLink, person, session, signInTry } from '@/server/db';
import { cleanName } from '@/server/studies';
import { makeLink } from './links';
import { accountsRequired } from './mode';
import { signedIn } from './person';
import { emailOf } from './sign-in';

export interface PersonRow {
  id: string;
  name: string;
  email: string;
  administrator: boolean;
  /** Works on this machine without signing in. */
  standing: boolean;
  deactivated: boolean;
  /** Has a link that was not used yet. */
  invited: boolean;
  sessions: number;
  lastSignIn: Date | null;
  you: boolean;
}

export async function listPeople(): Promise<PersonRow[]> {
  const { id: me } = await signedIn();
  const db = database();
  const people = await db.select().from(person).orderBy(asc(person.name), asc(person.id));
  const sessions = await db
    .select({ id: session.userId, many: sql<number>`count(*)::int` })
    .from(session)
    .where(sql`${session.expiresAt} > now()`)
    .groupBy(session.userId);
  const links = await db
    .select({ id: oneTimeLink.personId })
    .from(oneTimeLink)
    .where(sql`${oneTimeLink.expiresAt} > now()`);
  const last = await db
    .select({ email: signInTry.email, at: max(signInTry.at) })
    .from(signInTry)
    .where(eq(signInTry.passed, true))
    .groupBy(signInTry.email);
  return people.map(({ id, name, email, administrator, standing, deactivatedAt }) => ({
    id,
    name,
    email,
    administrator,
    standing,
    deactivated: deactivatedAt !== null,
    invited: links.some((one) => one.id === id),
    sessions: sessions.find((one) => one.id === id)?.many ?? 0,
    lastSignIn: last.find((one) => one.email === email)?.at ?? null,
    you: id === me,
  }));
}

/** Makes an account; the link lets its person set a password. */
export async function invite(name: string, email: string, administrator: boolean): Promise<{ token: string }> {
  const [made] = await database()
    .insert(person)
    .values({ name: cleanName(name, 'person'), email: emailOf(email), administrator })
    .onConflictDoNothing({ target: person.email })
    .returning({ id: person.id });
  if (!made) throw new Fault('Somebody has this e-mail address already.', 'email');
  return { token: await makeLink(made.id, 'invitation') };
}

async function known(id: string) {
  const [found] = await database().select().from(person).where(eq(person.id, id));
  if (!found) throw new Fault('This person is not there any more. Load the page again.');
  return found;
}

/** A link by which a person sets a password anew. The present one holds until then. */
export async function resetLink(id: string): Promise<{ token: string }> {
  const { deactivatedAt } = await known(id);
  if (deactivatedAt) throw new Fault('This person is deactivated. Let them in again first.');
  return { token: await makeLink(id, 'reset') };
}

export async function endSessions(id: string): Promise<void> {
  await database().delete(session).where(eq(session.userId, id));
}

/** Changes of who administers wait for each other. */
const inOrder = (work: () => Promise<void>): Promise<void> =>
  inTransaction(async () => {
    await inTurn('administrators');
    await work();
  });

/** Only who can get in counts. */
async function keepsAdministrator(but: string): Promise<void> {
  const entering = sql`exists (select 1 from ${account} where ${account.userId} = ${person.id})`;
  const [other] = await database()
    .select({ id: person.id })
    .from(person)
    .where(
      and(
        eq(person.administrator, true),
        isNull(person.deactivatedAt),
        ne(person.id, but),
        accountsRequired() ? entering : or(entering, person.standing),
      ),
    )
    .limit(1);
  if (!other) throw new Fault('Somebody must administer this server. Make another person an administrator first.');
}

/** Lets a person out, and ends their sessions and links; or in again. */
export async function setActive(id: string, active: boolean): Promise<void> {
  await inOrder(async () => {
    const { administrator, standing } = await known(id);
    if (!active) {
      if (standing) throw new Fault('Whoever works on this machine cannot be deactivated.');
      if (administrator) await keepsAdministrator(id);
      await endSessions(id);
      await database().delete(oneTimeLink).where(eq(oneTimeLink.personId, id));
    }
    await database()
      .update(person)
      .set({ deactivatedAt: active ? null : sql`now()`, updatedAt: sql`now()` })
      .where(eq(person.id, id));
  });
}

export async function setAdministrator(id: string, administrator: boolean): Promise<void> {
  await inOrder(async () => {
    await known(id);
    if (!administrator) await keepsAdministrator(id);
    await database()
      .update(person)
      .set({ administrator, updatedAt: sql`now()` })
      .where(eq(person.id, id));
  });
}

export interface StudySize {
  id: string;
  name: string;
  owners: string[];
  tables: number;
  /** Of the records of its tables and their earlier contents, its figures and results. */
  bytes: number;
}

/** What each study takes up, the largest first. */
export async function storage(): Promise<StudySize[]> {
  const { rows } = await database().execute<{
    id: string;
    name: string;
    owners: string[] | null;
    tables: number;
    bytes: string;
    // eslint-disable-next-line nunatak/through-access -- sizes alone, for administrators
  }>(sql`
    select study.id, study.name,
      (select array_agg(person.name order by person.name) from member join person on person.id = member.person_id
        where member.study_id = study.id and member.role = 'owner') as owners,
      (select count(*)::int from study_table where study_id = study.id and deleted_at is null) as tables,
      coalesce((select sum(octet_length(record.cells::text)) from record where set_id in (
        select set_id from study_table where study_id = study.id)), 0)
      + coalesce((select sum(octet_length(bytes)) from packed_columns join study_table on study_table.id = table_id
        where study_id = study.id), 0)
      + coalesce((select sum(octet_length(figure_held.bytes)) from figure_held join figure on figure.id = figure_id
        where study_id = study.id), 0)
      + coalesce((select sum(octet_length(network_version.trail::text)) from network_version
        join network on network.id = network_id where study_id = study.id), 0)
      + coalesce((select sum(octet_length(picture) + coalesce(octet_length(positions), 0)) from snapshot
        join network on network.id = network_id where study_id = study.id), 0) as bytes
    from study where study.deleted_at is null order by bytes desc, study.name`);
  return rows.map(({ owners, bytes, ...row }) => ({ ...row, owners: owners ?? [], bytes: Number(bytes) }));
}
