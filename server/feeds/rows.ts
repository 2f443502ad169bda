/** Messages that wait become rows of their table, in steps. */
import { and, asc, eq, isNotNull, lte, sql } from 'drizzle-orm';
import { type Message, columnsLacking, rowsOf } from '@/core/feed';
import { Fault, counted } from '@/core/fault';
import { studyFor } from '@/server/access';
import { database, feed, feedMessage, inTransaction, studyTable } from '@/server/db';
import { lockedTable } from '@/server/tables';
import { appendRows } from '@/server/tables/append';
import { type FeedRow, NotMine } from './row';

/** Messages that become rows at once. */
const mostRows = 20_000;
/** Seconds between the steps in which messages become rows, at least; and rows for each further second. */
const leastPause = 10;
const rowsPerSecond = 2000;

/** Whether it is time for messages to become rows again. */
export const stepDue = ({ stepAt, messages }: FeedRow, now: number): boolean =>
  stepAt === null || now - stepAt.getTime() >= 1000 * Math.max(leastPause, messages / rowsPerSecond);

/**
 * Messages that wait become rows of the table: one version more, however many they are. Returns how many became rows.
 * @throws Fault where the table is not there, or lacks a column
 */
export async function toTable(id: string): Promise<number> {
  let sum = 0;
  for (;;) {
    const many = await inTransaction(async () => {
      const [row] = await database().select().from(feed).where(eq(feed.id, id)).for('update');
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
      if (!row) throw new NotMine();
      await studyFor(row.studyId, 'edit');
      const [held] = await database()
        .select({ key: studyTable.key })
        .from(studyTable)
        .where(eq(studyTable.id, row.tableId));
      const table = await lockedTable(row.studyId, held.key);
      const lacking = columnsLacking(table.columns);
      if (lacking.length)
        throw new Fault(
          `The table “${table.name}” has no column “${lacking[0]}” any more, so messages have no place in it. Bring it back, and go on.`,
          table.key,
        );
      const waiting = await database()
        .select({ id: feedMessage.id, message: feedMessage.message })
        .from(feedMessage)
        .where(and(eq(feedMessage.feedId, id), isNotNull(feedMessage.message)))
        .orderBy(asc(feedMessage.id))
        .limit(mostRows);
      await database()
        .update(feed)
        .set({ stepAt: sql`now()` })
        .where(eq(feed.id, id));
      if (!waiting.length) return 0;
      const asRow = rowsOf(table.columns);
      const lines = waiting.map(({ message }) => JSON.stringify(asRow(message as Message)));
      await appendRows(
        { ...table, author: `feed ${id}` },
        lines,
        `${counted(lines.length, 'message')} of “${row.name}” came in`,
      );
      await database()
        .update(feedMessage)
        .set({ message: null })
        .where(
          and(
            eq(feedMessage.feedId, id),
            isNotNull(feedMessage.message),
            lte(feedMessage.id, waiting[waiting.length - 1].id),
          ),
        );
      return waiting.length;
    });
    sum += many;
    if (many < mostRows) return sum;
  }
}
