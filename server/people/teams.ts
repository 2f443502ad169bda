/** Teams: people who see the same things. A study's owners make those of the study, administrators those of the whole server. */
import { and, asc, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { NotFound, studyFor } from '@/server/access';
import { database, inTransaction, member, person, team, teamMember } from '@/server/db';
import { happened } from '@/server/happened';
import { cleanName } from '@/server/studies';

export interface Team {
  id: string;
  name: string;
  /** Whether it is the study's own; else one of the whole server. */
  own: boolean;
  /** Ids of those in it: of a study, only who has a part in it. */
  people: string[];
}

export const teamChangeSchema = z.object({
  name: z.string().max(1000).optional(),
  people: z.array(z.uuid()).max(10_000).optional(),
});
type TeamChange = z.infer<typeof teamChangeSchema>;

/** Null for teams of the whole server. */
type Of = string | null;

const ofThis = (of: Of) => (of === null ? isNull(team.studyId) : eq(team.studyId, of));

/** The study's teams, and those of the server that somebody of the study is in; by name. */
export async function listTeams(study: string): Promise<Team[]> {
  await studyFor(study, 'read');
  const rows = await database()
    .select({ id: team.id, name: team.name, studyId: team.studyId, personId: member.personId })
    .from(team)
    .leftJoin(teamMember, eq(teamMember.teamId, team.id))
    .leftJoin(member, and(eq(member.personId, teamMember.personId), eq(member.studyId, study)))
    .where(
      and(isNull(team.deletedAt), or(eq(team.studyId, study), and(isNull(team.studyId), isNotNull(member.personId)))),
    )
    .orderBy(asc(team.name), asc(team.id), asc(member.personId));
  return gathered(rows);
}

/** The teams of the whole server, by name. */
export async function listHouseTeams(): Promise<Team[]> {
  const rows = await database()
    .select({ id: team.id, name: team.name, studyId: team.studyId, personId: teamMember.personId })
    .from(team)
    .leftJoin(teamMember, eq(teamMember.teamId, team.id))
    .where(and(isNull(team.deletedAt), isNull(team.studyId)))
    .orderBy(asc(team.name), asc(team.id), asc(teamMember.personId));
  return gathered(rows);
}

function gathered(
  rows: readonly { id: string; name: string; studyId: string | null; personId: string | null }[],
): Team[] {
  const teams = new Map<string, Team>();
  for (const { id, name, studyId, personId } of rows) {
    const held = teams.get(id) ?? { id, name, own: studyId !== null, people: [] };
    teams.set(id, held);
    if (personId !== null) held.people.push(personId);
  }
  return [...teams.values()];
}

async function freeName(of: Of, wanted: string, id?: string): Promise<string> {
  const name = cleanName(wanted, 'team');
  const [same] = await database()
    .select({ id: team.id })
    .from(team)
    .where(and(ofThis(of), isNull(team.deletedAt), eq(sql`lower(${team.name})`, name.toLowerCase())));
  if (same && same.id !== id) throw new Fault(`There is a team called “${name}” already. Choose another name.`, 'name');
  return name;
}

/** Who is in it from now on. A Fault where one of them has no part in the study, or no account. */
async function setPeople(of: Of, id: string, people: readonly string[]): Promise<void> {
  const wanted = [...new Set(people)];
  const found = wanted.length
    ? of === null
      ? await database()
          .select({ id: person.id })
          .from(person)
          .where(and(inArray(person.id, wanted), isNull(person.deactivatedAt)))
      : await database()
          .select({ id: member.personId })
          .from(member)
          .where(and(eq(member.studyId, of), inArray(member.personId, wanted)))
    : [];
  if (found.length < wanted.length)
    throw new Fault('Somebody of this team is not here any more. Load the page again.', 'people');
  await database().delete(teamMember).where(eq(teamMember.teamId, id));
  if (wanted.length)
    await database()
      .insert(teamMember)
      .values(wanted.map((personId) => ({ teamId: id, personId })));
}

async function make(of: Of, name: string, people: readonly string[]): Promise<{ id: string; name: string }> {
  return inTransaction(async () => {
    const clean = await freeName(of, name);
    const [made] = await database().insert(team).values({ studyId: of, name: clean }).returning({ id: team.id });
    await setPeople(of, made.id, people);
    return { ...made, name: clean };
  });
}

async function change(of: Of, id: string, { name, people }: TeamChange): Promise<{ before: string; name: string }> {
  return inTransaction(async () => {
    const [held] = await database()
      .select({ name: team.name })
      .from(team)
      .where(and(eq(team.id, id), ofThis(of), isNull(team.deletedAt)))
      .for('update');
    if (!held) throw new NotFound('This team is not there any more. Load the page again.');
    const clean = name === undefined ? held.name : await freeName(of, name, id);
    await database().update(team).set({ name: clean }).where(eq(team.id, id));
    if (people) await setPeople(of, id, people);
    return { before: held.name, name: clean };
  });
}

/** What was filed for it alone is seen by whose it is, until the team is brought back or it is filed anew. */
async function setThere(of: Of, id: string, there: boolean): Promise<string> {
  const [set] = await database()
    .update(team)
    .set({ deletedAt: there ? null : sql`now()` })
    .where(and(eq(team.id, id), ofThis(of), (there ? isNotNull : isNull)(team.deletedAt)))
    .returning({ name: team.name });
  if (!set)
    throw new NotFound(
      there ? 'There is no deleted team to bring back.' : 'This team is not there any more. Load the page again.',
    );
  return set.name;
}

export async function makeTeam(study: string, name: string, people: readonly string[]): Promise<{ id: string }> {
  await studyFor(study, 'own');
  const made = await make(study, name, people);
  await happened(study, `made the team “${made.name}”`);
  return { id: made.id };
}

export async function changeTeam(study: string, id: string, changed: TeamChange): Promise<void> {
  await studyFor(study, 'own');
  const { before, name } = await change(study, id, changed);
  if (before !== name) await happened(study, `renamed the team “${before}” to “${name}”`);
  if (changed.people) await happened(study, `changed who is in the team “${name}”`, { about: `team ${id}` });
}

export async function deleteTeam(study: string, id: string): Promise<void> {
  await studyFor(study, 'own');
  await happened(study, `deleted the team “${await setThere(study, id, false)}”`);
}

/** Takes a deletion back. */
export async function restoreTeam(study: string, id: string): Promise<void> {
  await studyFor(study, 'own');
  await happened(study, `brought the team “${await setThere(study, id, true)}” back`);
}

export async function makeHouseTeam(name: string, people: readonly string[]): Promise<{ id: string }> {
  return { id: (await make(null, name, people)).id };
}

export async function changeHouseTeam(id: string, changed: TeamChange): Promise<void> {
  await change(null, id, changed);
}

export async function deleteHouseTeam(id: string): Promise<void> {
  await setThere(null, id, false);
}

export async function restoreHouseTeam(id: string): Promise<void> {
  await setThere(null, id, true);
}
