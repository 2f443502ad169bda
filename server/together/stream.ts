/** News of a study as server-sent events, for a page that is open. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { Fault } from '@/core/fault';
import { studyFor } from '@/server/access';
import { kindOfThing } from '@/server/access/things';
import { eventStream } from './event-stream';
import { type News, listen, listening } from './news';
import { stillReads } from './still';
import { type Where, arrive, beat, leave, stay, whoIsHere } from './presence';

/** Milliseconds in which several pieces of news are told as one. */
const together = 250;

/**
 * The events `here` (who is here: a list), `changed` (`{ thing, kind }` of what was changed, or nulls), and `again` (something may have been missed). Only
 * what whoever asks may see is told. The stream ends when they may not read the study any more.
 * @throws what `studyFor` throws, before anything is sent
 */
export async function newsOf(study: string, asked: () => Where, headers: Headers): Promise<ReadableStream<Uint8Array>> {
  await studyFor(study, 'read');
  const where = asked();
  const asAsked = AsyncLocalStorage.snapshot();
  return eventStream((send, end) => {
    let over = false;
    let page: string | undefined;
    const here = new Set<'here'>();
    const things = new Set<string | null>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const tell = async (): Promise<void> => {
      timer = undefined;
      const [changed, presence] = [[...things], here.size > 0];
      things.clear();
      here.clear();
      try {
        for (const thing of changed) {
          const kind = thing === null ? null : await kindOfThing(study, thing);
          if (kind !== undefined) send('changed', { thing, kind });
        }
        if (presence) send('here', await whoIsHere(study));
      } catch (error) {
        failed(error);
      }
    };
    const soon = (): void => {
      timer ??= setTimeout(() => void asAsked(tell), together);
    };
    /** Whoever may not read the study any more is told nothing more; where the database is away, the page asks anew. */
    const failed = (error: unknown): void => {
      if (error instanceof Fault) send('closed', { why: error.message });
      end();
    };
    const heard = (news: News | 'again'): void => {
      if (news === 'again') return send('again', null);
      if (news.feed) return;
      if (news.presence) here.add('here');
      else things.add(news.thing);
      soon();
    };
    const unheard = listen(study, heard);
    const alive = setInterval(
      () =>
        void asAsked(async () => {
          try {
            await stillReads(study, headers);
            if (page !== undefined) await stay(page);
            send('alive', null);
          } catch (error) {
            failed(error);
          }
        }),
      beat * 1000,
    );
    void (async () => {
      try {
        // Who comes while the first page of a process arrives is told to it as well.
        await listening();
        if (over) return;
        page = await arrive(study, where);
        // It was closed while it arrived.
        if (over) return await leave(study, page);
        send('here', await whoIsHere(study));
      } catch (error) {
        failed(error);
      }
    })();
    return () => {
      over = true;
      unheard();
      clearInterval(alive);
      clearTimeout(timer);
      const left = page;
      if (left !== undefined) void asAsked(() => leave(study, left)).catch(() => undefined);
    };
  });
}
