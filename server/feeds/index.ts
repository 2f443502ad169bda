/** Feeds of a study: set up, tried, started, stopped; their network opened. */
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import * as z from 'zod';
import { type Message, followSchema, messageColumns, tieKinds, tiesStep } from '@/core/feed';
import { Fault } from '@/core/fault';
import { NotFound, studyFor } from '@/server/access';
import { database, feed, feedMinute, inTransaction, studyTable } from '@/server/db';
import { happened } from '@/server/happened';
import { createSuggestedNetwork } from '@/server/networks/suggest';
import { signedIn } from '@/server/people/person';
import { cleanName } from '@/server/studies';
import { readRows } from '@/server/tables/record-sets';
import { storeTable } from '@/server/tables/store';
import { announce } from '@/server/together/news';
import { sourceAddress } from './allowed';
import { deciphered, enciphered } from './cipher';
import { wake } from '@/server/jobs';
import { Gone, Later, LineLost, type SourceAt, about, after, heard } from './source';
import { lastCuts } from './cuts';
import type { FeedRow } from './row';
import { toTable } from './rows';

const endSchema = z.object({
  nodes: z.int().min(1).max(1_000_000).optional(),
  messages: z.int().min(1).max(100_000_000).optional(),
  minutes: z
    .int()
    .min(1)
    .max(60 * 24 * 366)
    .optional(),
});
const keySchema = z.string().trim().min(1, 'Write the key of the source.').max(1000);
const settingsSchema = z.object({
  name: z.string(),
  address: z.string().max(2000),
  key: keySchema,
  follow: followSchema,
  ties: z.enum(tieKinds),
  end: endSchema,
});
export const feedSchema = settingsSchema.extend({ end: endSchema.default({}) });
export type FeedWishes = z.input<typeof feedSchema>;
export const feedChangeSchema = settingsSchema.partial();

export interface FeedHead {
  id: string;
  name: string;
  running: boolean;
  connected: boolean;
  why: string | null;
  messages: number;
  nodes: number;
  ties: FeedRow['ties'];
  /** Key and name of its table; undefined where it was deleted. */
  table?: { key: string; name: string; rows: number };
}
export interface OpenFeed extends FeedHead, Pick<FeedRow, 'address' | 'follow' | 'end' | 'tieCount' | 'startedAt'> {}

const headOf = (row: FeedRow, table: FeedHead['table'] | null): FeedHead => ({
  ...{ id: row.id, name: row.name, running: row.running, connected: row.connected, why: row.why },
  ...{ messages: row.messages, nodes: row.nodes, ties: row.ties },
  ...(table ? { table } : {}),
});

const ofTable = { key: studyTable.key, name: studyTable.name, rows: studyTable.rows };
const present = and(eq(studyTable.id, feed.tableId), isNull(studyTable.deletedAt));

export async function listFeeds(study: string): Promise<FeedHead[]> {
  await studyFor(study, 'read');
  const rows = await database()
    .select({ row: feed, table: ofTable })
    .from(feed)
    .leftJoin(studyTable, present)
    .where(eq(feed.studyId, study))
    .orderBy(asc(feed.createdAt), asc(feed.id));
  return rows.map(({ row, table }) => headOf(row, table));
}

/** The row of a feed. @throws NotFound */
async function found(study: string, id: string, right: 'read' | 'edit'): Promise<FeedRow> {
  await studyFor(study, right);
  const [row] = await database()
    .select()
    .from(feed)
    .where(and(eq(feed.studyId, study), eq(feed.id, z.uuid().parse(id))));
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!row)
    throw new NotFound('This feed is not there. It may have been taken away; the Records page lists those there are.');
  return row;
}

/** A feed as its page shows it; without its key. */
export async function openFeed(study: string, id: string): Promise<OpenFeed> {
  const row = await found(study, id, 'read');
  const [table] = await database()
    .select(ofTable)
    .from(studyTable)
    .where(and(eq(studyTable.id, row.tableId), isNull(studyTable.deletedAt)));
  const { address, follow, end, tieCount, startedAt } = row;
  return { ...headOf(row, table), address, follow, end, tieCount, startedAt };
}

/** Milliseconds that a trial may take, and that it waits for a message where none is kept. */
const trialTime = 10_000;
const listening = 3000;
/** How far back a trial looks, and how many messages it shows. */
const trialReach = 2000;
const trialShown = 5;

export interface Trial {
  /** What the source calls itself. */
  source: string;
  /** The newest that pass. */
  messages: Message[];
}

/** Asks the source with these settings, and `waits` for a message where none is kept; nothing is stored. @throws Fault that says what is wrong */
async function tried(at: SourceAt, waits = true): Promise<Trial> {
  const signal = AbortSignal.timeout(trialTime);
  try {
    const { name, oldest, newest } = await about(at, signal);
    const past = await after(at, Math.max(oldest, newest - trialReach), signal);
    let messages = past.messages;
    if (!messages.length && waits) messages = await nextOf(at, newest);
    return { source: name, messages: messages.slice(-trialShown).reverse() };
  } catch (error) {
    if (error instanceof Later) throw new Fault(`The source asks to wait ${error.seconds} s. Try again then.`);
    if (error instanceof Gone || error instanceof LineLost || signal.aborted)
      throw new Fault('The source does not answer. Look at the address, and whether the feed runs.', 'address');
    throw error;
  }
}

async function nextOf(at: SourceAt, newest: number): Promise<Message[]> {
  const enough = AbortSignal.timeout(listening);
  try {
    for await (const some of heard(at, newest, enough)) {
      const messages = some.flatMap((one) => ('message' in one ? [one.message] : []));
      if (messages.length) return messages;
    }
  } catch (error) {
    if (!enough.aborted) throw error;
  }
  return [];
}

export const trialSchema = feedSchema.pick({ address: true, follow: true }).extend({ key: keySchema.optional() });

/** The first messages that settings would bring. Without a key it is that of the feed `id`. */
export async function tryFeed(study: string, wishes: z.input<typeof trialSchema>, id?: string): Promise<Trial> {
  await studyFor(study, 'edit');
  const { address, key, follow } = trialSchema.parse(wishes);
  const row = id === undefined ? undefined : await found(study, id, 'edit');
  const known = key ?? (row && kept(row, sourceAddress(address)));
  if (known === undefined) throw new Fault('Write the key of the source.', 'key');
  return tried({ address: sourceAddress(address), key: known, follow });
}

/** The key of a feed, for its own source alone: to another it is not given. */
function kept(row: FeedRow, address: string): string {
  if (new URL(address).origin !== new URL(row.address).origin)
    throw new Fault('Another source needs its own key. Write it in.', 'key');
  return deciphered(row.key, row.id);
}

/** Sets a feed up, with the table that its messages are kept as, once the source has answered. It does not run yet. */
export async function createFeed(study: string, wishes: FeedWishes): Promise<{ id: string; table: string }> {
  await studyFor(study, 'edit');
  const { key, ...settings } = feedSchema.parse(wishes);
  const name = cleanName(settings.name, 'feed');
  const address = sourceAddress(settings.address);
  const { source } = await tried({ address, key, follow: settings.follow }, false);
  return inTransaction(async () => {
    const stored = await storeTable(
      study,
      { name, origin: `feed of ${source}`, columns: [...messageColumns], rows: 0 },
      (async function* () {
        // It has no row yet.
      })(),
    );
    const [table] = await database()
      .select({ id: studyTable.id })
      .from(studyTable)
      .where(and(eq(studyTable.studyId, study), eq(studyTable.key, stored.key)));
    const id = crypto.randomUUID();
    await database()
      .insert(feed)
      .values({ ...settings, id, studyId: study, name, address, key: enciphered(key, id), tableId: table.id });
    await happened(study, `set up the feed “${name}”`);
    return { id, table: stored.key };
  });
}

/** Changes what is followed, and how; what runs goes on under it. */
export async function changeFeed(study: string, id: string, wishes: z.input<typeof feedChangeSchema>): Promise<void> {
  const row = await found(study, id, 'edit');
  const { key, name, address, ...change } = feedChangeSchema.parse(wishes);
  const to = address === undefined ? undefined : sourceAddress(address);
  if (to !== undefined && key === undefined) kept(row, to);
  await database()
    .update(feed)
    .set({
      ...change,
      ...(name === undefined ? {} : { name: cleanName(name, 'feed') }),
      ...(to === undefined ? {} : { address: to }),
      ...(key === undefined ? {} : { key: enciphered(key, id) }),
      // Numbers of another source say nothing of what is stored.
      ...(to !== undefined && to !== row.address ? { upTo: null } : {}),
    })
    .where(eq(feed.id, id));
  await happened(study, `changed the feed “${row.name}”`, { about: `feed ${id}` });
  await announce({ study, thing: id, feed: true });
}

/** Has it run, with the rights of whoever asks. */
export async function startFeed(study: string, id: string): Promise<void> {
  const row = await found(study, id, 'edit');
  const { id: startedBy } = await signedIn();
  const { nodes = Infinity, messages = Infinity } = row.end;
  if (row.nodes >= nodes || row.messages >= messages)
    throw new Fault('It has come to where it was to stop. Set the end farther off, and have it go on.', 'end');
  const started = await database()
    .update(feed)
    .set({ running: true, why: null, connected: false, reader: null, startedBy, startedAt: sql`now()` })
    .where(and(eq(feed.id, id), eq(feed.running, false)))
    .returning({ id: feed.id });
  if (!started.length) return;
  await happened(study, `had the feed “${row.name}” run`);
  await announce({ study, thing: id, feed: true });
  await wake('feeds', id);
}

/** Stops it; what has come becomes rows of its table. */
export async function stopFeed(study: string, id: string): Promise<void> {
  const row = await found(study, id, 'edit');
  const stopped = await database()
    .update(feed)
    .set({ running: false, connected: false, reader: null, why: null })
    .where(and(eq(feed.id, id), eq(feed.running, true)))
    .returning({ id: feed.id });
  if (stopped.length) await happened(study, `stopped the feed “${row.name}”`);
  await announce({ study, thing: id, feed: true });
  await toTable(id);
}

/** Takes a feed away; its table stays. */
export async function deleteFeed(study: string, id: string): Promise<void> {
  const row = await found(study, id, 'edit');
  if (row.running) throw new Fault('The feed runs. Stop it first.', row.name);
  await toTable(id).catch((error: unknown) => {
    // Without its table nothing waits for a place in it.
    if (!(error instanceof Fault)) throw error;
  });
  await database().delete(feed).where(eq(feed.id, id));
  await happened(study, `took the feed “${row.name}” away`);
  await announce({ study, thing: null });
}

/** Makes the network of its table by what becomes a tie; `follows`: of the table as it grows, else of a copy as it is now. */
export async function openFeedNetwork(study: string, id: string, follows: boolean): Promise<{ id: string }> {
  const row = await found(study, id, 'edit');
  await toTable(id);
  const { table } = await openFeed(study, id);
  if (!table) throw new Fault('The table of this feed was deleted. Bring it back, on the Records page.', row.name);
  const key = follows ? table.key : await copied(study, row, table);
  const ties = tiesStep(row.ties, key);
  if (!ties) throw new Fault('No network is made of this feed. Choose what becomes a tie.', 'ties');
  return createSuggestedNetwork(study, ties);
}

/** A copy of the table as it is now. */
async function copied(study: string, row: FeedRow, table: { name: string; rows: number }): Promise<string> {
  const [held] = await database().select().from(studyTable).where(eq(studyTable.id, row.tableId));
  // Read before it is written: both are work of one connection.
  const lines: string[] = [];
  for await (const some of readRows(held.setId, held.rows)) lines.push(...some.map((cells) => JSON.stringify(cells)));
  async function* pieces(): AsyncGenerator<string> {
    for (let from = 0; from < lines.length; from += 1000)
      yield await Promise.resolve(lines.slice(from, from + 1000).join('\n') + '\n');
  }
  const at = new Date().toISOString().slice(0, 16).replace('T', ' ');
  const stored = await storeTable(
    study,
    { name: `${table.name}, ${at} UTC`, origin: `copy of “${table.name}”`, columns: held.columns, rows: held.rows },
    pieces(),
  );
  return stored.key;
}

export interface FeedPast {
  minutes: { minute: string; messages: number }[];
  cuts: { from: string; until: string | null; why: string; fetched: number; gap: boolean }[];
}
const minutesShown = 240;

/** Messages by the minute, and when the line was lost. */
export async function feedPast(study: string, id: string): Promise<FeedPast> {
  const row = await found(study, id, 'read');
  const minutes = await database()
    .select({ minute: feedMinute.minute, messages: feedMinute.messages })
    .from(feedMinute)
    .where(eq(feedMinute.feedId, row.id))
    .orderBy(sql`${feedMinute.minute} desc`)
    .limit(minutesShown);
  const cuts = await lastCuts(row.id);
  return {
    minutes: minutes.reverse().map(({ minute, messages }) => ({ minute: minute.toISOString(), messages })),
    cuts: cuts.map(({ from, until, why, fetched, gap }) => ({
      ...{ why, fetched, gap, from: from.toISOString(), until: until?.toISOString() ?? null },
    })),
  };
}
