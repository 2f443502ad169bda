import { network } from '../graph';
import { runTrail } from './run';
import { placesIn } from '../arrange/packed';
import { type Step, type Trail, carryPlaces, stored, trailSchema } from '.';
import { parcels, source } from './samples';

// The kernel that lays out layers takes its time on a busy machine.
jest.setTimeout(60_000);

const trail = (arrange: object = {}, min = 0): Trail =>
  trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' },
      { id: 's2', kind: 'keep', on: true, rule: { by: 'degree', min } },
      { id: 's3', kind: 'arrange', on: true, method: 'force', ...arrange },
      { id: 's4', kind: 'style', on: true },
    ],
  });
const net = { ...network({ nodes: 3, edges: [[0, 1], [1, 2]] }), positions: Float32Array.of(0, 0, 50.4, 1, 100, 2) }; // prettier-ignore
const seen = { 0: [0, 0], 1: [50, 1], 2: [100, 2] };
/** The trail with one step changed, as an edit leaves it: the others are the same objects. */
const changed = (before: Trail, id: string, change: object): Trail => ({
  steps: before.steps.map((step): Step => (step.id === id ? Object.assign({}, step, change) : step)),
});
const ontoAfter = (before: Trail, after: Trail): unknown => {
  const step = carryPlaces(before, after, net).steps.find(({ kind }) => kind === 'arrange');
  return step?.kind === 'arrange' ? step.onto : undefined;
};

describe('the picture that is to be lain on', () => {
  const before = trail();
  test('is remembered when a step before the layout, or the layout, changes', () => {
    expect(ontoAfter(before, changed(before, 's2', { rule: { by: 'degree', min: 2 } }))).toEqual(seen);
    expect(ontoAfter(before, changed(before, 's3', { settings: { pull: 1 } }))).toEqual(seen);
    expect(ontoAfter(before, { steps: before.steps.filter(({ id }) => id !== 's2') })).toEqual(seen);
  });
  test('not for what leaves the picture as it is: another style, a node put by hand', () => {
    const restyled = changed(before, 's4', { legend: false });
    expect(carryPlaces(before, restyled, net)).toBe(restyled);
    const put = changed(before, 's3', { placed: { 0: [5, 5] } });
    expect(carryPlaces(before, put, net)).toBe(put);
  });
  test('nodes that were put by hand are left out, and once there are adjustments nothing changes any more', () => {
    const put = trail({ placed: { 0: [5, 5] } });
    expect(ontoAfter(put, changed(put, 's2', { on: false }))).toEqual({ 1: [50, 1], 2: [100, 2] });
    const turned = trail({ adjusted: [{ do: 'turn', degrees: 90 }], onto: { 0: [1, 1] } });
    expect(ontoAfter(turned, changed(turned, 's2', { on: false }))).toEqual({ 0: [1, 1] });
    // The first adjustment is made on the picture as it stands.
    expect(ontoAfter(before, changed(before, 's3', { adjusted: [{ do: 'mirror', across: true }] }))).toEqual(seen);
  });
  test('layouts whose sides mean something, and pictures that are not there, have none', () => {
    const rows = trail({ method: 'rows' });
    expect(ontoAfter(rows, changed(rows, 's2', { on: false }))).toEqual({});
    const after = changed(before, 's2', { on: false });
    expect(carryPlaces(before, after, undefined)).toBe(after);
    expect(carryPlaces(before, after, network({ nodes: 3, edges: [] }))).toBe(after);
  });
});

describe('the places that the layout goes on from', () => {
  const before = trail();
  const begins = (now: Trail, after: Trail): unknown => {
    const step = carryPlaces(now, after, net).steps.find(({ kind }) => kind === 'arrange');
    return step?.kind === 'arrange' ? step.begins : undefined;
  };
  test('are those of the picture, where a step before it or its settings change', () => {
    expect(begins(before, changed(before, 's2', { rule: { by: 'degree', min: 2 } }))).toEqual(seen);
    expect(begins(before, changed(before, 's3', { settings: { pull: 1 } }))).toEqual(seen);
  });
  test('are a text where there are many nodes, without those put by hand; it goes where another layout begins anew', () => {
    const many = { ...network({ nodes: 1200, edges: [[0, 1]] }), positions: new Float32Array(2400).map((_, i) => i) };
    const now = trail({ placed: { 7: [5, 5] } });
    const on = carryPlaces(now, changed(now, 's2', { on: false }), many);
    const step = on.steps.find(({ kind }) => kind === 'arrange');
    if (step?.kind !== 'arrange') throw new Error('no step');
    expect(step.begins).toEqual({});
    const back = placesIn(['4', '7', 'none'], step.begun ?? '');
    expect([...(back ?? [])].map((part) => Math.round(part / 4))).toEqual([2, 2, NaN, NaN, NaN, NaN]);
    // It is in the trail as it is kept.
    expect(trailSchema.parse(stored(on))).toEqual(on);
    const other = carryPlaces(on, changed(on, 's3', { method: 'stress', settings: { room: 70 } }), many);
    expect(other.steps.find(({ kind }) => kind === 'arrange')).not.toHaveProperty('begun');
    expect(() => trailSchema.parse(changed(on, 's3', { begun: 'no base64!' }))).toThrow();
  });
  test('stay where only something is done by hand: the picture is not laid out again', () => {
    expect(begins(before, changed(before, 's3', { adjusted: [{ do: 'mirror', across: true }] }))).toEqual({});
    expect(begins(before, changed(before, 's3', { bundled: true }))).toEqual({});
  });
  test('are none for another layout, and for one that does not look at them', () => {
    expect(begins(before, changed(before, 's3', { method: 'stress', settings: { room: 70 } }))).toEqual({});
    const circle = trail({ method: 'circle' });
    expect(begins(circle, changed(circle, 's2', { on: false }))).toEqual({});
  });
});

describe('in the trail', () => {
  const made = (arrange: object): Trail =>
    trailSchema.parse({
      steps: [
        { id: 's1', kind: 'ties', on: true, table: 'parcels', from: 'from', to: 'to' },
        { id: 's3', kind: 'arrange', on: true, method: 'force', settings: { pack: false }, ...arrange },
      ],
    });
  const placesOf = async (arrange: object) => {
    const { state } = await runTrail(source([parcels]), made(arrange));
    if (!state) throw new Error('no state');
    return state.network;
  };

  test('the new picture lies on the former, mirrored as that is; then come adjustments; ties are bundled', async () => {
    const plain = await placesOf({});
    const at = plain.positions ?? new Float32Array(0);
    const onto = Object.fromEntries(plain.ids.map((id, v) => [id, [-at[2 * v], at[2 * v + 1]]]));
    const laid = (await placesOf({ onto })).positions ?? new Float32Array(0);
    laid.forEach((part, i) => expect(part).toBeCloseTo(i % 2 ? at[i] : -at[i], 2));
    const back = await placesOf({ onto, adjusted: [{ do: 'mirror', across: true }], bundled: true });
    const middle = (Math.min(...even(laid)) + Math.max(...even(laid))) / 2;
    back.positions?.forEach((part, i) => expect(part).toBeCloseTo(i % 2 ? laid[i] : 2 * middle - laid[i], 2));
    expect(back.routes?.offsets).toHaveLength(back.source.length + 1);
    expect(plain.routes).toBeUndefined();
  });
  const even = (at: Float32Array): number[] => [...at].filter((_, i) => i % 2 === 0);

  test('ways of ties are kept through a Keep after the layout, and go with a projection', async () => {
    const steps = [...made({ method: 'right angles' }).steps];
    const kept = trailSchema.parse({
      steps: [...steps, { id: 's9', kind: 'keep', on: true, rule: { by: 'degree', min: 2 } }],
    });
    const { state } = await runTrail(source([parcels]), kept);
    const { routes, source: ends } = state?.network ?? {};
    expect(routes?.offsets).toHaveLength((ends?.length ?? 0) + 1);
    expect(routes?.points.length).toBe(2 * (routes?.offsets.at(-1) ?? -1));
  });
});
