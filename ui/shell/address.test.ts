import { addressOf, lookedAt } from './address';

const steps = [{ id: 's1' }, { id: 's2' }];
const first = { view: 'graph' as const, step: 's1', selection: { nodes: [] as string[] }, reading: true, lists: false };

test('what is looked at goes to the address and comes back', () => {
  const state = {
    ...first,
    view: 'table' as const,
    step: 's2',
    selection: { nodes: ['person Ann, & Co', 'K1'] },
    reading: false,
    lists: true,
  };
  const query = addressOf(state, 's1');
  expect(lookedAt(query, steps)).toEqual({
    view: 'table',
    step: 's2',
    selection: { nodes: ['person Ann, & Co', 'K1'] },
    reading: false,
    lists: true,
  });
  expect(addressOf(first, 's1')).toBe('');
  expect(lookedAt(addressOf({ ...first, step: undefined }, 's1'), steps).step).toBeUndefined();
});

test('what an address cannot hold, or says wrongly, is left as at first', () => {
  const many = Array.from({ length: 100 }, (_, i) => `n${i}`);
  expect(addressOf({ ...first, selection: { nodes: many } }, 's1')).toBe('');
  expect(lookedAt('?view=%00&step=gone&nodes=' + 'x'.repeat(1000), steps)).toEqual({
    view: 'graph',
    reading: true,
    lists: false,
  });
});
