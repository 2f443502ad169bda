import { sql } from 'drizzle-orm';
import { network, snapshot } from '@/server/db';

/** Where the kept picture of a network lies: another address for another picture, so that it may be cached for ever. */
export const pictureAddress = sql<
  string | null
>`'/api/studies/' || ${network.studyId} || '/networks/' || ${network.id} || '/picture/' || md5(${snapshot.picture})`;
