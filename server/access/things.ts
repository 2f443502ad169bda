/** Things of a study that are filed for some of its people: networks, figures, shortlists, and what is kept. They are got through here alone. */
import { type SQL, and, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import * as z from 'zod';
import { type Seen, database, figure, kept, network, shortlist, thingTeam } from '@/server/db';
import { signedIn } from '@/server/people/person';
import { type Right, studyFor } from '.';

export const things = { network, figure, shortlist, kept } as const;
export type ThingKind = keyof typeof things;
export const thingKinds = Object.keys(things) as ThingKind[];
export interface ThingRef {
  kind: ThingKind;
  id: string;
}

/**
 * Whether a thing is seen by a person: it is for everybody of its study, is theirs, or is filed for a team of theirs. What belongs to nobody who has a part
 * in the study any more is seen by its owners, so that it is not lost.
 */
const seenBy = (kind: ThingKind, personId: string): SQL => {
  const { id, studyId, ownerId, seen } = things[kind];
  return sql`(${seen} = 'everybody' or ${ownerId} = ${personId}
    or (${seen} = 'teams' and exists (select 1 from thing_team
      join team on team.id = thing_team.team_id and team.deleted_at is null
      join team_member on team_member.team_id = team.id
      where thing_team.thing_id = ${id} and team_member.person_id = ${personId}))
    or (not exists (select 1 from member where member.study_id = ${studyId} and member.person_id = ${ownerId})
      and exists (select 1 from member
        where member.study_id = ${studyId} and member.person_id = ${personId} and member.role = 'owner')))`;
};

/** What kind of thing this id is of, where whoever asks sees it, deleted or not. */
export async function kindOfThing(study: string, id: string): Promise<ThingKind | undefined> {
  for (const kind of thingKinds) {
    const found = await database()
      .select({ id: things[kind].id })
      .from(things[kind])
      .where(await seenIn(kind, study, 'read', { id, among: 'all' }));
    if (found.length) return kind;
  }
  return undefined;
}

interface Which {
  id?: string;
  among?: 'present' | 'deleted' | 'all';
}

/**
 * The condition under which a statement reads or changes things of a study: only those that whoever asks sees, and only where they have the right on the
 * study. An id that is none finds nothing.
 * @throws what `studyFor` throws
 */
export async function seenIn(
  kind: ThingKind,
  study: string,
  right: Right,
  { id, among = 'present' }: Which = {},
): Promise<SQL | undefined> {
  await studyFor(study, right);
  if (id !== undefined && !z.uuid().safeParse(id).success) return sql`false`;
  const { id: personId } = await signedIn();
  const table = things[kind];
  return and(
    eq(table.studyId, study),
    id === undefined ? undefined : eq(table.id, id),
    among === 'all' ? undefined : (among === 'present' ? isNull : isNotNull)(table.deletedAt),
    seenBy(kind, personId),
  );
}

/** The condition on networks of several studies, all of which whoever asks has a part in. */
export async function seenAmong(kind: ThingKind, studies: readonly string[]): Promise<SQL | undefined> {
  const { id: personId } = await signedIn();
  const table = things[kind];
  return and(inArray(table.studyId, [...studies]), isNull(table.deletedAt), seenBy(kind, personId));
}

/** The condition on lines that may name a thing, by the column of its id: they name none, or one that whoever asks sees, deleted or not. */
export async function namedSeen(study: string, column: AnyPgColumn): Promise<SQL | undefined> {
  const conditions = await Promise.all(
    thingKinds.map(async (kind) =>
      inArray(
        column,
        database()
          .select({ id: things[kind].id })
          .from(things[kind])
          .where(await seenIn(kind, study, 'read', { among: 'all' })),
      ),
    ),
  );
  return or(isNull(column), ...conditions);
}

/** Who sees what is made anew, where nothing else is said: sets of people of interest are one's own until they are shown. */
const firstSeen = (kind: ThingKind, keptKind?: string): Seen =>
  kind === 'shortlist' || keptKind === 'sift' ? 'mine' : 'everybody';

export interface NewFiling {
  ownerId: string;
  folder: string;
  seen: Seen;
}

/**
 * How a new thing is filed: it belongs to whoever makes it. What is made `like` another is seen by the same people, so that a fork shows nobody what
 * they could not see. `file` is to be called with its id once it is there.
 */
export async function newFiling(
  study: string,
  kind: ThingKind,
  { keptKind, like }: { keptKind?: string; like?: ThingRef } = {},
): Promise<{ filing: NewFiling; file: (id: string) => Promise<void> }> {
  const { id: ownerId } = await signedIn();
  if (!like) return { filing: { ownerId, folder: '', seen: firstSeen(kind, keptKind) }, file: () => Promise.resolve() };
  const table = things[like.kind];
  const [from] = await database()
    .select({ folder: table.folder, seen: table.seen })
    .from(table)
    .where(await seenIn(like.kind, study, 'read', { id: like.id, among: 'all' }));
  // It has gone, or is not seen any more: what comes of it is shown to nobody else until that is said.
  if (!from) return { filing: { ownerId, folder: '', seen: 'mine' }, file: () => Promise.resolve() };
  return {
    filing: { ownerId, folder: like.kind === kind ? from.folder : '', seen: from.seen },
    async file(id) {
      if (from.seen !== 'teams') return;
      const teams = await database().select().from(thingTeam).where(eq(thingTeam.thingId, like.id));
      if (teams.length)
        await database()
          .insert(thingTeam)
          .values(teams.map(({ teamId }) => ({ teamId, thingId: id })));
    },
  };
}
