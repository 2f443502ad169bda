/** Who has a part in a study. */
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { type Role, database, inTransaction, inTurn, member, person, team, teamMember } from '@/server/db';
import { studyFor } from '@/server/access';
import { signedIn } from './person';
import { emailOf } from './sign-in';
import { happened } from '@/server/happened';

export interface Member {
  id: string;
  name: string;
  email: string;
  role: Role;
  since: Date;
  /** Whether it is whoever asks. */
  you: boolean;
}

/** Owners first, then by name. */
export async function listMembers(study: string): Promise<Member[]> {
  await studyFor(study, 'read');
  const { id: me } = await signedIn();
  const found = await database()
    .select({ id: person.id, name: person.name, email: person.email, role: member.role, since: member.since })
    .from(member)
    .innerJoin(person, eq(person.id, member.personId))
    .where(eq(member.studyId, study))
    .orderBy(sql`position(${member.role} in 'owner editor reader')`, asc(person.name), asc(person.id));
  return found.map((one) => ({ ...one, you: one.id === me }));
}

/** Changes of who takes part wait for each other, and each looks at what the one before left. */
const inOrder = <T>(study: string, work: () => Promise<T>): Promise<T> =>
  inTransaction(async () => {
    await inTurn(`members of ${study}`);
    return work();
  });

const withArticle = (role: Role): string => `${role === 'reader' ? 'a' : 'an'} ${role}`;

async function nameOf(personId: string): Promise<string> {
  const [found] = await database().select({ name: person.name }).from(person).where(eq(person.id, personId));
  return found?.name ?? 'somebody';
}

/** Gives somebody who has an account a part in the study. */
export async function addMember(study: string, email: string, role: Role): Promise<void> {
  await inOrder(study, async () => {
    await studyFor(study, 'own');
    const wanted = emailOf(email);
    const [found] = await database()
      .select({ id: person.id, name: person.name, at: person.deactivatedAt })
      .from(person)
      .where(eq(person.email, wanted));
    if (!found || found.at)
      throw new Fault(`Nobody here has the address ${wanted}. An administrator can invite them.`, 'email');
    const added = await database()
      .insert(member)
      .values({ studyId: study, personId: found.id, role })
      .onConflictDoNothing()
      .returning({ id: member.personId });
    if (!added.length) throw new Fault(`${found.name} has a part in this study already.`, 'email');
    await happened(study, `made ${found.name} ${withArticle(role)}`);
  });
}

/** A Fault where nobody would own the study any more. */
async function keepsOwner(study: string, but: string): Promise<void> {
  const owners = await database()
    .select({ id: member.personId })
    .from(member)
    .innerJoin(person, eq(person.id, member.personId))
    .where(and(eq(member.studyId, study), eq(member.role, 'owner'), sql`${person.deactivatedAt} is null`));
  if (owners.every(({ id }) => id === but))
    throw new Fault('A study needs an owner. Make somebody else an owner first.', 'role');
}

async function partOf(study: string, personId: string): Promise<Role> {
  const [found] = await database()
    .select({ role: member.role })
    .from(member)
    .where(and(eq(member.studyId, study), eq(member.personId, personId)));
  if (!found) throw new Fault('This person has no part in the study any more. Load the page again.');
  return found.role;
}

export async function changeRole(study: string, personId: string, role: Role): Promise<void> {
  await inOrder(study, async () => {
    await studyFor(study, 'own');
    if ((await partOf(study, personId)) === 'owner' && role !== 'owner') await keepsOwner(study, personId);
    await database()
      .update(member)
      .set({ role })
      .where(and(eq(member.studyId, study), eq(member.personId, personId)));
    await happened(study, `made ${await nameOf(personId)} ${withArticle(role)}`);
  });
}

async function remove(study: string, personId: string): Promise<void> {
  if ((await partOf(study, personId)) === 'owner') await keepsOwner(study, personId);
  await database()
    .delete(member)
    .where(and(eq(member.studyId, study), eq(member.personId, personId)));
  // Whoever comes back is in no team of the study until somebody puts them there.
  const teams = database().select({ id: team.id }).from(team).where(eq(team.studyId, study));
  await database()
    .delete(teamMember)
    .where(and(inArray(teamMember.teamId, teams), eq(teamMember.personId, personId)));
}

export async function removeMember(study: string, personId: string): Promise<void> {
  await inOrder(study, async () => {
    await studyFor(study, 'own');
    await remove(study, personId);
    await happened(study, `took ${await nameOf(personId)} out of the study`);
  });
}

/** Whoever asks gives up their own part. */
export async function leaveStudy(study: string): Promise<void> {
  await inOrder(study, async () => {
    await studyFor(study, 'read');
    await remove(study, (await signedIn()).id);
    await happened(study, 'left the study');
  });
}
