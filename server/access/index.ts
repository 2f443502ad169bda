/** Who may do what: every read and write of a study goes through `studyFor`. */
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { type Role, database, member, study } from '@/server/db';
import { signedIn } from '@/server/people/person';

/** What is asked for is not there, or not to be seen. */
export class NotFound extends Fault {}

/** It is seen, but not to be changed by whoever asks. */
export class NotAllowed extends Fault {}

export type Right = 'read' | 'edit' | 'own';
export interface StudyHead {
  id: string;
  name: string;
  /** Of whoever asks. */
  role: Role;
}

/** What each role may do. */
const rights: Record<Role, readonly Right[]> = {
  owner: ['read', 'edit', 'own'],
  editor: ['read', 'edit'],
  reader: ['read'],
};

const refused: Record<Exclude<Right, 'read'>, string> = {
  edit: 'You may read this study, not change it. Whoever owns it can make you an editor, on its People page.',
  own: 'Only an owner of this study can do that. Its People page lists them.',
};

export const may = (role: Role, right: Right): boolean => rights[role].includes(right);

const idSchema = z.uuid();

/**
 * The study, where it is there and whoever asks may use it so.
 * @throws NotSignedIn; NotFound, in the same words whether it is not there or not to be seen; NotAllowed
 */
export async function studyFor(id: string, right: Right, among: 'present' | 'deleted' = 'present'): Promise<StudyHead> {
  const person = await signedIn();
  const found = idSchema.safeParse(id).success
    ? await database()
        .select({ id: study.id, name: study.name, role: member.role })
        .from(study)
        .innerJoin(member, and(eq(member.studyId, study.id), eq(member.personId, person.id)))
        .where(and(eq(study.id, id), (among === 'present' ? isNull : isNotNull)(study.deletedAt)))
    : [];
  if (!found[0] && among === 'deleted')
    throw new NotFound('There is nothing to bring back: the study is not among the deleted ones.');
  if (!found[0])
    throw new NotFound('This study is not there. It may have been deleted; the Studies page lists those there are.');
  if (right !== 'read' && !may(found[0].role, right)) throw new NotAllowed(refused[right]);
  return found[0];
}
