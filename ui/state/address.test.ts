import { trailSchema } from '@/core/trail';
import { addressOf, lookedAt, whatDiffers } from './address';

const steps = [{ id: 's1' }, { id: 's2' }];
const views = ['graph', 'table'];
const first = { panes: ['graph'], step: 's1', selection: { nodes: [] as string[] }, reading: true, lists: false };

test('what is looked at goes to the address and comes back', () => {
  const state = {
    ...first,
    panes: ['table'],
    step: 's2',
    selection: { nodes: ['person Ann, & Co', 'K1'] },
    reading: false,
    lists: true,
  };
  const query = addressOf(state, 's1');
  expect(lookedAt(query, steps, views)).toEqual({
    panes: ['table'],
    step: 's2',
    selection: { nodes: ['person Ann, & Co', 'K1'] },
    reading: false,
    lists: true,
  });
  expect(addressOf(first, 's1')).toBe('');
  expect(lookedAt(addressOf({ ...first, step: undefined }, 's1'), steps, views).step).toBeUndefined();
});

test('an address that says nothing new changes nothing; one that does changes only that', () => {
  expect(whatDiffers(lookedAt('', steps, views), first)).toEqual({});
  expect(whatDiffers(lookedAt('?lists=true&view=graph', steps, views), first)).toEqual({ lists: true });
  const closed = whatDiffers(lookedAt('?step=none', steps, views), first);
  expect('step' in closed && closed.step === undefined).toBe(true);
});

test('what an address cannot hold, or says wrongly, is left as at first', () => {
  const many = Array.from({ length: 100 }, (_, i) => `n${i}`);
  expect(addressOf({ ...first, selection: { nodes: many } }, 's1')).toBe('');
  expect(lookedAt('?view=%00&step=gone&nodes=' + 'x'.repeat(1000), steps, views)).toEqual({
    panes: ['graph'],
    reading: true,
    lists: false,
  });
});

test('a network that stands beside comes back where there is one, and only beside one view', () => {
  const trail = trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' }] });
  const fork = { id: 'f1', name: 'Fork', trail };
  const query = addressOf({ ...first, beside: fork }, 's1');
  expect(lookedAt(query, steps, views, [fork]).beside).toEqual(fork);
  expect(lookedAt(query, steps, views, []).beside).toBeUndefined();
  expect(lookedAt(`${query}&view=graph,table`, steps, views, [fork]).beside).toBeUndefined();
  expect(addressOf({ ...first, beside: { name: 'as it was', trail } }, 's1')).toBe('');
});
