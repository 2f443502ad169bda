import { seeded } from './random';
import { digits } from './written';

const random = seeded(3);
const platform = new Intl.NumberFormat('en-GB', { maximumSignificantDigits: 21 });

test.each([
  0,
  -0,
  1,
  -1,
  999,
  1000,
  -1000,
  1234567.25,
  1e21,
  1.234e25,
  -1.5e300,
  1e-7,
  1.234e-9,
  -2.5e-300,
  0.1 + 0.2,
  NaN,
  Infinity,
  -Infinity,
])('the digits of %s are those of the platform', (value) => expect(digits(value)).toBe(platform.format(value)));

test('the digits of numbers of every size are those of the platform', () => {
  for (let i = 0; i < 3000; i++) {
    const value = Number(
      ((random.below(2 ** 32) / 2 ** 32 - 0.5) * 10 ** (random.below(60) - 30)).toPrecision(1 + random.below(15)),
    );
    expect(digits(value)).toBe(platform.format(value));
  }
});

test('no module of the core asks the platform for words and numbers while it loads', async () => {
  const spies = (['NumberFormat', 'Collator', 'DateTimeFormat'] as const).map((name) => jest.spyOn(Intl, name));
  const text = jest.spyOn(Number.prototype, 'toLocaleString');
  await jest.isolateModulesAsync(async () => {
    await import('./trail');
    await import('./sift');
    await import('./sift/kinds/values');
    await import('./figure');
  });
  for (const spy of [...spies, text]) expect(spy).not.toHaveBeenCalled();
  jest.restoreAllMocks();
});
