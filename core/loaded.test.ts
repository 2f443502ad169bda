import { loaded } from './loaded';

test('what was loaded is not asked for again; what failed is', async () => {
  let asked = 0;
  const module = loaded(() => (++asked === 1 ? Promise.reject(new Error('the line is down')) : Promise.resolve(asked)));
  await expect(module()).rejects.toThrow('the line is down');
  expect(await Promise.all([module(), module()])).toEqual([2, 2]);
  expect(await module()).toBe(2);
});
