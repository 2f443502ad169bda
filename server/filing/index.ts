/** Who sees what in a study, and in which folders it lies: said here for one thing or for several at once. */
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { networksOf, readFigure } from '@/core/figure/plan';
import { allReads } from '@/core/trail';
import { NotFound, studyFor } from '@/server/access';
import { type ThingKind, type ThingRef, seenIn, thingKinds, things } from '@/server/access/things';
import {
  type Role,
  type Seen,
  database,
  figure,
  inTransaction,
  inTurn,
  kept,
  member,
  person,
  thingTeam,
} from '@/server/db';
import { happened } from '@/server/happened';
import { announce } from '@/server/together/news';
import { listLinks } from '@/server/links';
import { networkTrails } from '@/server/networks';
import { type Member, listMembers } from '@/server/people/members';
import { signedIn } from '@/server/people/person';
import { type Team, listTeams } from '@/server/people/teams';
import { folderOf } from './folder';

/** What a thing is called: what is kept goes by its own kinds. */
export type What = Exclude<ThingKind, 'kept'> | 'look' | 'palette' | 'sift' | 'outlines';

export interface FiledThing extends ThingRef {
  what: What;
  name: string;
  folder: string;
  seen: Seen;
  /** Whose it is; null where nobody who has a part in the study. */
  owner: { id: string; name: string } | null;
  /** Ids of the teams it is filed for. */
  teams: string[];
  /** Ids of those of the study who see it. */
  seenBy: string[];
  /** Whether it belongs to whoever asks, and whether they may say who sees it. */
  mine: boolean;
  yours: boolean;
  /** Whether a link for outsiders leads to it. */
  link: boolean;
  /** Names of what it is made from that somebody who sees it does not see, and which is missing for them. */
  lacks: string[];
}

interface Row {
  id: string;
  name: string;
  folder: string;
  seen: Seen;
  ownerId: string | null;
}

/** Each thing that whoever asks sees, by kind, folder and name. */
export async function whoSees(study: string): Promise<FiledThing[]> {
  const head = await studyFor(study, 'read');
  const { id: me } = await signedIn();
  const [members, teams, links] = [await listMembers(study), await listTeams(study), await listLinks(study)];
  const linked = new Set(links.map(({ thing }) => thing));
  const found: FiledThing[] = [];
  for (const kind of thingKinds) {
    const rows = await rowsOf(kind, study);
    const filedFor = await teamsOf(rows.map(({ id }) => id));
    for (const { ownerId, what, ...row } of rows) {
      const owner = members.find(({ id }) => id === ownerId);
      // Teams that are gone or of others see nothing here.
      const its = (filedFor.get(row.id) ?? []).filter((id) => teams.some((one) => one.id === id));
      found.push({
        ...row,
        ...{ kind, what, teams: its, lacks: [], link: linked.has(row.id) },
        owner: owner ? { id: owner.id, name: owner.name } : null,
        seenBy: members.filter((one) => sees(one, { ...row, ownerId: owner?.id }, its, teams)).map(({ id }) => id),
        mine: ownerId === me,
        yours: mayFile(head.role, me, owner?.id),
      });
    }
  }
  await addLacking(study, found);
  return found;
}

/** The rule by which `seenIn` finds things, for what is shown of it. */
function sees(
  { id, role }: Member,
  thing: { seen: Seen; ownerId: string | undefined },
  filedFor: readonly string[],
  teams: readonly Team[],
): boolean {
  if (thing.seen === 'everybody' || thing.ownerId === id) return true;
  if (thing.seen === 'teams' && teams.some((one) => filedFor.includes(one.id) && one.people.includes(id))) return true;
  return thing.ownerId === undefined && role === 'owner';
}

/** Whose it is, and the owners of the study, say who sees a thing. */
const mayFile = (role: Role, me: string, ownerId: string | undefined): boolean =>
  role === 'owner' || (ownerId === me && role !== 'reader');

async function rowsOf(kind: ThingKind, study: string): Promise<(Row & { what: What })[]> {
  const table = things[kind];
  const rows = await database()
    .select({
      id: table.id,
      name: table.name,
      folder: table.folder,
      seen: table.seen,
      ownerId: table.ownerId,
      ...(kind === 'kept' ? { what: kept.kind } : {}),
    })
    .from(table)
    .where(await seenIn(kind, study, 'read'))
    .orderBy(...(kind === 'kept' ? [asc(kept.kind)] : []), asc(table.folder), asc(table.name), asc(table.id));
  return rows.map((row) => ({ ...row, what: (row as { what?: What }).what ?? (kind as What) }));
}

async function teamsOf(ids: readonly string[]): Promise<Map<string, string[]>> {
  const rows = ids.length
    ? await database()
        .select()
        .from(thingTeam)
        .where(inArray(thingTeam.thingId, [...ids]))
    : [];
  const found = new Map<string, string[]>();
  for (const { thingId, teamId } of rows) found.set(thingId, [...(found.get(thingId) ?? []), teamId]);
  return found;
}

/** What is missing to some who see a thing: the networks and shortlists that it is made from are not seen by all of them. */
async function addLacking(study: string, found: readonly FiledThing[]): Promise<void> {
  const byId = new Map(found.map((one) => [one.id, one]));
  const trails = new Map((await networkTrails(study)).map((one) => [one.id, one.trail]));
  const figures = await database()
    .select({ id: figure.id, settings: figure.settings })
    .from(figure)
    .where(await seenIn('figure', study, 'read'));
  const uses = (id: string): string[] => {
    const trail = trails.get(id);
    if (!trail) return [];
    const reads = allReads(trail, (other) => trails.get(other));
    return [...reads.networks, ...reads.shortlists];
  };
  const check = (id: string, used: readonly string[]): void => {
    const thing = byId.get(id);
    if (!thing) return;
    for (const one of new Set(used)) {
      const other = byId.get(one);
      if (other && other !== thing && thing.seenBy.some((who) => !other.seenBy.includes(who)))
        thing.lacks.push(other.name);
    }
  };
  for (const id of trails.keys()) check(id, uses(id));
  for (const { id, settings } of figures) {
    const networks = shownBy(settings);
    check(id, [...networks, ...networks.flatMap(uses)]);
  }
}

/** A figure that holds what it shows needs no network. */
function shownBy(settings: unknown): string[] {
  try {
    const read = readFigure(settings);
    return read.held ? [] : networksOf(read);
  } catch (error) {
    if (error instanceof Fault) return [];
    throw error;
  }
}

const kindSchema = z.enum(['network', 'figure', 'shortlist', 'kept']);
export const refsSchema = z
  .array(z.object({ kind: kindSchema, id: z.string().max(100) }))
  .min(1)
  .max(2000);
export const filingSchema = z.object({
  folder: z.string().max(1000).optional(),
  seen: z.enum(['mine', 'teams', 'everybody']).optional(),
  /** Where it is for teams. */
  teams: z.array(z.uuid()).max(200).optional(),
});
export type FilingChange = z.infer<typeof filingSchema>;

/**
 * Files things otherwise: all of them, or none.
 * @throws NotFound where one of them is not there, or not to be seen; Fault where somebody else says who sees it
 */
export async function fileThings(study: string, refs: readonly ThingRef[], change: FilingChange): Promise<void> {
  await inTransaction(async () => {
    // One after the other: each looks at what the one before left.
    await inTurn(`filing of ${study}`);
    const { role } = await studyFor(study, 'edit');
    const { id: me } = await signedIn();
    const folder = change.folder === undefined ? undefined : folderOf(change.folder);
    const chosen = await chosenTeams(study, change);
    for (const ref of refs) {
      const table = things[ref.kind];
      const [held] = await database()
        .select({ name: table.name, folder: table.folder, seen: table.seen, ownerId: table.ownerId })
        .from(table)
        .where(await seenIn(ref.kind, study, 'edit', { id: ref.id }))
        .for('update');
      if (!held) throw new NotFound('Something of this is not there any more. Load the page again.');
      const ownerId = change.seen && (await ownerAfter(study, role, me, held, change.seen, chosen));
      await database()
        .update(table)
        .set({ folder, seen: change.seen, ownerId })
        .where(await seenIn(ref.kind, study, 'edit', { id: ref.id }));
      if (folder !== undefined && folder !== held.folder)
        await happened(
          study,
          folder ? `filed “${held.name}” under “${folder}”` : `took “${held.name}” out of its folder`,
          {
            thing: ref.id,
          },
        );
      if (!change.seen) continue;
      await database().delete(thingTeam).where(eq(thingTeam.thingId, ref.id));
      if (chosen.length)
        await database()
          .insert(thingTeam)
          .values(chosen.map(({ id: teamId }) => ({ teamId, thingId: ref.id })));
      await happened(study, `${letSee(change.seen, chosen)} “${held.name}”`, { thing: ref.id });
      // Those who do not see it any more are told that something is otherwise, and not what.
      await announce({ study, thing: null });
    }
  });
}

const letSee = (seen: Seen, teams: readonly Team[]): string =>
  seen === 'mine'
    ? 'let nobody else see'
    : `let ${seen === 'everybody' ? 'everybody' : teams.map(({ name }) => name).join(', ')} see`;

async function chosenTeams(study: string, { seen, teams = [] }: FilingChange): Promise<Team[]> {
  if (seen !== 'teams') return [];
  if (!teams.length) throw new Fault('Choose a team, or let everybody see it.', 'teams');
  const there = await listTeams(study);
  const chosen = there.filter(({ id }) => teams.includes(id));
  if (chosen.length < new Set(teams).size)
    throw new Fault('One of these teams is not there any more. Load the page again.', 'teams');
  return chosen;
}

/** Whose a thing is afterwards; a Fault where it is not for whoever asks to say who sees it, or they would not see it themselves. */
async function ownerAfter(
  study: string,
  role: Role,
  me: string,
  { name, ownerId }: Row | { name: string; ownerId: string | null },
  seen: Seen,
  teams: readonly Team[],
): Promise<string | undefined> {
  if (ownerId === me) return undefined;
  const [owner] =
    ownerId === null
      ? []
      : await database()
          .select({ name: person.name })
          .from(member)
          .innerJoin(person, eq(person.id, member.personId))
          .where(and(eq(member.studyId, study), eq(member.personId, ownerId)));
  const whose = owner ? `“${name}” is ${owner.name}’s` : `“${name}” is nobody’s who has a part in this study`;
  if (!mayFile(role, me, owner ? (ownerId ?? undefined) : undefined))
    throw new Fault(`${whose}: they and the owners of the study say who sees it.`, 'seen');
  // What was left behind belongs to the owner who files it.
  if (!owner) return me;
  if (seen === 'mine') throw new Fault(`${whose}, and nobody else can make it theirs alone.`, 'seen');
  if (seen === 'teams' && !teams.some(({ people }) => people.includes(me)))
    throw new Fault(`${whose}, and you are in none of these teams: you would not see it any more.`, 'teams');
  return undefined;
}

/** Gives a folder of one kind of things another name, or puts it into another folder, with what lies in it. What whoever asks does not see stays where it is. */
export async function renameFolder(study: string, what: What, from: string, to: string): Promise<void> {
  const [before, after] = [folderOf(from), folderOf(to)];
  if (before === '') throw new Fault('Choose a folder first.', 'folder');
  const kind: ThingKind = what === 'network' || what === 'figure' || what === 'shortlist' ? what : 'kept';
  const table = things[kind];
  await inTransaction(async () => {
    await inTurn(`filing of ${study}`);
    const rows = (await rowsOf(kind, study)).filter(
      (row) => row.what === what && (row.folder === before || row.folder.startsWith(`${before}/`)),
    );
    await studyFor(study, 'edit');
    for (const { id, folder } of rows) {
      const next = folderOf(`${after}${folder.slice(before.length)}`);
      await database()
        .update(table)
        .set({ folder: next })
        .where(and(await seenIn(kind, study, 'edit', { id }), sql`${table.folder} = ${folder}`));
    }
    if (rows.length)
      await happened(
        study,
        after ? `renamed the folder “${before}” to “${after}”` : `took the folder “${before}” apart`,
        {
          thing: rows[0].id,
        },
      );
  });
}
