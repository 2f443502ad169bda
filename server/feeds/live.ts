/** A feed as it grows, as server-sent events for its page: counts, the newest messages, and the network's new nodes and changed ties. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { and, eq, gt, sql } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { database, feed, feedNode, feedTie } from '@/server/db';
import { listen, listening } from '@/server/together/news';
import { stillReads } from '@/server/together/still';
import { eventStream } from '@/server/together/event-stream';
import { openFeed, type OpenFeed } from '.';

/** What a page is told: all of the network with `anew`, else what was added since. */
export interface FeedNews extends OpenFeed {
  newest: { id: number; time: string; writer: string; text: string }[];
  anew: boolean;
  /** Number, kind and name. */
  added: [number, string, string][];
  /** Ends and weight, as it is by now. */
  changed: [number, number, number][];
  /** Nodes and ties that are not told: there are too many to be drawn. */
  untold: boolean;
}

/** Milliseconds between two tellings. */
const pace = 500;
const beat = 15_000;
/** Of a network that is told as a whole: its strongest ties, and so many at most. */
const mostTies = 6000;

/** @throws what `openFeed` throws, before anything is sent */
export async function feedNews(study: string, id: string, headers: Headers): Promise<ReadableStream<Uint8Array>> {
  await openFeed(study, id);
  const asAsked = AsyncLocalStorage.snapshot();
  return eventStream((send, ended) => {
    let batch = -1;
    let telling = false;
    let wanted = false;
    let last = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const failed = (error: unknown): void => {
      if (error instanceof Fault) send('closed', { why: error.message });
      ended();
    };
    const tell = async (): Promise<void> => {
      timer = undefined;
      if (telling) {
        wanted = true;
        return;
      }
      telling = true;
      last = Date.now();
      try {
        const told = await newsSince(study, id, batch);
        batch = told.batch;
        send('feed', told.news);
      } catch (error) {
        failed(error);
      }
      telling = false;
      if (wanted) {
        wanted = false;
        soon();
      }
    };
    const soon = (): void => {
      timer ??= setTimeout(() => void asAsked(tell), Math.max(0, last + pace - Date.now()));
    };
    const unheard = listen(study, (news) => {
      if (news === 'again' || news.thing === id) soon();
    });
    const alive = setInterval(
      () =>
        void asAsked(async () => {
          try {
            await stillReads(study, headers);
            send('alive', null);
          } catch (error) {
            failed(error);
          }
        }),
      beat,
    );
    let over = false;
    void listening().then(() => {
      if (!over) soon();
    });
    return () => {
      over = true;
      unheard();
      clearInterval(alive);
      clearTimeout(timer);
    };
  });
}

/** What has come after a piece; with −1 all of it. */
export async function newsSince(study: string, id: string, batch: number): Promise<{ batch: number; news: FeedNews }> {
  const open = await openFeed(study, z.uuid().parse(id));
  const [row] = await database()
    .select({ batch: feed.batch, anew: feed.anew, newest: feed.newest })
    .from(feed)
    .where(eq(feed.id, id));
  const anew = batch < 0 || row.anew > batch;
  const since = anew ? -1 : batch;
  const ties = await database()
    .select({ a: feedTie.a, b: feedTie.b, weight: feedTie.weight })
    .from(feedTie)
    .where(and(eq(feedTie.feedId, id), gt(feedTie.batch, since)))
    .orderBy(sql`${feedTie.weight} desc`, feedTie.a, feedTie.b)
    .limit(mostTies + 1);
  const told = ties.slice(0, mostTies);
  const nodes = await database()
    .select({ node: feedNode.node, kind: feedNode.kind, name: feedNode.name })
    .from(feedNode)
    .where(and(eq(feedNode.feedId, id), gt(feedNode.batch, since)))
    .orderBy(feedNode.node)
    .limit(mostTies);
  return {
    batch: row.batch,
    news: {
      ...open,
      newest: row.newest,
      anew,
      added: nodes.map(({ node, kind, name }) => [node, kind, name]),
      changed: told.map(({ a, b, weight }) => [a, b, weight]),
      untold: ties.length > mostTies,
    },
  };
}
