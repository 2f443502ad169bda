import * as z from 'zod';
import { Fault } from '@/core/fault';
import { NotFound } from './access';
import { answered, log, route, toldOf } from './answer';

/** A handler that does the work, asked by a page of this site. */
const responded = (work: () => Promise<Response>): Promise<Response> =>
  route(work)(new Request('http://localhost/x'), { params: Promise.resolve({}) });

beforeAll(() => (log.level = 'silent'));
const failing = (error: unknown) => async (): Promise<never> => {
  throw error;
};

test.each([
  [new Fault('Mend it.', 'file'), 422, 'Mend it.'],
  [new NotFound('Gone.'), 404, 'Gone.'],
  [new SyntaxError('Unexpected token'), 400, 'The request is no JSON.'],
])('%s becomes a problem document with its sentence', async (error, status, detail) => {
  const answer = await responded(failing(error));
  expect(answer.status).toBe(status);
  expect(answer.headers.get('content-type')).toBe('application/problem+json');
  expect(await answer.json()).toMatchObject({ status, detail, type: 'about:blank' });
  expect(await answered(failing(error))).toMatchObject({ ok: false, fault: detail });
});

test('wrong input says which part is wrong', async () => {
  const parse = async (): Promise<Response> => Response.json(z.object({ name: z.string() }).parse({ name: 3 }));
  const answer = await responded(parse);
  expect(answer.status).toBe(400);
  expect(((await answer.json()) as { detail: string }).detail).toMatch(/^name: /);
});

test('a defect shows its number and nothing of its inside', async () => {
  const answer = await responded(failing(new Error('password is hunter2')));
  const { detail } = (await answer.json()) as { detail: string };
  expect(answer.status).toBe(500);
  expect(detail).toMatch(/Its number is [0-9a-f]{8}/);
  expect(detail).not.toContain('hunter2');
});

test('what goes well is passed on', async () => {
  expect(await answered(async () => 5)).toEqual({ ok: true, value: 5 });
  expect((await responded(async () => new Response('x'))).status).toBe(200);
});

test('a request that is not let in is refused before anything is done', async () => {
  let done = false;
  const handler = route(async () => {
    done = true;
    return new Response('x');
  });
  const foreign = new Request('http://localhost/x', { method: 'POST', headers: { 'sec-fetch-site': 'cross-site' } });
  const answer = await handler(foreign, { params: Promise.resolve({}) });
  expect(answer.status).toBe(403);
  expect(done).toBe(false);
});

test('every answer says that it runs nothing and belongs to this site', async () => {
  for (const work of [async () => new Response('<script>x</script>'), failing(new Fault('No.'))]) {
    const { headers } = await responded(work);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('content-security-policy')).toMatch(/default-src 'none'/);
    expect(headers.get('cross-origin-resource-policy')).toBe('same-origin');
  }
});

test.each([
  ['ECONNREFUSED', 'connect ECONNREFUSED 127.0.0.1:5432', /does not answer/],
  ['57P01', 'terminating connection due to administrator command', /does not answer/],
  ['55P03', 'canceling statement due to lock timeout', /Somebody else/],
  ['57014', 'canceling statement due to statement timeout', /took too long/],
  [undefined, 'timeout exceeded when trying to connect', /Too much is going on/],
])('the database’s %s is a sentence, also where it is the cause of another error', async (code, message, sentence) => {
  const held = Object.assign(new Error(message), { code });
  for (const error of [held, new Error('Failed query', { cause: held })]) {
    const answer = await responded(failing(error));
    expect(answer.status).toBe(503);
    expect(((await answer.json()) as { detail: string }).detail).toMatch(sentence);
  }
});

test('the log has what went wrong, and nothing of the data', () => {
  const cause = new Error('disk full');
  const failed = Object.assign(
    new Error('Failed query: insert into "record"\nparams: Hesper Sandison,secret', { cause }),
    {
      params: ['Hesper Sandison', Buffer.alloc(1000)],
    },
  );
  const told = JSON.stringify(toldOf(failed));
  expect(told).toContain('insert into');
  expect(told).toContain('disk full');
  expect(told).toContain('answer.test');
  expect(told).not.toMatch(/Sandison|secret|params/);
  expect(toldOf('Hesper')).toBe('string');
});
