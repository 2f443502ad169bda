import { type Change, EditQueue, type Keeping, type Outcome, type Waiting } from './edit-queue';
import { partsOf } from './edits';

const cell = (text: string, row = 0): Change => ({
  edit: { kind: 'cells', edits: [{ row, column: 0, text }], what: 'a cell' },
});

/** A server that takes each batch when it is told to. */
function server() {
  const bodies: {
    base: number;
    items: { token: string; edit?: { edits?: { text: string }[] }; step?: string; lines?: number }[];
    rest: unknown[];
  }[] = [];
  const waiting: ((answer: Response | Error) => void)[] = [];
  const send = (async (_address: string, { body }: { body: Blob }) => {
    const [head, ...lines] = (await body.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as never);
    bodies.push({
      base: (head as { base: number }).base,
      items: lines.filter((line) => !Array.isArray(line)),
      rest: lines.filter((line) => Array.isArray(line)),
    });
    return new Promise<Response>((resolve, reject) =>
      waiting.push((answer) => (answer instanceof Error ? reject(answer) : resolve(answer))),
    );
  }) as unknown as typeof fetch;
  const answer = async (made: (token: string, i: number) => Outcome | undefined): Promise<void> => {
    while (!waiting.length) await settled();
    const lines = bodies[bodies.length - 1].items.flatMap(({ token }, i) => made(token, i) ?? []);
    waiting.shift()?.(new Response(lines.map((line) => `${JSON.stringify(line)}\n`).join('')));
    await settled();
  };
  const fail = async (error: Response | Error): Promise<void> => {
    while (!waiting.length) await settled();
    waiting.shift()?.(error);
    await settled();
  };
  return { bodies, send, answer, fail };
}

const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

function memory(kept: Waiting[] = []): Keeping & { kept: Waiting[] } {
  const held = {
    kept,
    read: () => [...held.kept],
    write: (waiting: readonly Waiting[]) => {
      held.kept = [...waiting];
      return true;
    },
  };
  return held;
}

function queueOn(send: typeof fetch, keeping: Keeping = memory(), pause: () => Promise<void> = settled): EditQueue {
  let count = 0;
  return new EditQueue({ address: '/edits', author: 'me', keeping, send, pause, token: () => `t${++count}` }, 5);
}
const done = (token: string, version: number, more: object = {}): Outcome => ({
  token,
  version,
  others: false,
  conflicts: [],
  ...more,
});

test('twenty edits that are made while the first is on its way go together, in their order, and each is answered', async () => {
  const { bodies, send, answer } = server();
  const queue = queueOn(send);
  const outcomes = Array.from({ length: 20 }, (_, i) => queue.add(cell(String(i), i)).outcome);
  expect(queue.look().waiting).toBe(20);
  await answer((token, i) => done(token, 6 + i));
  await answer((token, i) => done(token, 7 + i));
  expect(bodies.map(({ items }) => items.length)).toEqual([1, 19]);
  expect(bodies.flatMap(({ items }) => items.map(({ edit }) => edit?.edits?.[0].text))).toEqual(
    Array.from({ length: 20 }, (_, i) => String(i)),
  );
  expect((await Promise.all(outcomes)).every((one) => !('fault' in one))).toBe(true);
  expect([queue.look().waiting, queue.version]).toEqual([0, 25]);
});

test('what others did leaves the version as the page shows it', async () => {
  const { send, answer } = server();
  const queue = queueOn(send);
  const { outcome } = queue.add(cell('x'));
  await answer((token) => done(token, 9, { others: true }));
  await outcome;
  expect(queue.version).toBe(5);
});

test.each([
  ['a line that breaks', new TypeError('failed to fetch')],
  ['a database that is away', new Response('{}', { status: 503 })],
  ['a session that has ended', new Response('{}', { status: 401 })],
])('%s keeps the edit and sends it again under the same token', async (_name, failure) => {
  const { bodies, send, answer, fail } = server();
  const keeping = memory();
  const queue = queueOn(send, keeping);
  const { outcome, token } = queue.add(cell('kept'));
  await fail(failure);
  expect(queue.look()).toMatchObject({ waiting: 1, away: true });
  expect(keeping.kept.map((one) => one.token)).toEqual([token]);
  await answer((sent) => done(sent, 6));
  expect(await outcome).toMatchObject({ version: 6 });
  expect(bodies.map(({ items }) => items[0].token)).toEqual([token, token]);
  expect(queue.look()).toMatchObject({ waiting: 0, away: false });
  expect(keeping.kept).toEqual([]);
});

test('of a batch that is answered in part only the rest is sent again', async () => {
  const { bodies, send, answer } = server();
  const queue = queueOn(send);
  queue.add(cell('first'));
  await answer((token) => done(token, 6));
  const outcomes = ['a', 'b', 'c'].map((text) => queue.add(cell(text)).outcome);
  await answer((token) => done(token, 7));
  await answer((token, i) => (i === 0 ? done(token, 8) : undefined));
  await answer((token) => done(token, 9));
  await Promise.all(outcomes);
  expect(bodies.slice(2).map(({ items }) => items.map(({ edit }) => edit?.edits?.[0].text))).toEqual([
    ['b', 'c'],
    ['c'],
  ]);
});

test('a refused edit says why, and those after it go on', async () => {
  const { send, answer } = server();
  const queue = queueOn(send);
  const first = queue.add(cell('x')).outcome;
  await answer((token) => ({ token, fault: 'The column is not there any more.' }));
  expect(await first).toMatchObject({ fault: 'The column is not there any more.' });
  const second = queue.add(cell('y')).outcome;
  await answer((token) => done(token, 6));
  expect(await second).toMatchObject({ version: 6 });
});

test('a study that is gone refuses all that waits for it', async () => {
  const { send, fail } = server();
  const queue = queueOn(send);
  const { outcome } = queue.add(cell('x'));
  await fail(Response.json({ detail: 'This study is not there.' }, { status: 404 }));
  expect(await outcome).toMatchObject({ fault: 'This study is not there.' });
  expect(queue.look().waiting).toBe(0);
});

test('what waited when the page was left is sent on return, on the version it was decided on', async () => {
  const { bodies, send, answer } = server();
  const kept = [{ token: 'old', base: 3, change: cell('from before') }];
  const queue = queueOn(send, memory(kept));
  expect(queue.look().waiting).toBe(1);
  queue.add(cell('new'));
  await answer((token) => done(token, 6));
  await answer((token) => done(token, 7));
  expect(bodies.map(({ base, items }) => [base, items.map(({ token }) => token)])).toEqual([
    [3, ['old']],
    [expect.any(Number), ['t1']],
  ]);
});

test('large edits are laid out in lines', async () => {
  const { bodies, send, answer } = server();
  const queue = queueOn(send);
  const edits = Array.from({ length: 2500 }, (_, row) => ({ row, column: 1, text: 'x' }));
  queue.add({ edit: { kind: 'cells', edits, what: 'all' } });
  await answer((token) => done(token, 6));
  expect(bodies[0].items).toHaveLength(1);
  expect(bodies[0].items[0].lines).toBe(3);
  expect(bodies[0].rest.flat()).toHaveLength(2500);
  expect((bodies[0].rest as unknown[][])[2][499]).toEqual([2499, 1, 'x']);
});

test('edits of rows that were just added are counted from the first of them', () => {
  const edits = [
    { row: 2, column: 0, text: 'a' },
    { row: 10, column: 0, text: 'b' },
    { row: 12, column: 0, text: 'c' },
    { row: 13, column: 0, text: 'd' },
  ];
  expect(partsOf(edits, [])).toEqual([{ edits }]);
  expect(
    partsOf(edits, [
      { token: 'p', start: 10, count: 3 },
      { token: 'q', start: 13, count: 1 },
    ]),
  ).toEqual([
    { edits: [{ row: 2, column: 0, text: 'a' }] },
    {
      onto: 'p',
      edits: [
        { row: 0, column: 0, text: 'b' },
        { row: 2, column: 0, text: 'c' },
      ],
    },
    { onto: 'q', edits: [{ row: 0, column: 0, text: 'd' }] },
  ]);
});
