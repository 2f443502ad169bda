/** Links for outsiders: a figure to explore, or a network to read, for whoever has the address, until it ends. Nothing else is reached from it. */
import { createHash, randomBytes } from 'node:crypto';
import { and, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { NotFound } from '@/server/access';
import { seenIn } from '@/server/access/things';
import { database, figure, guestLink, network, person } from '@/server/db';
import { signedIn } from '@/server/people/person';
import { happened } from '@/server/happened';

const hashOf = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** Days that a link may last at most. */
export const mostDays = 366;

/** What a link may lead to. */
export const shared = { figure, network } as const;
export type SharedKind = keyof typeof shared;
const columnOf = { figure: guestLink.figureId, network: guestLink.networkId } as const;

export interface GuestLink {
  id: string;
  kind: SharedKind;
  /** Of the figure or network: its id and its name. */
  thing: string;
  name: string;
  /** Whether the records behind its ties can be read. */
  records: boolean;
  by: string | null;
  endsAt: Date;
  opened: number;
}

const nameOf = async (kind: SharedKind, studyId: string, id: string, among: 'present' | 'all'): Promise<string> => {
  const table = shared[kind];
  const [row] = await database()
    .select({ name: table.name })
    .from(table)
    .where(await seenIn(kind, studyId, 'edit', { id, among }));
  if (!row) throw new NotFound(`This ${kind} is not there any more. Load the page again.`);
  return row.name;
};

/** Makes a link to a page; its secret has 256 bits and is told this once. */
export async function share(
  kind: SharedKind,
  studyId: string,
  id: string,
  { days, records }: { days: number; records: boolean },
  page: Buffer,
): Promise<{ token: string }> {
  const name = await nameOf(kind, studyId, id, 'present');
  if (!(days >= 1 && days <= mostDays)) throw new Fault(`A link lasts from 1 to ${mostDays} days.`, 'days');
  if (!/^<!doctype html>/i.test(page.subarray(0, 15).toString('latin1')))
    throw new Fault('What was sent is no page to explore. Load the page again.');
  const { id: madeBy } = await signedIn();
  const token = randomBytes(32).toString('base64url');
  const endsAt = sql`now() + make_interval(days => ${Math.round(days)})`;
  await database()
    .insert(guestLink)
    .values({ studyId, [`${kind}Id`]: id, records, hash: hashOf(token), page, endsAt, madeBy });
  const along = records ? ', with the records' : '';
  await happened(studyId, `made a link for outsiders to “${name}”${along}`, { thing: id });
  return { token };
}

const lasts = and(isNull(guestLink.endedAt), gt(guestLink.endsAt, sql`now()`));

/** Those that are good now, the newest first. */
export async function listLinks(studyId: string): Promise<GuestLink[]> {
  const found: (GuestLink & { createdAt: Date })[] = [];
  for (const kind of Object.keys(shared) as SharedKind[]) {
    const table = shared[kind];
    const rows = await database()
      .select({
        id: guestLink.id,
        thing: table.id,
        name: table.name,
        records: guestLink.records,
        by: person.name,
        endsAt: guestLink.endsAt,
        opened: guestLink.opened,
        createdAt: guestLink.createdAt,
      })
      .from(guestLink)
      .innerJoin(table, eq(table.id, columnOf[kind]))
      .leftJoin(person, eq(person.id, guestLink.madeBy))
      .where(and(await seenIn(kind, studyId, 'read'), lasts, isNull(table.deletedAt)));
    found.push(...rows.map((row) => ({ kind, ...row })));
  }
  return found
    .sort((a, b) => b.createdAt.getTime() - a.createdAt.getTime() || (a.id < b.id ? -1 : 1))
    .map(({ createdAt: _, ...link }) => link);
}

/** Ends a link at once; what it showed is deleted. */
export async function endLink(studyId: string, id: string): Promise<void> {
  for (const kind of Object.keys(shared) as SharedKind[]) {
    const table = shared[kind];
    const things = database()
      .select({ id: table.id })
      .from(table)
      .where(await seenIn(kind, studyId, 'edit', { among: 'all' }));
    const [ended] = await database()
      .update(guestLink)
      .set({ endedAt: sql`now()`, page: Buffer.alloc(0) })
      .where(and(eq(guestLink.id, id), inArray(columnOf[kind], things), isNull(guestLink.endedAt)))
      .returning({ of: columnOf[kind] });
    if (!ended) continue;
    const of = ended.of as string;
    const name = await nameOf(kind, studyId, of, 'all');
    return happened(studyId, `ended a link for outsiders to “${name}”`, { thing: of });
  }
  throw new NotFound('This link has ended already. Load the page again.');
}

/** The page behind a link, which is counted. @throws NotFound, in the same words whether it never was or has ended */
export async function openedByGuest(token: string): Promise<Buffer> {
  const [found] = await database()
    .select({ id: guestLink.id, page: guestLink.page, deleted: sql<boolean>`study.deleted_at is not null` })
    .from(guestLink)
    // Whoever has the link needs no other right.
    // eslint-disable-next-line nunatak/through-access -- as above
    .leftJoin(figure, eq(figure.id, guestLink.figureId))
    // eslint-disable-next-line nunatak/through-access -- as above
    .leftJoin(network, eq(network.id, guestLink.networkId))
    .innerJoin(sql`study`, sql`study.id = ${guestLink.studyId}`)
    .where(and(eq(guestLink.hash, hashOf(token)), lasts, isNull(figure.deletedAt), isNull(network.deletedAt)));
  if (!found || found.deleted)
    throw new NotFound('There is nothing behind this link, or it has ended. Ask whoever sent it for another.');
  await database()
    .update(guestLink)
    .set({ opened: sql`${guestLink.opened} + 1` })
    .where(eq(guestLink.id, found.id));
  return found.page;
}
