/** A practice feed that runs: notices at a pace, then further ones of its own making. */
import type { AddressInfo } from 'node:net';
import { seeded } from '@/core/random';
import { Board } from './board';
import type { Faults } from './faults';
import { type Posted, goingOn } from './notices';
import { type PracticeFeed, practiceFeed } from './server';

export interface Practice extends PracticeFeed {
  address: string;
  board: Board;
  /** Posts the next so many at once. */
  post(count: number): void;
  /** Posts so many, `perSecond` of them a second; resolves when all are posted. */
  burst(count: number, perSecond: number): Promise<void>;
  stop(): Promise<void>;
}

export interface PracticeWishes {
  notices: readonly Posted[];
  keys: readonly string[];
  port?: number;
  /** Messages a minute; 0 posts none by itself. */
  pace?: number;
  seed?: number;
  /** The number before that of the first message. */
  first?: number;
  name?: string;
  /** Faults of all kinds come and go. */
  faulty?: boolean;
}

/** Milliseconds between posts of a burst, and between changes of the faults. */
const beat = 20;
/** Messages a minute from which on several are posted at once. */
const fast = 3000;
const changing = 15_000;

export async function startPractice(wishes: PracticeWishes): Promise<Practice> {
  const { notices, keys, port = 0, pace = 0, seed = 1936, first = 0, name = 'Harbour boards' } = wishes;
  const board = new Board(first);
  const random = seeded(seed);
  const further = goingOn(notices, seed);
  let posted = 0;
  const post = (count: number): void => {
    const now = new Date().toISOString();
    for (let i = 0; i < count; i++) board.post(posted < notices.length ? notices[posted++] : further(), now);
  };
  const bursts = new Set<NodeJS.Timeout>();
  const burst = (count: number, perSecond: number): Promise<void> =>
    new Promise((resolve) => {
      const began = Date.now();
      let done = 0;
      const tick = setInterval(() => {
        const due = Math.min(count, Math.ceil(((Date.now() - began + beat) / 1000) * perSecond));
        post(due - done);
        done = due;
        if (done < count) return;
        clearInterval(tick);
        bursts.delete(tick);
        resolve();
      }, beat);
      bursts.add(tick);
    });
  const feed = practiceFeed(board, { keys, name, burst: (count, perSecond) => void burst(count, perSecond) });
  let timer: ReturnType<typeof setTimeout> | undefined;
  const wait = (): void => {
    // Boards are not written on by the clock: between a tenth of the mean pause and nearly twice as long.
    timer = setTimeout(
      () => {
        post(1);
        wait();
      },
      (60_000 / pace) * (0.1 + 1.8 * random.unit()),
    );
  };
  // Timers are too slow for very many.
  const began = Date.now();
  let due = 0;
  const many =
    pace > fast
      ? setInterval(() => {
          const now = Math.floor(((Date.now() - began) / 60_000) * pace);
          post(now - due);
          due = now;
        }, beat)
      : undefined;
  if (pace > 0 && !many) wait();
  const faults = wishes.faulty
    ? setInterval(() => (feed.faults = someFaults((below) => random.below(below))), changing)
    : undefined;
  await new Promise<void>((resolve, reject) => {
    feed.server.once('error', reject);
    feed.server.listen(port, '127.0.0.1', resolve);
  });
  const { port: bound } = feed.server.address() as AddressInfo;
  return Object.assign(feed, {
    address: `http://127.0.0.1:${bound}`,
    board,
    post,
    burst,
    stop() {
      clearTimeout(timer);
      clearInterval(many);
      clearInterval(faults);
      for (const tick of bursts) clearInterval(tick);
      return feed.close();
    },
  });
}

/** One or two faults, or none for a while. */
function someFaults(below: (n: number) => number): Faults {
  const kinds: (() => Faults)[] = [
    () => ({}),
    () => ({ cut: { after: 1 + below(20), times: 3 } }),
    () => ({ stall: { after: 1 + below(10), seconds: 20 } }),
    () => ({ doubles: 2 + below(5), disorder: 2 + below(6) }),
    () => ({ malformed: 2 + below(8), cut: { after: 5 + below(20), times: 1 } }),
    () => ({ lost: 2 + below(8) }),
    () => ({ limited: { times: 2, seconds: 2 }, cut: { after: 1 + below(5), times: 2 } }),
    () => ({ broken: 2, lost: 3 }),
  ];
  return kinds[below(kinds.length)]();
}
