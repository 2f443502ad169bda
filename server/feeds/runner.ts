/** Reads a feed from where it stopped until it is told to stop: without gaps, over cuts, each message once. */
import { setTimeout as pause } from 'node:timers/promises';
import { and, eq, sql } from 'drizzle-orm';
import type { Message } from '@/core/feed';
import { Fault } from '@/core/fault';
import { studyFor } from '@/server/access';
import { log } from '@/server/answer';
import { database, feed, inTransaction } from '@/server/db';
import { databaseProblem } from '@/server/db/problem';
import { type Person, actAs } from '@/server/people/person';
import { announce } from '@/server/together/news';
import { deciphered } from './cipher';
import { sourceAddress } from './allowed';
import { Gone, Later, LineLost, type SourceAt, after, heard } from './source';
import { claim, noRoom, starter, stopped } from './claim';
import { Counted } from './counted';
import { cut, mended } from './cuts';
import { type FeedRow, NotMine, lineOf } from './row';
import { stepDue, toTable } from './rows';
import { renewNames, storePiece } from './storing';

/** Milliseconds: between signs, and until a piece that is not full is stored. */
const beat = 3000;
const soon = 300;
const pieceSize = 2000;
/** Milliseconds that a message may be missing before it is fetched. */
const patience = 1500;
/** Seconds between tries for a line: longer and longer. */
const pauses = [1, 2, 4, 8, 15, 30, 60];

/**
 * Reads a feed until it has stopped, or `signal`. What has come by then is stored, and another process may go on.
 * @returns Whether it was read at all.
 */
export async function readFeed(id: string, signal: AbortSignal): Promise<boolean> {
  const claimed = await claim(id);
  if (!claimed) return false;
  await actAs('nobody', () => new Reading(claimed.row, claimed.reader, signal).run());
  return true;
}

class Reading {
  private counted = new Counted();
  private buffer: Message[] = [];
  /** All followed messages up to here are stored or in the buffer. */
  private whole: number | undefined;
  /** Those beyond a gap: by the one that they say was before them. */
  private readonly beyond = new Map<number, number>();
  private gapSince: number | undefined;
  private storing: Promise<void> = Promise.resolve();
  private failed: Error | undefined;
  /** Ends it all; the line with it. */
  private readonly ending = new AbortController();
  private who: Person | 'nobody' = 'nobody';
  private fetched = 0;
  /** Ends the line, and nothing else. */
  private line = new AbortController();

  constructor(
    private row: FeedRow,
    private readonly reader: string,
    private readonly outside: AbortSignal,
  ) {
    // Not by `AbortSignal.any`, whose signals are collected while somebody waits for them.
    if (outside.aborted) this.abort();
    outside.addEventListener('abort', this.abort, { once: true });
  }

  private readonly abort = (): void => {
    this.ending.abort();
    this.line.abort();
  };

  async run(): Promise<void> {
    const sign = setInterval(() => void this.sign(), beat);
    const piece = setInterval(() => {
      if (this.buffer.length) void this.store();
    }, soon);
    try {
      this.whole = this.row.upTo ?? undefined;
      this.counted = await Counted.of(this.row.id);
      await this.checked();
      await renewNames(this.row.id, this.reader, this.counted);
      await this.lines();
    } catch (error) {
      this.fail(error);
    } finally {
      clearInterval(sign);
      clearInterval(piece);
      this.outside.removeEventListener('abort', this.abort);
    }
    await this.end().catch((error: unknown) => log.error({ error, feed: this.row.id }, 'a feed could not be ended'));
  }

  /** That whoever started it may still change the study, and its table is there. */
  private async checked(): Promise<void> {
    this.who = await starter(this.row);
    await actAs(this.who, () => studyFor(this.row.studyId, 'edit'));
  }

  /** One line after the other, until it is ended. */
  private async lines(): Promise<void> {
    let tries = 0;
    while (!this.ending.signal.aborted) {
      const before = this.whole;
      // Each has a line of its own, also where it does not come about.
      const line = new AbortController();
      this.line = line;
      try {
        const at = this.at();
        const { signal } = line;
        await this.catchUp(at, signal);
        await this.listen(at, signal);
      } catch (error) {
        // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- it may have been aborted meanwhile
        if (this.ending.signal.aborted) break;
        // What is followed was changed: another line, at once.
        if (line.signal.aborted) continue;
        await this.lost(error);
        tries = this.whole === before ? tries + 1 : 1;
        const wait = error instanceof Later ? error.seconds : pauses[Math.min(tries, pauses.length) - 1];
        await pause(1000 * wait, undefined, { signal: this.ending.signal }).catch(() => undefined);
      }
    }
    if (this.failed !== undefined) throw this.failed;
  }

  private at(): SourceAt {
    const { id, address, key, follow } = this.row;
    // What is allowed may have changed since.
    return { address: sourceAddress(address), key: deciphered(key, id), follow };
  }

  /** A line that broke is tried again; whatever else happened ends the feed. */
  private async lost(error: unknown): Promise<void> {
    if (error instanceof Gone) {
      // They are lost at the source; what it keeps goes on from there, and the gap is told.
      await this.stored();
      this.beyond.clear();
      this.whole = error.oldest;
      await cut(this.row.id, 'The source did not keep what came meanwhile.');
      await this.says(false, 'Messages are missing that the source did not keep.');
      this.gone = true;
      return;
    }
    if (!(error instanceof LineLost || error instanceof Later)) throw error;
    await this.stored();
    await cut(this.row.id, error.message);
    await this.says(false, error instanceof Later ? `The source asks to wait ${error.seconds} s.` : error.message);
  }
  private gone = false;

  /** Fetches what was missed, in order. */
  private async catchUp(at: SourceAt, signal: AbortSignal): Promise<void> {
    if (this.whole === undefined) return;
    for (;;) {
      const page = await after(at, this.whole, signal);
      if (page.broken) log.warn({ feed: this.row.id, broken: page.broken }, 'messages of a feed that are none');
      const known = new Set(this.beyond.values());
      this.fetched += page.messages.filter((one) => !known.has(one.id)).length;
      this.buffer.push(...page.messages);
      this.whole = Math.max(this.whole, page.upTo);
      this.settle(true);
      if (this.buffer.length >= pieceSize) await this.store();
      if (!page.more) return;
    }
  }

  private async listen(at: SourceAt, signal: AbortSignal): Promise<void> {
    const timer = setInterval(() => void this.fill(at, signal), soon);
    try {
      await this.hear(at, signal);
    } finally {
      clearInterval(timer);
    }
  }

  private async hear(at: SourceAt, signal: AbortSignal): Promise<void> {
    for await (const some of heard(at, this.whole, signal)) {
      for (const one of some) {
        if ('begin' in one) await this.begun(one.begin);
        else if ('broken' in one) this.gapSince ??= Date.now();
        else if ('last' in one) {
          if (this.whole !== undefined && one.last > this.whole) this.gapSince ??= Date.now();
        } else this.take(one.message);
      }
      if (this.buffer.length >= pieceSize) await this.store();
      if (this.failed !== undefined) throw this.failed;
    }
  }

  private async begun(from: number): Promise<void> {
    this.whole ??= from;
    await this.store(true);
    await mended(this.row.id, this.fetched, this.gone);
    this.fetched = 0;
    this.gone = false;
    await this.says(true, null);
  }

  private take(message: Message): void {
    const { id, previous } = message;
    if (this.whole !== undefined && id <= this.whole) return;
    this.buffer.push(message);
    // Nothing that is followed lies between the two.
    if (previous === undefined || this.whole === undefined || previous <= this.whole)
      this.whole = Math.max(this.whole ?? 0, id);
    else this.beyond.set(previous, id);
    this.settle(this.beyond.has(this.whole));
  }

  /** Goes on to the end of the messages that follow each other; `jumped` where some of those beyond a gap may do by now. */
  private settle(jumped: boolean): void {
    if (this.whole === undefined) return;
    if (jumped)
      for (const [previous, id] of [...this.beyond].sort(([a], [b]) => a - b)) {
        if (previous > this.whole) break;
        this.beyond.delete(previous);
        this.whole = Math.max(this.whole, id);
      }
    if (!this.beyond.size) this.gapSince = undefined;
    else this.gapSince ??= Date.now();
  }

  /** Fetches single messages that did not come, after a while in which they might have. */
  private async fill(at: SourceAt, signal: AbortSignal): Promise<void> {
    if (this.filling || this.gapSince === undefined || Date.now() - this.gapSince < patience) return;
    this.filling = true;
    try {
      await this.catchUp(at, signal);
      this.gapSince = undefined;
      if (!this.fetched) return;
      await cut(this.row.id, 'Messages came broken, or not at all.');
      await mended(this.row.id, this.fetched, false);
      this.fetched = 0;
    } catch {
      // The line breaks as well, or this is tried again.
      this.gapSince = Date.now();
    } finally {
      this.filling = false;
    }
  }
  private filling = false;

  /** Stores what has come, after what is being stored. */
  private store(always = false): Promise<void> {
    this.storing = this.storing.then(async () => {
      if (this.failed !== undefined || (!this.buffer.length && !always)) return;
      const piece = this.buffer;
      this.buffer = [];
      // As it was when the piece was taken: what came after it is not stored.
      const upTo = this.whole;
      try {
        const { row, end } = await storePiece(this.row.id, this.reader, this.counted, piece, upTo);
        this.changed(row);
        if (end !== undefined) this.fail(new Fault(end));
        else if (stepDue(row, Date.now())) await this.step();
      } catch (error) {
        this.fail(error);
      }
    });
    return this.storing;
  }

  /** Waits for what is being stored. @throws what it failed with */
  private async stored(): Promise<void> {
    await this.store();
    if (this.failed !== undefined) throw this.failed;
  }

  private fail(error: unknown): void {
    this.failed ??= error instanceof Error ? error : new Error(String(error));
    this.abort();
  }

  private async step(): Promise<void> {
    await actAs(this.who, () => toTable(this.row.id));
    await renewNames(this.row.id, this.reader, this.counted);
  }

  /** Shows that it is read, and looks whether something was changed. */
  private async sign(): Promise<void> {
    try {
      const [row] = await database()
        .update(feed)
        .set({ signAt: sql`now()` })
        .where(and(eq(feed.id, this.row.id), eq(feed.reader, this.reader), eq(feed.running, true)))
        .returning();
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
      if (!row) return this.fail(new NotMine());
      this.changed(row);
      const { minutes } = row.end;
      if (minutes !== undefined && row.startedAt && Date.now() - row.startedAt.getTime() >= 60_000 * minutes)
        return this.fail(new Fault(`It has run for ${minutes} minutes, after which it was to stop.`));
      await this.checked();
      if (row.messages > 0 && stepDue(row, Date.now())) await this.store(true);
    } catch (error) {
      // Where the database is away for a moment, the next sign tells.
      if (error instanceof Fault || error instanceof NotMine) this.fail(error);
    }
  }

  private changed(row: FeedRow): void {
    const another = lineOf(row) !== lineOf(this.row);
    this.row = row;
    if (another) this.line.abort();
  }

  private async says(connected: boolean, why: string | null): Promise<void> {
    await database()
      .update(feed)
      .set({ connected, why })
      .where(and(eq(feed.id, this.row.id), eq(feed.reader, this.reader)));
    await announce({ study: this.row.studyId, thing: this.row.id, feed: true });
  }

  /** Leaves the feed so that another process can go on, or writes why it has stopped. */
  private async end(): Promise<void> {
    const why = this.failed;
    // Somebody stopped it: what waits becomes rows.
    if (why instanceof NotMine) return this.tableAtEnd();
    if (why === undefined || (!(why instanceof Fault) && databaseProblem(why) !== undefined && !noRoom(why))) {
      // The process ends, or the database is away: what is not stored yet comes again.
      if (why === undefined) await this.stored().catch(() => undefined);
      await inTransaction(() =>
        database()
          .update(feed)
          .set({ reader: null, connected: false })
          .where(and(eq(feed.id, this.row.id), eq(feed.reader, this.reader))),
      ).catch(() => undefined);
      return;
    }
    if (!(why instanceof Fault)) log.error({ error: why, feed: this.row.id }, 'a feed stopped');
    const told =
      why instanceof Fault
        ? why.message
        : noRoom(why)
          ? 'The disk of the database is full. Make room, and have it go on.'
          : 'Something broke on our side; the server’s log has more.';
    await this.tableAtEnd();
    await actAs(this.who, () => stopped(this.row, this.reader, told));
  }

  private async tableAtEnd(): Promise<void> {
    await actAs(this.who, () => toTable(this.row.id)).catch((error: unknown) => {
      // It was for this that it stopped, or the table waits for the next time.
      if (!(error instanceof Fault)) log.warn({ error, feed: this.row.id }, 'messages wait to become rows');
    });
  }
}
