/** A feed's messages: what they hold, and which of them somebody follows. The protocol is told in docs/feeds.md. */
import * as z from 'zod';

const name = z.string().min(1).max(500);

/** One message. What else a source sends with it is passed over. */
export const messageSchema = z.object({
  /** Its number: greater than that of every message posted before. */
  id: z.int().min(1).meta({ description: 'Greater than that of every message posted before; never used twice.' }),
  /** That of the message before it among those followed: where it is told, a lost message is noticed. */
  previous: z.int().min(0).optional().meta({
    description: 'The id of the message before it that passes the same filters, or of where the stream began.',
  }),
  time: z.iso.datetime({ offset: true }).meta({ description: 'When it was posted, to the second or finer.' }),
  writer: name.meta({ description: 'Who posted it.' }),
  text: z.string().max(20_000).meta({ description: 'What it says.' }),
  people: z.array(name).max(200).default([]).meta({ description: 'Whom it names.' }),
  words: z.array(name).max(200).default([]).meta({ description: 'What it is about.' }),
});
export type Message = z.output<typeof messageSchema>;

/** What is followed: messages that hold one of the words, or are by one of the writers; all where neither is named. */
export const followSchema = z.object({
  words: z.array(z.string().trim().min(1).max(100)).max(50).default([]),
  writers: z.array(z.string().trim().min(1).max(200)).max(50).default([]),
});
export type Follow = z.output<typeof followSchema>;

const folded = (text: string): string => text.normalize('NFC').toLocaleLowerCase('en');

/** The rule by which messages are followed, made once for many: words are found whole, in text and words alike, whatever their case. */
export function following({
  words,
  writers,
}: Follow): (message: Pick<Message, 'writer' | 'text' | 'words'>) => boolean {
  if (!words.length && !writers.length) return () => true;
  const wanted = words.map((word) => ({
    exact: folded(word),
    // A word ends where no letter, figure or mark goes on with it.
    within: new RegExp(`(?<![\\p{L}\\p{N}\\p{M}])${escaped(folded(word))}(?![\\p{L}\\p{N}\\p{M}])`, 'u'),
  }));
  const by = new Set(writers.map(folded));
  return ({ writer, text, words: about }) => {
    if (by.has(folded(writer))) return true;
    if (!wanted.length) return false;
    const said = folded(text);
    const named = about.map(folded);
    return wanted.some(
      ({ exact, within }) => within.test(said) || named.some((one) => one === exact || within.test(one)),
    );
  };
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');

/** The JSON Schema of a message, for whoever puts a source behind the protocol. */
export const messageJsonSchema = (): object => ({
  title: 'A message of a feed',
  ...z.toJSONSchema(messageSchema, { io: 'input' }),
});
