import * as z from 'zod';
import { Fault } from '@/core/fault';
import { action, text } from './action';

const mockAsked: [string, string, string][] = [];
jest.mock('@/server/access', () => ({
  NotFound: class NotFound extends Error {},
  NotAllowed: class NotAllowed extends Error {},
  studyFor: (id: string, right: string, among: string) => {
    mockAsked.push([id, right, among]);
    if (id !== 'mine')
      throw new (jest.requireActual<typeof import('@/core/fault')>('@/core/fault').Fault)('This study is not there.');
    return Promise.resolve({ id, name: 'Mine' });
  },
}));

const done: unknown[][] = [];
const rename = action('edit', [text, z.number().int().min(0), text.optional()], (...given) => {
  done.push(given);
  return Promise.resolve(given.length);
});
beforeEach(() => {
  mockAsked.length = done.length = 0;
});

test('arguments are parsed, the right is asked for, and what came of it is answered', async () => {
  expect(await rename('mine', 'a\0b', 3, undefined)).toEqual({ ok: true, value: 4 });
  expect(mockAsked).toEqual([['mine', 'edit', 'present']]);
  expect(done).toEqual([['mine', 'ab', 3, undefined]]);
  expect(rename.right).toBe('edit');
});

test('without the right nothing is done, and nothing is said of what was asked', async () => {
  expect(await rename('other', 'x', -5, undefined)).toEqual({ ok: false, fault: 'This study is not there.' });
  expect(done).toEqual([]);
});

test.each([
  ['no study', [undefined, 'x', 3]],
  ['a study that is no text', [{ $ne: '' }, 'x', 3]],
  ['a study longer than any id', ['m'.repeat(1001), 'x', 3]],
  ['a missing argument', ['mine', 'x']],
  ['an argument of another kind', ['mine', 'x', '3']],
  ['one out of bounds', ['mine', 'x', -1]],
  ['a text that is too long', ['mine', 'x'.repeat(1001), 1]],
])('%s is refused in a sentence, and nothing is done', async (_name, given) => {
  const answer = await (rename as unknown as (...words: unknown[]) => Promise<{ ok: boolean; fault?: string }>)(
    ...given,
  );
  expect(answer.ok).toBe(false);
  expect(answer.fault).toMatch(/^\S.*\S$/);
  expect(done).toEqual([]);
});

test('further arguments are not passed on', async () => {
  await (rename as unknown as (...words: unknown[]) => Promise<unknown>)('mine', 'x', 1, 'y', 'secret');
  expect(done).toEqual([['mine', 'x', 1, 'y']]);
});

test('among the deleted ones, where one is brought back', async () => {
  const restore = action('edit', [], () => Promise.resolve(), 'deleted');
  expect(await restore('mine')).toEqual({ ok: true, value: undefined });
  expect(mockAsked).toEqual([['mine', 'edit', 'deleted']]);
});

test('a fault is told as it is, a defect by a number', async () => {
  const failing = action('read', [], () => Promise.reject(new Fault('It is too late.', 's2')));
  expect(await failing('mine')).toEqual({ ok: false, fault: 'It is too late.', where: 's2' });
  const broken = action('read', [], () => Promise.reject(new TypeError('x of undefined')));
  const answer = await broken('mine');
  expect(answer).toMatchObject({
    ok: false,
    fault: expect.stringMatching(/broke on our side. Its number is \w+/) as string,
  });
  expect(JSON.stringify(answer)).not.toContain('undefined');
});

test('what passes by itself says so', async () => {
  const away = Object.assign(new Error('connect'), { code: 'ECONNREFUSED', syscall: 'connect' });
  const failing = action('read', [], () => Promise.reject(away));
  expect(await failing('mine')).toMatchObject({ ok: false, passing: true });
});
