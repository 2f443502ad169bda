/** Messages as they are stored: in pieces, each message once, with the network that grows of them. */
import { and, asc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Message, NameOf, NodeKind } from '@/core/feed';
import { preferredOf } from '@/core/names';
import {
  database,
  feed,
  feedMessage,
  feedMinute,
  feedNode,
  feedTie,
  inTransaction,
  namesList,
  studyTable,
} from '@/server/db';
import { readRows } from '@/server/tables/record-sets';
import { announce } from '@/server/together/news';
import { Counted } from './counted';
import { type FeedRow, NotMine } from './row';

const newestShown = 12;
/** The feed, locked, as whoever reads it has it. @throws NotMine */
async function mine(id: string, reader: string): Promise<FeedRow> {
  const [row] = await database()
    .select()
    .from(feed)
    .where(and(eq(feed.id, id), eq(feed.reader, reader), eq(feed.running, true)))
    .for('update');
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!row) throw new NotMine();
  return row;
}

export interface Stored {
  row: FeedRow;
  fresh: number;
  /** Why the feed has come to its end, where it has. */
  end?: string;
}

/**
 * Stores a piece: messages that are stored already are passed over, all up to `upTo` are stored by now. Where the feed comes to its end within the piece, the
 * rest of it is left. One transaction: all of it or nothing, and nothing of a reader whom another has followed.
 */
export async function storePiece(
  id: string,
  reader: string,
  counted: Counted,
  messages: readonly Message[],
  upTo: number | undefined,
): Promise<Stored> {
  const sorted = [...messages].sort((a, b) => a.id - b.id);
  const { piece, stored } = await inTransaction(async () => {
    const row = await mine(id, reader);
    const fresh = await insertMessages(id, sorted);
    const news = sorted.filter((message) => fresh.delete(message.id));
    const made = counted.piece();
    const { nodes = Infinity, messages: most = Infinity } = row.end;
    let kept = 0;
    let full = false;
    for (const message of news) {
      if (row.messages + kept >= most) break;
      if (row.ties !== 'none' && !made.add(message, row.ties, nodes)) {
        full = true;
        break;
      }
      kept++;
    }
    const left = news.slice(kept);
    let known = upTo;
    if (left.length) {
      await database()
        .delete(feedMessage)
        .where(
          and(
            eq(feedMessage.feedId, id),
            sql`${feedMessage.id} = any(${sql.param(left.map((one) => one.id))}::bigint[])`,
          ),
        );
      // What was left is fetched when the feed goes on.
      if (known !== undefined) known = Math.min(known, left[0].id - 1);
    }
    const batch = row.batch + 1;
    const taken = news.slice(0, kept);
    const addedTies = await insertNetwork(id, batch, made.fresh, [...made.ties.values()]);
    const total = row.messages + kept;
    const sum = row.nodes + made.fresh.length;
    const values = {
      messages: total,
      nodes: sum,
      tieCount: row.tieCount + addedTies,
      batch,
      upTo: known ?? row.upTo,
      newest: [...taken.slice(-newestShown).reverse().map(said), ...row.newest].slice(0, newestShown),
    };
    if (taken.length) {
      await database()
        .insert(feedMinute)
        .values({ feedId: id, minute: sql`date_trunc('minute', now())`, messages: taken.length })
        .onConflictDoUpdate({
          target: [feedMinute.feedId, feedMinute.minute],
          set: { messages: sql`${feedMinute.messages} + ${taken.length}` },
        });
    }
    const [after] = await database().update(feed).set(values).where(eq(feed.id, id)).returning();
    await announce({ study: row.studyId, thing: id, feed: true });
    const end =
      sum >= nodes
        ? `It has come to ${countedNodes(nodes)}, where it was to stop.`
        : full
          ? `It was to stop at ${countedNodes(nodes)}, and stands at ${countedNodes(sum)}: the next message would bring more than are left.`
          : total >= most
            ? `It has come to ${most.toLocaleString('en-GB')} messages, where it was to stop.`
            : undefined;
    return { piece: made, stored: { row: after, fresh: kept, ...(end ? { end } : {}) } };
  });
  piece.keep();
  return stored;
}

const countedNodes = (nodes: number): string => `${nodes.toLocaleString('en-GB')} nodes`;

const said = ({ id, time, writer, text }: Message): FeedRow['newest'][number] => ({
  ...{ id, time, writer },
  text: text.length > 300 ? `${text.slice(0, 299)}…` : text,
});

/** Writes those that are not there yet; returns their numbers. */
async function insertMessages(id: string, messages: readonly Message[]): Promise<Set<number>> {
  if (!messages.length) return new Set();
  const { rows } = await database().execute<{ id: string }>(sql`
    insert into ${feedMessage} (feed_id, id, message)
    select ${id}, told.id, told.message from unnest(${sql.param(messages.map((one) => one.id))}::bigint[], ${sql.param(
      // NUL is nothing that PostgreSQL can hold.
      messages.map((one) => JSON.stringify(one).replaceAll('\\u0000', '')),
    )}::json[]) as told(id, message)
    on conflict do nothing returning id`);
  return new Set(rows.map((row) => Number(row.id)));
}

/** Adds nodes and ties; returns how many ties are new. */
async function insertNetwork(
  id: string,
  batch: number,
  nodes: readonly (readonly [number, NodeKind, string])[],
  ties: readonly (readonly [number, number, number])[],
): Promise<number> {
  const of = <T>(list: readonly (readonly unknown[])[], i: number): T[] => list.map((one) => one[i] as T);
  if (nodes.length)
    await database().execute(sql`
      insert into ${feedNode} (feed_id, node, kind, name, batch)
      select ${id}, told.node, told.kind, told.name, ${batch}
      from unnest(${sql.param(of(nodes, 0))}::int[], ${sql.param(of(nodes, 1))}::text[], ${sql.param(of<string>(nodes, 2).map((one) => one.replaceAll('\0', '')))}::text[]) as told(node, kind, name)`);
  if (!ties.length) return 0;
  const { rows } = await database().execute<{ fresh: boolean }>(sql`
    insert into ${feedTie} as held (feed_id, a, b, weight, batch)
    select ${id}, told.a, told.b, told.weight, ${batch}
    from unnest(${sql.param(of(ties, 0))}::int[], ${sql.param(of(ties, 1))}::int[], ${sql.param(of(ties, 2))}::int[]) as told(a, b, weight)
    on conflict (feed_id, a, b) do update set weight = held.weight + excluded.weight, batch = excluded.batch
    returning (xmax = 0) as fresh`);
  return rows.filter(({ fresh }) => fresh).length;
}

/** What names count as in the table, and a word that tells whether that has changed. */
async function namesFor(row: FeedRow): Promise<{ digest: string; nameOf: NameOf }> {
  const [table] = await database()
    .select({ key: studyTable.key })
    .from(studyTable)
    .where(eq(studyTable.id, row.tableId));
  const lists = await database()
    .select()
    .from(namesList)
    .where(and(eq(namesList.studyId, row.studyId), isNull(namesList.deletedAt)))
    .orderBy(asc(namesList.createdAt), asc(namesList.id));
  const reading = new Map(
    (['writer', 'people', 'words'] as const).map((column) => [
      column,
      lists.find(({ columns }) => columns.some((ref) => ref.table === table.key && ref.column === column)),
    ]),
  );
  return {
    digest: [row.ties, ...[...reading.values()].map((list) => (list ? `${list.id} ${list.version}` : ''))].join('; '),
    nameOf(column, name) {
      const list = reading.get(column);
      if (!list) return name;
      const form = preferredOf(list.entries, name);
      return form === '' ? undefined : form;
    },
  };
}

/**
 * Has names count as they are joined now: where that has changed, or what becomes a tie, the network is counted anew out of the table and of what waits to become
 * rows of it. @throws NotMine
 */
export async function renewNames(id: string, reader: string, counted: Counted): Promise<void> {
  const fresh = await inTransaction(async () => {
    const row = await mine(id, reader);
    const { digest, nameOf } = await namesFor(row);
    counted.nameOf = nameOf;
    if (digest === row.names) return undefined;
    const anew = new Counted();
    anew.nameOf = nameOf;
    const made = anew.piece();
    for await (const message of storedMessages(row)) if (row.ties !== 'none') made.add(message, row.ties, Infinity);
    await database().delete(feedNode).where(eq(feedNode.feedId, id));
    await database().delete(feedTie).where(eq(feedTie.feedId, id));
    const batch = row.batch + 1;
    const ties = await insertNetwork(id, batch, made.fresh, [...made.ties.values()]);
    await database()
      .update(feed)
      .set({ names: digest, batch, nodes: made.fresh.length, tieCount: ties, anew: batch })
      .where(eq(feed.id, id));
    await announce({ study: row.studyId, thing: id, feed: true });
    made.keep();
    return anew;
  });
  if (fresh) counted.become(fresh);
}

/** All messages of a feed: as the rows of its table say by now, then those that wait. */
async function* storedMessages(row: FeedRow): AsyncGenerator<Message> {
  const [table] = await database().select().from(studyTable).where(eq(studyTable.id, row.tableId));
  const at = (name: string): number => table.columns.findIndex((col) => col.name === name);
  const [writer, people, words] = [at('writer'), at('people'), at('words')];
  const parts = (cells: string[], column: number): string[] =>
    (cells[column] ?? '').split(table.columns[column]?.separator ?? ';').map((one) => one.trim());
  for await (const some of readRows(table.setId, table.rows))
    for (const cells of some)
      yield {
        ...{ id: 1, time: '', text: '' },
        writer: cells[writer] ?? '',
        people: parts(cells, people),
        words: parts(cells, words),
      };
  const waiting = await database()
    .select({ message: feedMessage.message })
    .from(feedMessage)
    .where(and(eq(feedMessage.feedId, row.id), isNotNull(feedMessage.message)))
    .orderBy(asc(feedMessage.id));
  for (const { message } of waiting) yield message as Message;
}
