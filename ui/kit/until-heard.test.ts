import type { Answer } from '@/server/answer';
import { untilHeard } from './until-heard';

const answers = (...given: (Answer<number> | Error)[]) => {
  const rests: number[] = [];
  const away: boolean[] = [];
  const asked = untilHeard(
    () => {
      const next = given.shift();
      return next instanceof Error ? Promise.reject(next) : Promise.resolve(next as Answer<number>);
    },
    (waits) => void away.push(waits),
    (milliseconds) => {
      rests.push(milliseconds);
      return Promise.resolve();
    },
  );
  return asked.then((answer) => ({ answer, rests, away }));
};
const passing: Answer<number> = { ok: false, fault: 'away', passing: true };

test('an answer is taken as it is, a refusal too', async () => {
  expect(await answers({ ok: true, value: 3 })).toEqual({ answer: { ok: true, value: 3 }, rests: [], away: [] });
  const { answer } = await answers({ ok: false, fault: 'no' }, { ok: true, value: 3 });
  expect(answer).toEqual({ ok: false, fault: 'no' });
});

test('what is refused on the way is told and not asked again', async () => {
  const { answer, rests } = await answers(new Error('This is more than can be changed in one go.'));
  expect(answer).toEqual({ ok: false, fault: 'This is more than can be changed in one go.' });
  expect(rests).toEqual([]);
});

test('while the server or its database is away it is asked again, ever more slowly, and said', async () => {
  const { answer, rests, away } = await answers(new TypeError('no line'), passing, passing, { ok: true, value: 3 });
  expect(answer).toEqual({ ok: true, value: 3 });
  expect(rests).toEqual([500, 1000, 2000]);
  expect(away).toEqual([true, true, true, false]);
});
