import { valueToArrow } from '@/core/formats/values';
import { type KeyedWork, type Source, digestOf, trailSchema } from '@/core/trail';
import { Elsewhere, type Running } from './elsewhere';
import { Stopped } from './turns';

const trail = trailSchema.parse({
  steps: [
    { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
    { id: 's2', kind: 'measure', on: true, measures: ['betweenness'] },
    { id: 's3', kind: 'arrange', on: true, method: 'force' },
    { id: 's4', kind: 'style', on: true },
  ],
});
const source = { keys: () => ['ties'], version: () => '1' } as unknown as Source;
const work = (seconds: number, splits = false): KeyedWork => ({
  step: 's2',
  key: `k${seconds}`,
  name: 'Betweenness',
  seconds,
  splits,
});

type Answer = { status?: number; json?: unknown; bytes?: Uint8Array };
let asked: { method: string; address: string; body?: { trail: { steps: unknown[] }; when: string; seconds: number } }[];
let answers: (method: string, address: string) => Answer;
beforeEach(() => {
  asked = [];
  globalThis.fetch = ((address: string, { method = 'GET', body }: { method?: string; body?: string } = {}) => {
    asked.push({ method, address, ...(body ? { body: JSON.parse(body) as never } : {}) });
    const { status = 200, json, bytes } = answers(method, address);
    return Promise.resolve(
      bytes
        ? new Response(bytes as Uint8Array<ArrayBuffer>)
        : status === 204
          ? new Response(null, { status })
          : Response.json(json ?? {}, { status }),
    );
  }) as typeof fetch;
});

const status = (more: object = {}) => ({
  ...{
    id: 'r',
    state: 'running',
    step: 's2',
    share: 0.5,
    since: 10,
    before: 0,
    workers: 3,
    at: 2,
    why: null,
    ready: false,
  },
  ...more,
});
const heard: unknown[] = [];
const running = (more: Partial<Running> = {}): Running => ({
  ...{ study: 's', network: 'n', trail, source, places: new Map(), threads: 2, breathe: () => undefined },
  heard: (step, away) => void heard.push(away ? [step, away.state, away.at] : [step]),
  ...more,
});
const here = () => Promise.resolve('made here');
/** Polls answer with each state in turn, the last for ever; results with a value. */
function server(states: object[], value: unknown = { of: Uint32Array.of(1, 2) }): void {
  let poll = 0;
  answers = (method, address) => {
    if (method === 'POST') return { json: { id: 'r' } };
    if (method === 'DELETE') return { status: 204 };
    if (address.includes('/results/')) return { bytes: valueToArrow(value) };
    return { json: states[Math.min(poll++, states.length - 1)] };
  };
}

test('what is short is done here, and the server is not asked', async () => {
  const place = new Elsewhere();
  answers = () => ({ status: 500 });
  expect(await place.done(running(), work(1.9), here)).toBe('made here');
  expect(await place.done(running({ places: new Map([['s2', 'here']]) }), work(4000), here)).toBe('made here');
  expect(asked).toEqual([]);
  // A server that does not answer holds nothing up.
  expect(await place.done(running(), work(19), here)).toBe('made here');
});

test('what is not so long is done here, unless somebody has asked the server for it', async () => {
  const place = new Elsewhere();
  answers = () => ({ json: { none: 'not asked' } });
  expect(await place.done(running(), work(19), here)).toBe('made here');
  // Two threads share it.
  expect(await place.done(running(), work(39, true), here)).toBe('made here');
  expect(asked.map(({ body }) => body?.when)).toEqual(['joins', 'joins']);
  server([status({ ready: true })]);
  expect(await place.done(running(), work(19), here)).toEqual({ of: Uint32Array.of(1, 2) });
});

test('what is long, or chosen, runs on the server with all that follows, and its result is taken from there', async () => {
  heard.length = 0;
  server([status({ state: 'waiting', before: 2, at: 0 }), status(), status({ ready: true })]);
  expect(await new Elsewhere().done(running(), work(41, true), here)).toEqual({ of: Uint32Array.of(1, 2) });
  expect(asked[0].body).toMatchObject({ when: 'always', trail: { steps: [{}, {}, {}] } });
  expect(heard).toEqual([['s2', 'waiting', 0], ['s2', 'running', 2], ['s2', 'running', 2], ['s2']]);
  expect(asked.at(-1)?.address).toBe(`/api/studies/s/results/${digestOf('k41')}`);
  expect(asked.some(({ method }) => method === 'DELETE')).toBe(false);
  server([status({ ready: true })]);
  const chosen = running({ places: new Map([['s2', 'server']]) });
  // What is done in a moment is kept nowhere, so it is done here.
  expect(await new Elsewhere().done(chosen, work(0.2), here)).toBe('made here');
  expect(await new Elsewhere().done(chosen, work(1), here)).toEqual({ of: Uint32Array.of(1, 2) });
});

test('without workers it is done here, unless the server was chosen: then a sentence says why not', async () => {
  answers = () => ({ json: { none: 'no worker' } });
  expect(await new Elsewhere().done(running(), work(60), here)).toBe('made here');
  const chosen = running({ places: new Map([['s2', 'server']]) });
  await expect(new Elsewhere().done(chosen, work(60), here)).rejects.toThrow(/^No worker process is running/);
  answers = () => ({ json: { none: 'another version' } });
  await expect(new Elsewhere().done(chosen, work(60), here)).rejects.toThrow(/another version/);
  answers = () => ({ json: { none: 'full', why: '20 runs of this study wait already.' } });
  expect(await new Elsewhere().done(running(), work(60), here)).toBe('made here');
  await expect(new Elsewhere().done(chosen, work(60), here)).rejects.toThrow('20 runs of this study wait already.');
});

test.each([
  ['failed', 'Part 3 of 64 broke off twice: out of memory', /^Part 3 of 64/],
  ['stopped', null, /was stopped/],
  ['done', null, /without this result/],
])('a run that has %s ends the step with a sentence', async (state, why, words) => {
  server([status({ state, why })]);
  await expect(new Elsewhere().done(running(), work(60), here)).rejects.toThrow(words);
});

test('rights that were withdrawn end it; a server that is away for a moment does not', async () => {
  let poll = 0;
  answers = (method) =>
    method === 'POST' ? { json: { id: 'r' } } : { status: 404, json: { detail: 'This study is not there.' } };
  await expect(new Elsewhere().done(running(), work(60), here)).rejects.toThrow('This study is not there.');
  answers = (method, address) => {
    if (method === 'POST') return { json: { id: 'r' } };
    if (address.includes('/results/')) return { bytes: valueToArrow(7) };
    return poll++ < 2 ? { status: 503 } : { json: status({ ready: true }) };
  };
  expect(await new Elsewhere().done(running(), work(60), here)).toBe(7);
});

test('a run that is stopped here is left, so that the server ends it where nobody else waits', async () => {
  server([status()]);
  let breaths = 0;
  const breathe = (): void => {
    if (++breaths > 2) throw new Stopped();
  };
  await expect(new Elsewhere().done(running({ breathe }), work(60), here)).rejects.toThrow(Stopped);
  expect(asked.at(-1)?.method).toBe('DELETE');
});

test('what is kept is fetched where it takes long, and not asked for again at once where it is not', async () => {
  const place = new Elsewhere();
  answers = () => ({ bytes: valueToArrow([Float64Array.of(1.5)]) });
  expect(await place.kept({ study: 's' }, work(0.5))).toBeUndefined();
  expect(asked).toEqual([]);
  expect(await place.kept({ study: 's' }, work(5))).toEqual([Float64Array.of(1.5)]);
  answers = () => ({ status: 404 });
  expect(await place.kept({ study: 's' }, work(6))).toBeUndefined();
  expect(await place.kept({ study: 's' }, work(6))).toBeUndefined();
  expect(asked).toHaveLength(2);
  answers = () => ({ bytes: Uint8Array.of(1, 2, 3) });
  expect(await place.kept({ study: 's' }, work(7))).toBeUndefined();
});

test('a question goes with its network’s trail; one answered here is offered by itself, where that took long', async () => {
  const place = new Elsewhere();
  const inquiry = { kind: 'chance' as const, ask: { model: 'uniform', draws: 5, seed: 1 } };
  server([status({ ready: true })]);
  await place.done(running({ inquiry }), work(60), here);
  expect(asked[0].body).toMatchObject({ inquiry, trail: { steps: [{}, {}, {}, {}] }, digest: digestOf('k60') });
  answers = () => ({ json: { none: 'not asked' } });
  asked.length = 0;
  await place.done(running({ inquiry }), work(19), here);
  await place.done(running({ inquiry }), work(4), here);
  expect(asked.map(({ body }) => [body?.when, body?.seconds])).toEqual([
    ['joins', 19],
    ['idle', 19],
    ['joins', 4],
  ]);
  expect(asked[1].body).toMatchObject({ inquiry, digest: digestOf('k19') });
  // It is no work of the trail.
  asked.length = 0;
  await place.keep(running());
  expect(asked).toEqual([]);
});

test('a run goes as far as the last step that may be costly: one that takes in another network is such', async () => {
  const steps = [trail.steps[0], { id: 's2', kind: 'combine', on: true, network: 'other' }];
  const combined = trailSchema.parse({ steps: [...steps, { id: 's3', kind: 'style', on: true }] });
  server([status({ ready: true })]);
  await new Elsewhere().done(running({ trail: combined }), work(60), here);
  expect(asked[0].body?.trail.steps).toHaveLength(2);
});

describe('what was done here is offered to a server that has nothing to do', () => {
  test('once, as much as it was, with nobody waiting', async () => {
    const place = new Elsewhere();
    answers = (method) => (method === 'POST' ? { json: { none: 'not asked' } } : { status: 404 });
    place.begin();
    await place.done(running(), work(4), here);
    await place.done(running({ places: new Map([['s2', 'here']]) }), work(3), here);
    asked.length = 0;
    await place.keep(running());
    expect(asked.map(({ method, body }) => [method, body])).toEqual([
      ['POST', expect.objectContaining({ when: 'idle', seconds: 7 })],
    ]);
    await place.keep(running());
    expect(asked).toHaveLength(1);
  });

  test('not where it is little, was done by a run before, or by the server; and a refusal is no fault', async () => {
    const place = new Elsewhere();
    answers = (method) => (method === 'POST' ? { json: { none: 'not asked' } } : { status: 404 });
    await place.done(running(), work(4), here);
    await place.keep(running());
    await place.done(running(), work(9), here);
    place.begin();
    await place.keep(running());
    server([status({ ready: true })]);
    await place.done(running(), work(60), here);
    asked.length = 0;
    await place.keep(running());
    expect(asked).toEqual([]);
    answers = (method) => (method === 'POST' ? { status: 422, json: { detail: 'No.' } } : { status: 404 });
    await place.done(running({ places: new Map([['s2', 'here']]) }), work(30), here);
    await place.keep(running());
    expect(asked.at(-1)?.body?.when).toBe('idle');
  });
});
