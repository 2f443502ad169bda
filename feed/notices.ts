/** What the practice feed posts: lines of a file, in their order, then generated ones for as long as it runs. */
import { type Message } from '@/core/feed';
import { type Random, seeded } from '@/core/random';

/** A message without its number and its time, which it gets when it is posted. */
export type Posted = Pick<Message, 'writer' | 'text' | 'people' | 'words'> & { time?: string };

/** The names that lines may have for what a message holds. */
const texts = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((one): one is string => typeof one === 'string' && one !== '') : [];
const text = (value: unknown): string => (typeof value === 'string' ? value : '');

/** Messages out of NDJSON: `writer`, `text`, `people` (or `mentions`), `words` (or `about`), `time` (or `at`). @throws where a line is none */
export function readNotices(ndjson: string): Posted[] {
  return ndjson.split(/\r?\n/).flatMap((line, i) => {
    if (line.trim() === '') return [];
    let value: Record<string, unknown>;
    try {
      value = JSON.parse(line) as Record<string, unknown>;
    } catch {
      throw new Error(`Line ${i + 1} is no JSON object.`);
    }
    const writer = text(value.writer);
    if (writer === '') throw new Error(`Line ${i + 1} does not say who its writer is.`);
    const time = text(value.time) || text(value.at);
    return [
      {
        writer,
        text: text(value.text),
        people: texts(value.people ?? value.mentions),
        words: texts(value.words ?? value.about),
        ...(time ? { time } : {}),
      },
    ];
  });
}

const forms = [
  '{what} to spare, ask {whom}',
  'wanted: {what}, leave word with {whom}',
  'thanks {whom} for the {what}',
  '{what} promised to {whom} by the mail boat',
  'for {whom}: two packets of {what} left at the pier',
  '{what} and {more} wanted, any island; ask {whom}',
];

/** Goes on in the manner of what was posted: whom a writer names is mostly whom they have named, or who has named them. */
export function goingOn(played: readonly Posted[], seed: number): () => Posted {
  const random: Random = seeded(seed);
  const pick = <T>(items: readonly T[]): T => items[Math.floor(items.length * random.unit() * random.unit())];
  const near = new Map<string, string[]>();
  const know = (a: string, b: string): void => void near.set(a, [...(near.get(a) ?? []), b].slice(-40));
  const writers = [...new Set(played.flatMap(({ writer, people }) => [writer, ...people]))];
  const wares = [...new Set(played.flatMap(({ words }) => words))];
  for (const { writer, people } of played)
    for (const person of people) {
      know(writer, person);
      know(person, writer);
    }
  return () => {
    const writer = pick(writers);
    const whom = pick(random.below(5) === 0 ? writers : (near.get(writer) ?? writers));
    const [what, more] = [pick(wares), pick(wares)];
    const form = forms[random.below(forms.length)];
    const said = form.replace('{what}', what).replace('{whom}', whom).replace('{more}', more);
    const words = form.includes('{more}') && more !== what ? [what, more] : [what];
    if (whom !== writer) know(writer, whom);
    return { writer, text: said, people: whom === writer ? [] : [whom], words };
  };
}
