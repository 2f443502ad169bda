/** Links for outsiders: a figure to explore, for whoever has the address, until it ends. Nothing else is reached from it. */
import { createHash, randomBytes } from 'node:crypto';
import { and, desc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { NotFound } from '@/server/access';
import { seenIn } from '@/server/access/things';
import { database, figure, guestLink, person } from '@/server/db';
import { figureRow } from '@/server/figures';
import { signedIn } from '@/server/people/person';
import { happened } from '@/server/happened';

const hashOf = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** Days that a link may last at most. */
export const mostDays = 366;

export interface GuestLink {
  id: string;
  /** Of the figure: its id and its name. */
  figure: string;
  name: string;
  by: string | null;
  endsAt: Date;
  opened: number;
}

/** Makes a link to a page; its secret has 256 bits and is told this once. */
export async function shareFigure(
  studyId: string,
  figureId: string,
  days: number,
  page: Buffer,
): Promise<{ token: string }> {
  const { name } = await figureRow(studyId, figureId, 'edit');
  if (!(days >= 1 && days <= mostDays)) throw new Fault(`A link lasts from 1 to ${mostDays} days.`, 'days');
  if (!/^<!doctype html>/i.test(page.subarray(0, 15).toString('latin1')))
    throw new Fault('What was sent is no page to explore. Load the page again.');
  const { id: madeBy } = await signedIn();
  const token = randomBytes(32).toString('base64url');
  const endsAt = sql`now() + make_interval(days => ${Math.round(days)})`;
  await database()
    .insert(guestLink)
    .values({ studyId, figureId, hash: hashOf(token), page, endsAt, madeBy });
  await happened(studyId, `made a link for outsiders to “${name}”`, { thing: figureId });
  return { token };
}

const good = and(isNull(guestLink.endedAt), gt(guestLink.endsAt, sql`now()`), isNull(figure.deletedAt));

/** Those that are good now, the newest first. */
export async function listLinks(studyId: string): Promise<GuestLink[]> {
  return database()
    .select({
      id: guestLink.id,
      figure: figure.id,
      name: figure.name,
      by: person.name,
      endsAt: guestLink.endsAt,
      opened: guestLink.opened,
    })
    .from(guestLink)
    .innerJoin(figure, eq(figure.id, guestLink.figureId))
    .leftJoin(person, eq(person.id, guestLink.madeBy))
    .where(and(await seenIn('figure', studyId, 'read'), good))
    .orderBy(desc(guestLink.createdAt), guestLink.id);
}

/** Ends a link at once; what it showed is deleted. */
export async function endLink(studyId: string, id: string): Promise<void> {
  const figures = database()
    .select({ id: figure.id })
    .from(figure)
    .where(await seenIn('figure', studyId, 'edit', { among: 'all' }));
  const ended = await database()
    .update(guestLink)
    .set({ endedAt: sql`now()`, page: Buffer.alloc(0) })
    .where(and(eq(guestLink.id, id), inArray(guestLink.figureId, figures), isNull(guestLink.endedAt)))
    .returning({ of: guestLink.figureId });
  if (!ended.length) throw new NotFound('This link has ended already. Load the page again.');
  const [{ of }] = ended;
  const [{ name }] = await database()
    .select({ name: figure.name })
    .from(figure)
    .where(await seenIn('figure', studyId, 'edit', { id: of, among: 'all' }));
  await happened(studyId, `ended a link for outsiders to “${name}”`, { thing: of });
}

/** The page behind a link, which is counted. @throws NotFound, in the same words whether it never was or has ended */
export async function openedByGuest(token: string): Promise<Buffer> {
  const [found] = await database()
    .select({ id: guestLink.id, page: guestLink.page, deleted: sql<boolean>`study.deleted_at is not null` })
    .from(guestLink)
    // eslint-disable-next-line nunatak/through-access -- whoever has the link needs no other right
    .innerJoin(figure, eq(figure.id, guestLink.figureId))
    .innerJoin(sql`study`, sql`study.id = ${guestLink.studyId}`)
    .where(and(eq(guestLink.hash, hashOf(token)), good));
  if (!found || found.deleted)
    throw new NotFound('There is nothing behind this link, or it has ended. Ask whoever sent it for another.');
  await database()
    .update(guestLink)
    .set({ opened: sql`${guestLink.opened} + 1` })
    .where(eq(guestLink.id, found.id));
  return found.page;
}
