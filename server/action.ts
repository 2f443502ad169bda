/** What every action of the interface has in common: its arguments are parsed, the right is asked for, and whatever goes wrong becomes an answer. */
import * as z from 'zod';
import { NotFound, type Right, studyFor } from '@/server/access';
import { type Answer, answered } from '@/server/answer';
import { signedIn } from '@/server/people/person';

/** NUL is in no text of the database. */
export const text = z
  .string()
  .max(1000)
  .transform((words) => words.replaceAll('\0', ''));

/** What comes last may be left out where its schema lets it. */
type Inputs<A extends readonly z.ZodType[]> = A extends readonly [
  ...infer First extends readonly z.ZodType[],
  infer Last extends z.ZodType,
]
  ? undefined extends z.input<Last>
    ? [...Inputs<First>, z.input<Last>?]
    : { [I in keyof A]: z.input<A[I]> }
  : [];
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

/** Who may ask for what concerns no study: anybody at the door, whoever is signed in, or administrators. */
export type Standing = 'anybody' | 'person' | 'administrator';

export interface HouseAction<A extends readonly unknown[], R> {
  (...given: A): Promise<Answer<R>>;
  right: Standing;
}

/** An action that concerns no study; to whom it is not open, it is not there. */
export function houseAction<const A extends readonly z.ZodType[], R>(
  right: Standing,
  schemas: A,
  work: (...given: Outputs<A>) => Promise<R>,
): HouseAction<Inputs<A>, R> {
  const given = async (...words: Inputs<A>): Promise<Answer<R>> =>
    answered(async () => {
      if (right !== 'anybody') {
        const { administrator } = await signedIn();
        if (right === 'administrator' && !administrator) throw new NotFound('Only administrators can do that.');
      }
      return work(...(schemas.map((schema, i) => schema.parse(words[i])) as Outputs<A>));
    });
  return Object.assign(given, { right });
}
