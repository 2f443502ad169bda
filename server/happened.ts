/** The log of a study. */
import { and, desc, eq, gt, sql } from 'drizzle-orm';
import { studyFor } from '@/server/access';
import { namedSeen } from '@/server/access/things';
import { database, happening, person } from '@/server/db';
import { announce } from '@/server/together/news';
import { currentPerson } from '@/server/people/person';

/** Minutes within which what somebody does to one thing is one line. */
const together = 15;
/** Characters of a line. */
const longest = 300;
const mostListed = 100;

export interface Concerns {
  /** What it was done to, where doing it again soon belongs to the same line. */
  about?: string;
  /** The network, figure, shortlist or what is kept that the line names: whoever may not see it is not told. */
  thing?: string;
  /** The version that it made, and where that can be looked at, below the study's own address. */
  made?: { version: number; place: string };
}

/** Writes down what whoever asks did, as the rest of a sentence that begins with them, and tells the pages that are open. */
export async function happened(studyId: string, what: string, { about, thing, made }: Concerns = {}): Promise<void> {
  await announce({ study: studyId, thing: thing ?? null });
  const personId = (await currentPerson())?.id ?? null;
  const line = what.length > longest ? `${what.slice(0, longest - 1)}…` : what;
  if (about !== undefined && personId !== null) {
    const again = await database()
      .update(happening)
      .set({ what: line, ...made, times: sql`${happening.times} + 1`, at: sql`now()` })
      .where(
        and(
          eq(happening.studyId, studyId),
          eq(happening.personId, personId),
          eq(happening.about, about),
          gt(happening.at, sql`now() - make_interval(mins => ${together})`),
        ),
      )
      .returning({ id: happening.id });
    if (again.length) return;
  }
  await database()
    .insert(happening)
    .values({ studyId, personId, what: line, about, thingId: thing, ...made });
}

export interface Happened {
  id: number;
  /** Null where the person is not there any more. */
  who: string | null;
  what: string;
  times: number;
  at: Date;
  version: number | null;
  place: string | null;
}

/** The newest first; nothing of what whoever asks may not see. */
export async function listHappened(studyId: string): Promise<Happened[]> {
  await studyFor(studyId, 'read');
  return database()
    .select({
      id: happening.id,
      who: person.name,
      what: happening.what,
      times: happening.times,
      at: happening.at,
      version: happening.version,
      place: happening.place,
    })
    .from(happening)
    .leftJoin(person, eq(person.id, happening.personId))
    .where(and(eq(happening.studyId, studyId), await namedSeen(studyId, happening.thingId)))
    .orderBy(desc(happening.at), desc(happening.id))
    .limit(mostListed);
}
