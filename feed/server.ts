/** The practice feed: the protocol of docs/feeds.md over HTTP. */
import { timingSafeEqual, createHash } from 'node:crypto';
import { type IncomingMessage, type Server, type ServerResponse, createServer } from 'node:http';
import { type Follow, type Message, followSchema, following } from '@/core/feed';
import type { Board } from './board';
import { type Faults, faultsSchema } from './faults';

/** Messages of one answer, unless fewer are asked for. */
const mostAnswered = 1000;
/** Bytes that may wait for a slow reader, who is then let go: what it missed it can fetch. */
const mostWaiting = 16 * 1024 * 1024;
/** Milliseconds between signs that the line is open. */
const alive = 5000;

export interface PracticeFeed {
  server: Server;
  faults: Faults;
  /** Requests that came, by their path, for tests. */
  asked: string[];
  close(): Promise<void>;
}

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** @param burst Posts so many messages, so many a second. */
export function practiceFeed(
  board: Board,
  {
    keys,
    name,
    burst,
  }: { keys: readonly string[]; name: string; burst: (messages: number, perSecond: number) => void },
): PracticeFeed {
  const digests = keys.map(digest);
  const open = new Set<ServerResponse>();
  const feed: PracticeFeed = {
    faults: {},
    asked: [],
    server: createServer((request, response) => {
      try {
        answer(request, response);
      } catch (error) {
        problem(response, 400, error instanceof Error ? error.message : 'The request cannot be read.');
      }
    }),
    close: () =>
      new Promise((resolve) => {
        for (const one of open) one.destroy();
        feed.server.closeAllConnections();
        feed.server.close(() => resolve());
      }),
  };

  function allowed(request: IncomingMessage): boolean {
    const given = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1];
    return given !== undefined && digests.some((one) => timingSafeEqual(one, digest(given)));
  }

  function answer(request: IncomingMessage, response: ServerResponse): void {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://feed');
    feed.asked.push(pathname);
    if (!allowed(request)) return problem(response, 401, 'The key is not known here.');
    if (pathname === '/faults' && request.method === 'PUT') return takeFaults(request, response);
    if (request.method !== 'GET') return problem(response, 405, 'This feed is only read.');
    if (feed.faults.expired) return problem(response, 403, 'The key has expired. Ask for another.');
    const { limited } = feed.faults;
    if (limited && limited.times > 0) {
      limited.times--;
      return problem(response, 429, 'Too many requests. Come again later.', {
        'Retry-After': String(Math.ceil(limited.seconds)),
      });
    }
    const follow = followSchema.parse({ words: searchParams.getAll('word'), writers: searchParams.getAll('writer') });
    if (pathname === '/') return json(response, 200, { name, protocol: 1, oldest: board.oldest, newest: board.newest });
    if (pathname === '/messages') return stream(request, response, follow);
    const after = /^\/messages\/after\/(\d{1,16})$/.exec(pathname);
    if (after) return catchUp(response, Number(after[1]), follow, Number(searchParams.get('limit') ?? mostAnswered));
    problem(response, 404, 'There is nothing here. The protocol has /, /messages and /messages/after/ID.');
  }

  function gone(response: ServerResponse): void {
    json(response, 410, {
      title: 'Messages after this one are not kept any more.',
      ...{ oldest: board.oldest, newest: board.newest },
    });
  }

  function catchUp(response: ServerResponse, id: number, follow: Follow, limit: number): void {
    const found = board.after(id, follow, Math.max(1, Math.min(mostAnswered, limit || mostAnswered)));
    if (!found) return gone(response);
    let previous = id;
    const messages = found.messages.map((message) => {
      const told = { ...message, previous };
      previous = message.id;
      return told;
    });
    // Where no more follow, all up to the newest have been looked at.
    const upTo = found.more ? previous : board.newest;
    const text = JSON.stringify({ messages, more: found.more, upTo });
    response.writeHead(200, { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) });
    if (feed.faults.broken) {
      feed.faults.broken--;
      response.write(text.slice(0, text.length / 2));
      response.flushHeaders();
      setTimeout(() => response.destroy(), 20);
      return;
    }
    response.end(text);
  }

  function stream(request: IncomingMessage, response: ServerResponse, follow: Follow): void {
    const asked = request.headers['last-event-id'];
    const from = typeof asked === 'string' && /^\d{1,16}$/.test(asked) ? Number(asked) : board.newest;
    const missed = board.after(from, follow);
    if (!missed) return gone(response);
    response.writeHead(200, { 'Content-Type': 'text/event-stream; charset=utf-8', 'Cache-Control': 'no-store' });
    response.write(`retry: 1000\nevent: begin\ndata: ${JSON.stringify({ after: from })}\n\n`);
    open.add(response);
    const send = sender(response, from);
    const passes = following(follow);
    for (const message of missed.messages) send(message);
    const unheard = board.hear((message) => passes(message) && send(message));
    const beat = setInterval(() => {
      if (!stalled.has(response)) response.write(`event: here\ndata: ${JSON.stringify({ last: send.last() })}\n\n`);
    }, alive);
    response.on('close', () => {
      unheard();
      clearInterval(beat);
      open.delete(response);
    });
  }

  const stalled = new WeakSet<ServerResponse>();

  /** Writes messages as events, with the faults that are set. */
  function sender(response: ServerResponse, from: number): ((message: Message) => void) & { last: () => number } {
    let previous = from;
    let sent = 0;
    let turned: string[] = [];
    const held: string[] = [];
    const write = (event: string): void => {
      if (stalled.has(response)) held.push(event);
      else response.write(event);
      if (response.writableLength > mostWaiting) response.destroy();
    };
    const send = (message: Message): void => {
      if (response.destroyed) return;
      const { cut, stall, doubles, disorder, malformed, lost } = feed.faults;
      const data = JSON.stringify({ ...message, previous });
      previous = message.id;
      sent++;
      const every = (some: number | undefined): boolean => some !== undefined && sent % some === 0;
      const event = `id: ${message.id}\nevent: message\ndata: ${every(malformed) ? data.slice(0, data.length >> 1) : data}\n\n`;
      const events = every(lost) ? [] : every(doubles) ? [event, event] : [event];
      if (disorder) {
        turned.push(...events);
        if (turned.length >= disorder) {
          turned.reverse().forEach(write);
          turned = [];
        }
      } else events.forEach(write);
      if (cut && cut.times > 0 && sent === cut.after) {
        cut.times--;
        // What was written before goes out first.
        setImmediate(() => response.destroy());
      }
      if (stall && sent >= stall.after) {
        feed.faults.stall = undefined;
        stalled.add(response);
        setTimeout(() => {
          stalled.delete(response);
          held.splice(0).forEach(write);
        }, 1000 * stall.seconds);
      }
    };
    return Object.assign(send, { last: () => previous });
  }

  function takeFaults(request: IncomingMessage, response: ServerResponse): void {
    let body = '';
    request.setEncoding('utf8');
    request.on('data', (part: string) => {
      body += part;
      if (body.length > 10_000) request.destroy();
    });
    request.on('end', () => {
      try {
        const { burst: once, ...standing } = faultsSchema.parse(JSON.parse(body || '{}'));
        feed.faults = standing;
        if (once) burst(once.messages, once.perSecond);
        json(response, 200, { ...standing, ...(once ? { burst: once } : {}) });
      } catch {
        problem(response, 400, 'These are no faults that the feed has.');
      }
    });
  }

  return feed;
}

function json(response: ServerResponse, status: number, value: object, headers: Record<string, string> = {}): void {
  const text = JSON.stringify(value);
  response.writeHead(status, {
    'Content-Type': status < 400 ? 'application/json' : 'application/problem+json',
    'Content-Length': Buffer.byteLength(text),
    ...headers,
  });
  response.end(text);
}

const problem = (response: ServerResponse, status: number, title: string, headers?: Record<string, string>): void =>
  json(response, status, { title, status }, headers);
