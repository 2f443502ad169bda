/** Links by which a person sets a password, once. */
import { createHash, randomBytes } from 'node:crypto';
import { and, eq, gt, isNull, lt, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { database, inTransaction, oneTimeLink, person } from '@/server/db';
import { cleanName } from '@/server/studies';
import { emailOf, setPassword } from './sign-in';

type Kind = (typeof oneTimeLink.$inferSelect)['kind'];

const hashOf = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** Days that a link is good for. */
const good = 7;

/** Makes a link for a person; earlier ones of theirs end. Its secret has 256 bits and is told this once. */
export async function makeLink(personId: string, kind: Kind): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await inTransaction(async () => {
    await database().delete(oneTimeLink).where(eq(oneTimeLink.personId, personId));
    await database()
      .insert(oneTimeLink)
      .values({ hash: hashOf(token), personId, kind, expiresAt: sql`now() + make_interval(days => ${good})` });
  });
  await database()
    .delete(oneTimeLink)
    .where(lt(oneTimeLink.expiresAt, sql`now()`));
  return token;
}

export interface OpenedLink {
  kind: Kind;
  name: string;
  email: string;
}

const gone =
  'This link is not good any more: it was used, has run out, or another took its place. Ask an administrator for a new one.';

async function linked(token: string) {
  const [found] = await database()
    .select({ kind: oneTimeLink.kind, id: person.id, name: person.name, email: person.email })
    .from(oneTimeLink)
    .innerJoin(person, eq(person.id, oneTimeLink.personId))
    .where(
      and(eq(oneTimeLink.hash, hashOf(token)), gt(oneTimeLink.expiresAt, sql`now()`), isNull(person.deactivatedAt)),
    );
  if (!found) throw new Fault(gone, 'link');
  return found;
}

/** Whom a link is for. @throws Fault where it is not good */
export async function openLink(token: string): Promise<OpenedLink> {
  const { kind, name, email } = await linked(token);
  return { kind, name, email };
}

/** Sets the password by a link, which ends; the first administrator also says who they are. */
export async function setByLink(
  token: string,
  given: { name: string; email: string; password: string },
): Promise<{ email: string }> {
  return inTransaction(async () => {
    const found = await linked(token);
    // Whoever is second finds the link gone.
    const ended = await database()
      .delete(oneTimeLink)
      .where(eq(oneTimeLink.hash, hashOf(token)))
      .returning({ hash: oneTimeLink.hash });
    if (!ended.length) throw new Fault(gone, 'link');
    const name = found.kind === 'reset' ? found.name : cleanName(given.name, 'person');
    const email = found.kind === 'first' ? emailOf(given.email) : found.email;
    if (email !== found.email) {
      const [other] = await database().select({ id: person.id }).from(person).where(eq(person.email, email));
      if (other) throw new Fault('Somebody has this e-mail address already.', 'email');
    }
    await database()
      .update(person)
      .set({ name, email, updatedAt: sql`now()` })
      .where(eq(person.id, found.id));
    await setPassword({ id: found.id, name, email }, given.password);
    return { email };
  });
}
