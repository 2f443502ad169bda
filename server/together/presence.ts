/** Who is here, and on what. */
import { and, asc, eq, gt, inArray, lt, sql } from 'drizzle-orm';
import * as z from 'zod';
import { own } from '@/core/own';
import { studyFor } from '@/server/access';
import { seenIn, things } from '@/server/access/things';
import { database, member, person, presence } from '@/server/db';
import { signedIn } from '@/server/people/person';
import { announce } from './news';

/** Seconds between two signs of a page that is open, and after which one without a sign counts as gone. */
export const beat = 20;
const gone = 50;

export const whereSchema = z.object({
  place: z.enum(['records', 'names', 'networks', 'figures', 'people']),
  thing: z.uuid().optional(),
});
export type Where = z.infer<typeof whereSchema>;

/** A page is open; the id under which it stays or leaves. */
export async function arrive(study: string, { place, thing }: Where): Promise<string> {
  await studyFor(study, 'read');
  const { id: personId } = await signedIn();
  const [{ id }] = await database()
    .insert(presence)
    .values({ studyId: study, personId, place, thingId: thing ?? null })
    .returning({ id: presence.id });
  await announce({ study, thing: null, presence: true });
  return id;
}

/** It is still open. */
export async function stay(page: string): Promise<void> {
  await database()
    .update(presence)
    .set({ seenAt: sql`now()` })
    .where(eq(presence.id, page));
}

export async function leave(study: string, page: string): Promise<void> {
  await database().delete(presence).where(eq(presence.id, page));
  // Those of processes that ended without a word.
  await database()
    .delete(presence)
    .where(lt(presence.seenAt, sql`now() - interval '1 hour'`));
  await announce({ study, thing: null, presence: true });
}

export interface Here {
  id: string;
  name: string;
  /** Where they are, in words; only what whoever asks sees is named. */
  on: string;
  you: boolean;
}

const placeWords: Record<string, string> = {
  records: 'Records',
  names: 'Names',
  networks: 'Networks',
  figures: 'Figures',
  people: 'People',
};

/** Each person once, where they were last heard of; by name. */
export async function whoIsHere(study: string): Promise<Here[]> {
  await studyFor(study, 'read');
  const { id: me } = await signedIn();
  const rows = await database()
    .select({ id: person.id, name: person.name, place: presence.place, thing: presence.thingId })
    .from(presence)
    .innerJoin(person, eq(person.id, presence.personId))
    .innerJoin(member, and(eq(member.personId, presence.personId), eq(member.studyId, study)))
    .where(and(eq(presence.studyId, study), gt(presence.seenAt, sql`now() - make_interval(secs => ${gone})`)))
    .orderBy(asc(person.name), asc(person.id), sql`${presence.seenAt} desc`);
  const names = await namesOf(
    study,
    rows.flatMap(({ thing }) => thing ?? []),
  );
  const found = new Map<string, Here>();
  for (const { id, name, place, thing } of rows)
    if (!found.has(id))
      found.set(id, { id, name, on: (thing && names.get(thing)) || (own(placeWords, place) ?? ''), you: id === me });
  return [...found.values()];
}

async function namesOf(study: string, ids: readonly string[]): Promise<Map<string, string>> {
  const names = new Map<string, string>();
  if (!ids.length) return names;
  for (const kind of ['network', 'figure'] as const) {
    const table = things[kind];
    const rows = await database()
      .select({ id: table.id, name: table.name })
      .from(table)
      .where(and(await seenIn(kind, study, 'read'), inArray(table.id, [...ids])));
    for (const { id, name } of rows) names.set(id, name);
  }
  return names;
}
