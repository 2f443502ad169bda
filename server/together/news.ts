/** What happens in a study is told to every process on the database, and by them to the pages that are open: one connection of each process listens. */
import { sql } from 'drizzle-orm';
import { type OwnConnection, database, ownConnection } from '@/server/db';

const channel = 'nunatak_news';
/** Milliseconds until a connection that broke is tried again. */
const pause = 2000;

export interface News {
  study: string;
  /** The network, figure, shortlist or what is kept that was changed; null for what everybody of the study sees. */
  thing: string | null;
  /** Who is where has changed, and nothing else. */
  presence?: true;
  /** Messages came into the feed that `thing` is, and nothing else. */
  feed?: true;
}

type Heard = (news: News | 'again') => void;

interface Ear {
  heard: Map<string, Set<Heard>>;
  client?: Promise<OwnConnection | undefined>;
}
const shared = globalThis as { nunatakEar?: Ear };
const ear = (): Ear => (shared.nunatakEar ??= { heard: new Map() });

/** Tells it once the present transaction is committed, or at once where there is none. */
export async function announce(news: News): Promise<void> {
  await database().execute(sql`select pg_notify(${channel}, ${JSON.stringify(news)})`);
}

/** Hears what happens in a study, and `again` where something may have been missed; what is returned ends it. */
export function listen(study: string, heard: Heard): () => void {
  const { heard: all } = ear();
  const its = all.get(study) ?? new Set();
  all.set(study, its.add(heard));
  void connected();
  return () => {
    its.delete(heard);
    if (!its.size && all.get(study) === its) all.delete(study);
  };
}

/** Resolves when what is told from now on is heard in this process, or cannot be for now. */
export async function listening(): Promise<void> {
  await connected();
}

/** Ends the connection, at the end of a process that did listen. */
export async function endListening(): Promise<void> {
  const held = ear();
  held.heard.clear();
  const client = await held.client;
  held.client = undefined;
  await client?.end();
}

function connected(): Promise<OwnConnection | undefined> {
  return (ear().client ??= connect());
}

async function connect(): Promise<OwnConnection | undefined> {
  const client = ownConnection();
  let over = false;
  const broke = (): void => {
    if (over) return;
    over = true;
    client.end().catch(() => undefined);
    ear().client = undefined;
    if (!ear().heard.size) return;
    setTimeout(() => {
      if (!ear().heard.size) return;
      void connected().then((now) => {
        // What was told in between is not known.
        if (now) for (const [, its] of ear().heard) for (const heard of its) heard('again');
      });
    }, pause).unref();
  };
  client.on('error', broke);
  client.on('end', broke);
  client.on('notification', ({ payload }) => {
    const news = JSON.parse(payload ?? '{}') as News;
    for (const heard of ear().heard.get(news.study) ?? []) heard(news);
  });
  try {
    await client.connect();
    await client.query(`listen ${channel}`);
    return client;
  } catch {
    broke();
    return undefined;
  }
}
