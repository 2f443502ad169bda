/** Who may do what: every read and write of a study goes through `studyFor`. */
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { database, study } from '@/server/db';

/** What is asked for is not there, or not to be seen. */
export class NotFound extends Fault {}

export type Right = 'read' | 'edit';
export interface StudyHead {
  id: string;
  name: string;
}

const idSchema = z.uuid();

/**
 * The study, where it is there and may be used so. There are no accounts yet: the server listens on this machine only, and whoever uses it owns what is in it;
 * the right is asked for all the same, so that roles have one place to stand.
 */
export async function studyFor(
  id: string,
  _right: Right,
  among: 'present' | 'deleted' = 'present',
): Promise<StudyHead> {
  const found = idSchema.safeParse(id).success
    ? await database()
        .select({ id: study.id, name: study.name })
        .from(study)
        .where(and(eq(study.id, id), (among === 'present' ? isNull : isNotNull)(study.deletedAt)))
    : [];
  if (!found[0] && among === 'deleted')
    throw new NotFound('There is nothing to bring back: the study is not among the deleted ones.');
  if (!found[0])
    throw new NotFound('This study is not there. It may have been deleted; the Studies page lists those there are.');
  return found[0];
}
