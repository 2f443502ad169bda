/** The practice feed speaks the protocol of docs/feeds.md. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoFiles } from '@/demo/files';
import { messageSchema } from '@/core/feed';
import { type Practice, startPractice } from './practice';
import { goingOn, readNotices } from './notices';

const notices = readNotices(new TextDecoder().decode(demoFiles().find(({ name }) => name === 'notices.ndjson')?.bytes));
let board: Practice;
beforeEach(async () => (board = await startPractice({ notices, keys: ['k'], first: 100 })));
afterEach(() => board.stop());

const ask = (path: string, init: RequestInit = {}, key = 'k'): Promise<Response> =>
  fetch(`${board.address}${path}`, {
    ...init,
    headers: { Authorization: `Bearer ${key}`, ...(init.headers as Record<string, string> | undefined) },
  });
/** What comes over the line until it holds some words. */
async function read(answer: Response, words: string): Promise<string> {
  const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
  let text = '';
  while (!text.includes(words)) {
    const { done, value } = await reader.read();
    if (done) break;
    text += new TextDecoder().decode(value);
  }
  await reader.cancel();
  return text;
}

test('plays 1,500 notices and goes on with others of the same manner, the same ones each time', () => {
  expect(notices).toHaveLength(1500);
  const [one, two] = [goingOn(notices, 1), goingOn(notices, 1)];
  const made = Array.from({ length: 300 }, () => one());
  expect(made).toEqual(Array.from({ length: 300 }, () => two()));
  for (const { writer, words, people } of made) {
    expect(words.length).toBeGreaterThan(0);
    expect(people).not.toContain(writer);
  }
});

test('lines are read under either name; what is none is told with its line', () => {
  const line = (value: object): string => JSON.stringify(value);
  expect(readNotices(`${line({ writer: 'A', text: 't', mentions: ['B', 3], about: ['kale'] })}\r\n\n`)).toEqual([
    { writer: 'A', text: 't', people: ['B'], words: ['kale'] },
  ]);
  expect(() => readNotices('{"writer":"A"}\n{')).toThrow('Line 2 is no JSON object.');
  expect(() => readNotices('{"text":"A"}')).toThrow('Line 1 does not say who its writer is.');
});

test('wants its key, and says what it is', async () => {
  expect((await fetch(`${board.address}/`)).status).toBe(401);
  expect((await ask('/', {}, 'other')).status).toBe(401);
  board.post(3);
  expect(await (await ask('/')).json()).toEqual({ name: 'Harbour boards', protocol: 1, oldest: 100, newest: 103 });
  expect((await ask('/elsewhere')).status).toBe(404);
  expect((await ask('/', { method: 'POST' })).status).toBe(405);
});

test('what is followed is fetched by number, in pages; what is not kept is gone', async () => {
  board.post(60);
  const first = (await (await ask('/messages/after/100?word=kale&limit=2')).json()) as {
    messages: { id: number; previous: number }[];
    more: boolean;
    upTo: number;
  };
  expect(first.messages).toHaveLength(2);
  expect([first.more, first.upTo, first.messages[0].previous, first.messages[1].previous]).toEqual([
    true,
    first.messages[1].id,
    100,
    first.messages[0].id,
  ]);
  for (const one of first.messages) expect(messageSchema.safeParse(one).success).toBe(true);
  const rest = (await (await ask(`/messages/after/${first.upTo}?word=kale`)).json()) as typeof first;
  expect([rest.more, rest.upTo]).toEqual([false, 160]);
  for (const id of [99, 161]) expect((await ask(`/messages/after/${id}`)).status).toBe(410);
});

test('the line begins where it is told, names each message’s number and the one before', async () => {
  board.post(5);
  const text = await read(await ask('/messages', { headers: { 'Last-Event-ID': '103' } }), 'id: 105');
  expect(text).toContain('event: begin\ndata: {"after":103}');
  expect(text).toMatch(
    /id: 104\nevent: message\ndata: \{.*"previous":103\}\n\nid: 105\n.*\ndata: \{.*"previous":104\}/s,
  );
  expect((await ask('/messages', { headers: { 'Last-Event-ID': '9' } })).status).toBe(410);
});

test('faults are set from outside, by whoever has the key', async () => {
  const put = (value: unknown, key?: string) => ask('/faults', { method: 'PUT', body: JSON.stringify(value) }, key);
  expect((await put({ expired: true }, 'other')).status).toBe(401);
  expect((await put({ cut: { after: 0 } })).status).toBe(400);
  await put({ limited: { times: 1, seconds: 3 } });
  const later = await ask('/');
  expect([later.status, later.headers.get('retry-after')]).toEqual([429, '3']);
  expect((await ask('/')).status).toBe(200);
  await put({ expired: true });
  expect((await ask('/')).status).toBe(403);
  await put({});
  expect((await ask('/')).status).toBe(200);
});

test('a burst is posted at its pace, each with a number of its own; also one that is asked for', async () => {
  await board.burst(500, 50_000);
  expect(board.board.newest).toBe(600);
  const asked = { burst: { messages: 300, perSecond: 50_000 }, doubles: 2 };
  const answer = await ask('/faults', { method: 'PUT', body: JSON.stringify(asked) });
  expect([answer.status, await answer.json()]).toEqual([200, asked]);
  // It is no fault that stands.
  expect(board.faults).toEqual({ doubles: 2 });
  for (let i = 0; i < 200 && board.board.newest < 900; i++) await new Promise((resolve) => setTimeout(resolve, 10));
  expect(board.board.newest).toBe(900);
});

test('the schema that others write by is that of the sources', async () => {
  const { messageJsonSchema } = await import('@/core/feed');
  const written = readFileSync(join(__dirname, '../docs/feed-message.schema.json'), 'utf8');
  expect(JSON.parse(written)).toEqual(messageJsonSchema());
});
