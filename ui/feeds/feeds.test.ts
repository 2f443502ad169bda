/** What a feed's page makes of what it hears. */
import { drawnWords } from './drawn-words';
import { keptSeen, rateOf } from './rate';
import { cutWords, minutesOf } from './by-minute';

const at = (time: string): string => `2026-11-27T${time}Z`;
const past = {
  minutes: [
    { minute: at('10:10:00'), messages: 5 },
    { minute: at('10:12:00'), messages: 50 },
  ],
  cuts: [{ from: at('10:11:10'), until: at('10:11:50'), why: 'The line was cut.', fetched: 21, gap: false }],
};

test('minutes without a message stand among the others; those without a line are marked', () => {
  const data = minutesOf(past, Date.parse(at('10:13:20')));
  expect(data).toHaveLength(30);
  expect(data.slice(-4)).toEqual([
    { at: Date.parse(at('10:10:00')), messages: 5, lost: 0 },
    { at: Date.parse(at('10:11:00')), messages: 0, lost: 2 },
    { at: Date.parse(at('10:12:00')), messages: 50, lost: 0 },
    { at: Date.parse(at('10:13:00')), messages: 0, lost: 0 },
  ]);
  expect(minutesOf(past, Date.parse(at('23:00:00')))).toHaveLength(60);
  expect(minutesOf({ minutes: [], cuts: [] }, 0)).toHaveLength(30);
});

test('the last cut in words', () => {
  const words = (change: object): string | undefined =>
    cutWords({ ...past, cuts: [{ ...past.cuts[0], ...change }] }, Date.parse(at('10:14:10')));
  expect(words({})).toMatch(/line lost 40 s, 21 messages fetched after$/);
  expect(words({ until: null })).toBe('The line was cut. No line for 3 minutes.');
  expect(words({ gap: true })).toMatch(/messages are missing that the source did not keep/);
  expect(words({ until: at('10:11:10'), why: 'Messages came broken, or not at all.', fetched: 1 })).toMatch(
    /Messages came broken, or not at all. 1 message fetched after/,
  );
  expect(cutWords({ minutes: [], cuts: [] }, 0)).toBeUndefined();
});

test('messages a minute over the last minute, once some seconds were seen', () => {
  let seen = keptSeen([], { at: 1000, messages: 500 });
  expect(rateOf(seen)).toBeUndefined();
  seen = keptSeen(seen, { at: 3000, messages: 520 });
  expect(rateOf(seen)).toBeUndefined();
  seen = keptSeen(seen, { at: 7000, messages: 560 });
  expect(rateOf(seen)).toBe(600);
  for (let second = 8; second <= 130; second++) seen = keptSeen(seen, { at: 1000 * second, messages: 560 + second });
  // A burst of long ago is not counted.
  expect(rateOf(seen)).toBe(60);
  expect(seen.length).toBeLessThan(63);
});

test('what is drawn is told where it is not all', () => {
  expect([drawnWords(1000, false), drawnWords(1001, false), drawnWords(20, true)]).toEqual([
    undefined,
    'Drawn are the 1,000 nodes with most ties.',
    'Drawn are the heaviest ties.',
  ]);
});
