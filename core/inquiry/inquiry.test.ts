import { network } from '../graph';
import { seeded } from '../random';
import { atOnce } from '../split';
import { backwards } from '../split/samples';
import { type Source, trailSchema } from '../trail';
import {
  type Inquiry,
  answerInquiry,
  inquiries,
  inquiryKey,
  inquirySchema,
  inquirySeconds,
  isInquiry,
  trailFor,
} from '.';

const random = seeded(3);
const net = network({
  nodes: 40,
  edges: Array.from({ length: 120 }, (): [number, number] => [random.below(40), random.below(40)]),
});
net.nodeColumns = [
  {
    ...{ type: 'text', name: 'class', dictionary: ['a', 'b', 'c'] },
    codes: Int32Array.from({ length: 40 }, (_, v) => (v % 5 ? v % 3 : -1)),
  },
  { type: 'number', name: 'amount', values: Float64Array.from({ length: 40 }, (_, v) => v % 7) },
];
const groups = { method: 'leiden' as const, resolution: 1, seed: 1, weights: true, directed: false };
const asked: Inquiry[] = [
  { kind: 'chance', ask: { model: 'degrees', draws: 9, seed: 1, figures: ['transitivity'] } },
  { kind: 'shuffle', ask: { by: 'class', draws: 20, seed: 1 } },
  { kind: 'shuffle', ask: { by: 'amount', draws: 20, seed: 1 } },
  { kind: 'explore', ask: { ...groups, low: 0.5, high: 2 } },
  { kind: 'aim', ask: { ...groups, wanted: 5 } },
];

test.each(asked)('$kind: the same to the bit, whoever does its parts', async (inquiry) => {
  expect(inquirySchema.parse(JSON.parse(JSON.stringify(inquiry)))).toEqual(inquiry);
  const here = await answerInquiry(net, inquiry, atOnce);
  expect(await answerInquiry(net, inquiry, backwards)).toEqual(here);
});

test('each is asked of here; what is none, or asks too much, is refused', () => {
  expect(new Set(asked.map(({ kind }) => kind))).toEqual(new Set(Object.keys(inquiries)));
  expect([isInquiry('chance'), isInquiry('paths'), isInquiry('toString')]).toEqual([true, false, false]);
  for (const wrong of [
    { kind: 'paths', ask: {} },
    { kind: 'chance', ask: { model: 'degrees', draws: 1e9, seed: 1 } },
    { kind: 'chance', ask: { model: 'none', draws: 10, seed: 1 } },
    { kind: 'explore', ask: { ...groups, low: 0, high: 2 } },
    { kind: 'aim', ask: groups },
  ])
    expect(inquirySchema.safeParse(wrong).success).toBe(false);
});

const source = { keys: () => ['ties'], version: () => '1' } as unknown as Source;
const trail = (...more: object[]) =>
  trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'a', to: 'b' }, ...more] });
const parted = { id: 's2', kind: 'groups', on: true, method: 'leiden' };
const measure = { id: 's3', kind: 'measure', on: true, measures: ['degree'] };

test('its key follows what the network rests on and what is asked, and nothing of how it is drawn', () => {
  const plain = trailFor(trail(parted, measure));
  const key = (of = plain, inquiry = asked[0]): string => inquiryKey(source, of, inquiry);
  const drawn = trail(
    parted,
    measure,
    { id: 's4', kind: 'arrange', on: true, method: 'force' },
    { id: 's5', kind: 'style', on: true },
  );
  expect(key(trailFor(drawn))).toBe(key());
  // Steps that are off, or were stopped, are not there.
  const off = { ...measure, on: false };
  expect(key(trailFor(trail(parted, off)))).toBe(key(trailFor(trail(parted))));
  expect(key(trailFor(trail(parted, measure), (step) => step === 's3'))).toBe(key(trailFor(trail(parted))));
  expect(key(trailFor(trail(parted)))).not.toBe(key());
  expect(key(plain, asked[1])).not.toBe(key());
  const ask = { ...(asked[0].ask as object) };
  const turned = Object.fromEntries(Object.entries(ask).reverse());
  expect(key(plain, { kind: 'chance', ask: turned })).toBe(key());
  expect(key(plain, { kind: 'chance', ask: { ...ask, seed: 2 } })).not.toBe(key());
});

test('it takes longer the more is asked', () => {
  const seconds = (more: object): number =>
    inquirySeconds(net, { kind: 'chance', ask: { ...(asked[0].ask as object), ...more } });
  expect(seconds({ draws: 18 })).toBeCloseTo(2 * seconds({}), 12);
  expect(seconds({ model: 'uniform' })).toBeLessThan(seconds({}));
  expect(seconds({ figures: undefined })).toBeGreaterThan(seconds({}));
  for (const one of asked) expect(inquirySeconds(net, one)).toBeGreaterThan(0);
});
