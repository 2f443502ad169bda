import * as z from 'zod';
import { Fault } from '@/core/fault';
import { NotFound } from './access';
import { answered, fromHere, log, responded } from './answer';

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

test('changes are taken from pages of the same origin, and from programs', () => {
  const from = (site?: string): Request =>
    new Request('http://localhost', { headers: site ? { 'sec-fetch-site': site } : {} });
  for (const site of [undefined, 'same-origin', 'none']) expect(() => fromHere(from(site))).not.toThrow();
  for (const site of ['cross-site', 'same-site']) expect(() => fromHere(from(site))).toThrow(/another site/);
});
