/** What a feed's page makes of what it hears. */
import { cutWords, minutesOf } from './by-minute';
import { Going, Growing } from './growing';

test('a network grows by what is added, and begins anew where that is told', () => {
  const growing = new Growing();
  growing.add(
    true,
    [
      [0, 'person', 'Ann'],
      [1, 'person', 'Bo'],
      [2, 'word', 'kale'],
    ],
    [[0, 1, 2]],
  );
  growing.add(
    false,
    [[3, 'person', 'Cy']],
    [
      [0, 1, 5],
      [3, 0, 1],
      [2, 2, 1],
      [1, 3, 1],
    ],
  );
  growing.add(false, [], []);
  expect(growing.turn).toBe(2);
  const shown = growing.shown();
  expect(shown.names).toEqual(['Ann', 'Bo', 'kale', 'Cy']);
  expect([...shown.ends]).toEqual([0, 1, 3, 0, 1, 3]);
  expect([...shown.weight]).toEqual([5, 1, 1]);
  // Of many, those with most ties.
  expect(growing.shown(2).names).toEqual(['Ann', 'Bo']);
  expect([...growing.shown(2).ends]).toEqual([0, 1]);
  growing.add(true, [[0, 'person', 'Ann']], []);
  expect(growing.shown()).toMatchObject({ names: ['Ann'], ends: new Uint32Array(0) });
  expect(new Growing().shown().of).toHaveLength(0);
});

test('nodes go from where they are; a new one comes from its neighbour', () => {
  const going = new Going(100);
  const one = { of: Uint32Array.of(7, 9), ends: Uint32Array.of(0, 1) };
  going.go(one, Float32Array.of(0, 0, 10, 0), 1000);
  expect([...going.places(one.of, 1000)]).toEqual([0, 0, 10, 0]);
  const two = { of: Uint32Array.of(7, 8, 9), ends: Uint32Array.of(0, 2, 1, 2) };
  going.go(two, Float32Array.of(0, 0, 10, 20, 20, 0), 2000);
  expect([...going.places(two.of, 2000)]).toEqual([0, 0, 10, 0, 10, 0]);
  expect([...going.places(two.of, 2050)]).toEqual([0, 0, 10, 10, 15, 0]);
  expect([...going.places(two.of, 2100)]).toEqual([0, 0, 10, 20, 20, 0]);
  expect([going.moving(2050), going.moving(2100)]).toEqual([true, false]);
  expect([...going.places(Uint32Array.of(5), 2100)].every(Number.isNaN)).toBe(true);
  expect(going.seen.get(8)).toBe(2000);
});

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
