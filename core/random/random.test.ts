import { seeded } from '.';

test('the same seed gives the same numbers; these are the first of seed 7', () => {
  const [a, b] = [seeded(7), seeded(7)];
  const drawn = Array.from({ length: 5 }, () => a.below(1000));
  expect(Array.from({ length: 5 }, () => b.below(1000))).toEqual(drawn);
  expect(Array.from({ length: 5 }, () => seeded(8).below(1000))).not.toEqual(drawn);
});

test('numbers below a limit are about equally frequent', () => {
  const random = seeded(1);
  const counts = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < 60000; i++) counts[random.below(6)]++;
  for (const count of counts) expect(Math.abs(count - 10000)).toBeLessThan(450);
});

test('shares lie in [0, 1) with mean one half; a shuffle loses nothing', () => {
  const random = seeded(2);
  let sum = 0;
  for (let i = 0; i < 10000; i++) {
    const share = random.unit();
    expect(share >= 0 && share < 1).toBe(true);
    sum += share;
  }
  expect(sum / 10000).toBeCloseTo(0.5, 1);
  const items = Uint32Array.from({ length: 100 }, (_, i) => i);
  random.shuffle(items);
  expect([...items]).not.toEqual([...items].sort((a, b) => a - b));
  expect(new Set(items).size).toBe(100);
});
