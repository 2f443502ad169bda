/** Streams go on long after their request was let in. */
import { studyFor } from '@/server/access';
import { NotSignedIn, stillSignedIn } from '@/server/people/person';

/** @throws where whoever asked is signed in no more, or may not read the study */
export async function stillReads(study: string, headers: Headers): Promise<void> {
  if (!(await stillSignedIn(headers))) throw new NotSignedIn();
  await studyFor(study, 'read');
}
