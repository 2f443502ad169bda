/** What every action of the interface has in common: its arguments are parsed, the right is asked for, and whatever goes wrong becomes an answer. */
import * as z from 'zod';
import { type Right, studyFor } from '@/server/access';
import { type Answer, answered } from '@/server/answer';

/** NUL is in no text of the database. */
export const text = z
  .string()
  .max(1000)
  .transform((words) => words.replaceAll('\0', ''));

type Inputs<A extends readonly z.ZodType[]> = { [I in keyof A]: z.input<A[I]> };
type Outputs<A extends readonly z.ZodType[]> = { [I in keyof A]: z.output<A[I]> };

/** An action on a study. Its right can be read off it, so that all of them can be listed. */
export interface StudyAction<A extends readonly unknown[], R> {
  (study: string, ...given: A): Promise<Answer<R>>;
  right: Right;
}

/** An action that needs the right on the study that is its first argument; `among` the deleted ones where it brings one back. */
export function action<const A extends readonly z.ZodType[], R>(
  right: Right,
  schemas: A,
  work: (study: string, ...given: Outputs<A>) => Promise<R>,
  among: 'present' | 'deleted' = 'present',
): StudyAction<Inputs<A>, R> {
  const given = async (study: string, ...words: Inputs<A>): Promise<Answer<R>> =>
    answered(async () => {
      const id = text.parse(study);
      await studyFor(id, right, among);
      // Missing ones are parsed as well: most must be there.
      const parsed = schemas.map((schema, i) => schema.parse(words[i])) as Outputs<A>;
      return work(id, ...parsed);
    });
  return Object.assign(given, { right });
}
