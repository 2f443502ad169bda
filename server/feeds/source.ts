/** The line to a feed: its protocol (docs/feeds.md) as this server speaks it. */
import { createParser } from 'eventsource-parser';
import * as z from 'zod';
import { type Follow, type Message, messageSchema } from '@/core/feed';
import { Fault } from '@/core/fault';

export interface SourceAt {
  address: string;
  key: string;
  follow: Follow;
}

/** The source says no, and would again: the key, the address or the protocol is wrong. */
export class Refused extends Fault {}
/** The source wants to be asked later. */
export class Later extends Error {
  constructor(readonly seconds: number) {
    super('The source asks to wait.');
  }
}
/** The source does not keep what comes after a message any more; what it keeps begins after `oldest`. */
export class Gone extends Error {
  constructor(
    readonly oldest: number,
    readonly newest: number,
  ) {
    super('The source does not keep these messages any more.');
  }
}
/** The line broke, was silent, or never came about. */
export class LineLost extends Error {}

/** Milliseconds without any sign of the source after which its line counts as lost; it gives one every five seconds. */
export const mostSilent = 15_000;
const mostAnswer = 64 * 1024 * 1024;
const mostEvent = 1024 * 1024;

const aboutSchema = z.object({ protocol: z.literal(1), name: z.string().max(200), oldest: z.int(), newest: z.int() });
const goneSchema = z.object({ oldest: z.int(), newest: z.int() });
const pageSchema = z.object({ messages: z.array(z.unknown()).max(10_000), more: z.boolean(), upTo: z.int() });

async function ask(
  { address, key, follow }: SourceAt,
  path: string,
  { signal, headers, limit }: { signal: AbortSignal; headers?: Record<string, string>; limit?: number },
): Promise<Response> {
  const wishes = new URLSearchParams([
    ...follow.words.map((word) => ['word', word]),
    ...follow.writers.map((writer) => ['writer', writer]),
    ...(limit === undefined ? [] : [['limit', String(limit)]]),
  ]);
  let answer: Response;
  try {
    answer = await fetch(`${address}${path}?${wishes.toString()}`, {
      headers: { Authorization: `Bearer ${key}`, ...headers },
      // It could lead to a place that is not allowed.
      redirect: 'error',
      signal,
    });
  } catch {
    throw new LineLost('The source does not answer.');
  }
  if (answer.ok) return answer;
  const told = await answer.text().catch(() => '');
  switch (answer.status) {
    case 401:
      throw new Refused('The source does not know this key. Write it in again.', 'key');
    case 403:
      throw new Refused('The key has expired. Ask the source for another, and write it in.', 'key');
    case 404:
    case 405:
      throw new Refused('There is no feed at this address.', 'address');
    case 410: {
      const { oldest, newest } = goneSchema.parse(JSON.parse(told));
      throw new Gone(oldest, newest);
    }
    case 429:
      throw new Later(Math.min(3600, Math.max(1, Number(answer.headers.get('retry-after')) || 30)));
    default:
      if (answer.status >= 500) throw new LineLost(`The source is not well (${answer.status}).`);
      throw new Refused(`The source refused the request (${answer.status}).`);
  }
}

/** The bytes of an answer; a source that goes silent is let go. */
async function* chunks(answer: Response, line: Line): AsyncGenerator<Uint8Array> {
  if (!answer.body) return;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const watch = (): void => {
    clearTimeout(timer);
    timer = setTimeout(() => line.lose(new LineLost('The source went silent.')), mostSilent);
  };
  const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
  const cancel = (): void => void reader.cancel().catch(() => undefined);
  // The signal that a request was given reaches its body no more once the request itself has been collected.
  line.signal.addEventListener('abort', cancel);
  if (line.signal.aborted) cancel();
  try {
    for (;;) {
      watch();
      const { done, value } = await reader.read();
      // While what came is worked on, nobody waits for the source.
      clearTimeout(timer);
      if (done) return;
      yield value;
    }
  } finally {
    clearTimeout(timer);
    line.signal.removeEventListener('abort', cancel);
    cancel();
  }
}

interface Line {
  signal: AbortSignal;
  lose(why: LineLost): void;
  why(): LineLost | undefined;
  /** It is done with. */
  end(): void;
}

/** A signal that ends with the one given, or when the line is lost; and what it was lost for. */
function lineOf(given: AbortSignal): Line {
  // Not by `AbortSignal.any`, whose signals are collected while somebody waits for them.
  const own = new AbortController();
  const follow = (): void => own.abort();
  if (given.aborted) follow();
  given.addEventListener('abort', follow, { once: true });
  let lost: LineLost | undefined;
  return {
    signal: own.signal,
    lose(why) {
      lost ??= why;
      own.abort();
    },
    why: () => lost,
    end() {
      given.removeEventListener('abort', follow);
      own.abort();
    },
  };
}

/** What is asked in one go; a Fault or one of the errors above. */
async function answered<T>(
  at: SourceAt,
  path: string,
  signal: AbortSignal,
  schema: z.ZodType<T>,
  limit?: number,
): Promise<T> {
  const line = lineOf(signal);
  const timer = setTimeout(() => line.lose(new LineLost('The source does not answer.')), mostSilent);
  try {
    const answer = await ask(at, path, { signal: line.signal, ...(limit === undefined ? {} : { limit }) });
    clearTimeout(timer);
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of chunks(answer, line)) {
      size += part.length;
      if (size > mostAnswer) throw new Refused('The source answers with more than can be taken in.', 'address');
      parts.push(part);
    }
    const text = Buffer.concat(parts).toString('utf8');
    const whole = Number(answer.headers.get('content-length') ?? size);
    if (size < whole) throw new LineLost('The answer broke off.');
    const read = schema.safeParse(JSON.parse(text));
    if (!read.success) throw new Refused('What answers at this address is no feed of this protocol.', 'address');
    return read.data;
  } catch (error) {
    signal.throwIfAborted();
    if (error instanceof Fault || error instanceof Later || error instanceof Gone) throw error;
    if (error instanceof SyntaxError)
      throw new Refused('What answers at this address is no feed of this protocol.', 'address');
    throw line.why() ?? (error instanceof LineLost ? error : new LineLost('The line to the source broke.'));
  } finally {
    clearTimeout(timer);
    line.end();
  }
}

export type About = z.output<typeof aboutSchema>;
export const about = (at: SourceAt, signal: AbortSignal): Promise<About> => answered(at, '/', signal, aboutSchema);

/** Followed messages after a number, in their order; all up to `upTo` have been looked at. What is no message is counted as `broken`. */
export async function after(
  at: SourceAt,
  id: number,
  signal: AbortSignal,
  limit?: number,
): Promise<{ messages: Message[]; more: boolean; upTo: number; broken: number }> {
  const page = await answered(at, `/messages/after/${id}`, signal, pageSchema, limit);
  const messages = page.messages.flatMap((one) => messageSchema.safeParse(one).data ?? []);
  return { ...page, messages, broken: page.messages.length - messages.length };
}

/** `last`: the number of the newest message that is followed, said while none comes. */
export type Heard = { begin: number } | { message: Message } | { last: number } | { broken: true };

/** What comes over the line after a message, or from now on; until it is lost, which is an error, or the signal. */
export async function* heard(at: SourceAt, last: number | undefined, signal: AbortSignal): AsyncGenerator<Heard[]> {
  const line = lineOf(signal);
  const timer = setTimeout(() => line.lose(new LineLost('The source does not answer.')), mostSilent);
  try {
    const answer = await ask(at, '/messages', {
      signal: line.signal,
      headers: { Accept: 'text/event-stream', ...(last === undefined ? {} : { 'Last-Event-ID': String(last) }) },
    });
    clearTimeout(timer);
    if (!(answer.headers.get('content-type') ?? '').startsWith('text/event-stream'))
      throw new Refused('What answers at this address is no feed of this protocol.', 'address');
    let found: Heard[] = [];
    let unread = 0;
    const parser = createParser({
      onEvent({ event, data }) {
        unread = 0;
        const one = readEvent(event, data);
        if (one) found.push(one);
      },
      onComment: () => void (unread = 0),
    });
    const decoder = new TextDecoder();
    for await (const part of chunks(answer, line)) {
      unread += part.length;
      parser.feed(decoder.decode(part, { stream: true }));
      if (unread > mostEvent) throw new Refused('The source sends an event without an end.', 'address');
      if (found.length) yield found;
      found = [];
    }
    throw new LineLost('The line was cut.');
  } catch (error) {
    signal.throwIfAborted();
    if (error instanceof Fault || error instanceof Later || error instanceof Gone) throw error;
    throw line.why() ?? (error instanceof LineLost ? error : new LineLost('The line was cut.'));
  } finally {
    clearTimeout(timer);
    line.end();
  }
}

function readEvent(event: string | undefined, data: string): Heard | undefined {
  if (event !== undefined && !['begin', 'message', 'here'].includes(event)) return undefined;
  let value: unknown;
  try {
    value = JSON.parse(data);
  } catch {
    return { broken: true };
  }
  if (event === 'begin') {
    const begun = z.object({ after: z.int().min(0) }).safeParse(value);
    return begun.success ? { begin: begun.data.after } : { broken: true };
  }
  if (event === 'here') return z.object({ last: z.int().min(0) }).safeParse(value).data;
  const read = messageSchema.safeParse(value);
  return read.success ? { message: read.data } : { broken: true };
}
