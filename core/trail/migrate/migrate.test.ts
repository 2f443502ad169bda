import { readTrail, readTrailOrFault, stored, storedTrailSchema, trailVersion } from '.';
import * as z from 'zod';

const ties = { id: 's1', kind: 'ties', on: true, question: 'sent', table: 'consignments', from: 'from', to: 'to' };
const arranged = { id: 's2', kind: 'arrange', on: true, pull: 0.4, seed: 3, placed: { a: [1, 2] } };

test('a trail of the first format: the settings of its layout are put together, what was placed by hand stays', () => {
  const { steps } = readTrail({ steps: [ties, arranged] });
  expect(steps[1]).toMatchObject({
    id: 's2',
    method: 'force',
    settings: { pull: 0.4, seed: 3, spread: 44, iterations: 300, pack: true },
    placed: { a: [1, 2] },
  });
  expect(steps[1]).not.toHaveProperty('pull');
});

test('what is stored today is read as it was', () => {
  const trail = readTrail({ steps: [ties, arranged] });
  expect(stored(trail).version).toBe(trailVersion);
  expect(readTrail(JSON.parse(JSON.stringify(stored(trail))))).toEqual(trail);
});

test('a trail of today is not taken for one of before', () => {
  const today = { version: 2, steps: [ties, { id: 's2', kind: 'arrange', on: true, method: 'force', pull: 0.4 }] };
  expect(readTrail(today).steps[1]).toMatchObject({ settings: { pull: 0.2 } });
});

test.each([
  ['of a later version', { version: trailVersion + 1, steps: [ties] }, /later version/],
  ['without steps', { version: 1 }, /no trail/],
  ['that is none', 'trail', /no trail/],
  ['that is nothing', null, /no trail/],
  ['with a step of no known kind', { steps: [ties, { id: 's2', kind: 'fold', on: true }] }, /steps\.1/],
  ['with a layout of no known name', { version: 2, steps: [ties, { ...arranged, method: 'knot' }] }, /steps\.1/],
  ['with odd steps', { steps: [null, 3, 'x'] }, /steps\.0/],
  ['that is empty', { steps: [] }, /begins with a Ties step/],
])('a trail %s is told in a sentence', (_name, value, sentence) => {
  expect(() => readTrail(value)).toThrow(sentence);
  expect(readTrailOrFault(value)).toEqual({ fault: expect.stringMatching(sentence) as string });
  expect(z.object({ trail: storedTrailSchema }).safeParse({ trail: value }).error?.issues[0].message).toMatch(sentence);
});
