/** Saves whose answer did not arrive, and those of a page that goes: nobody is in conflict with themselves, and nothing of anybody else is overwritten. */
import { type Trail, stored, trailSchema } from '@/core/trail';
import { PUT as putFigure } from '@/app/api/studies/[study]/figures/[figure]/settings/route';
import { PUT as putTrail } from '@/app/api/studies/[study]/networks/[network]/trail/route';
import { figureSchema } from '@/core/figure/plan';
import { pool } from './db';
import { migrateDatabase } from './db/migrate';
import { makeFigure, openFigure, saveFigure } from './figures';
import { createNetwork, openNetwork, saveTrail } from './networks';
import { networkVersions } from './networks/versions';
import { newStudy } from './samples';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

const trail = (loops: 'keep' | 'drop', directed = true): Trail =>
  trailSchema.parse({
    steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to', loops, directed }],
  });
const [first, mine, further, theirs] = [
  trail('drop'),
  trail('keep'),
  trail('keep', false),
  trail('drop', false),
] as const;
async function network(): Promise<{ study: string; id: string }> {
  const study = await newStudy();
  return { study, id: (await createNetwork(study, 'One', first)).id };
}
const request = (body: unknown, size = 0): Request =>
  new Request('http://127.0.0.1/x', {
    method: 'PUT',
    body: (typeof body === 'string' ? body : JSON.stringify(body)) + ' '.repeat(size),
    headers: { host: '127.0.0.1', 'sec-fetch-site': 'same-origin' },
  });

test('the same save twice is one: the second hears that it is stored', async () => {
  const { study, id } = await network();
  expect(await saveTrail(study, id, 1, mine)).toEqual({ kind: 'saved', version: 2 });
  expect(await saveTrail(study, id, 1, mine)).toEqual({ kind: 'saved', version: 2 });
  expect((await openNetwork(study, id)).version).toBe(2);
  expect(await networkVersions(study, id)).toHaveLength(2);
});

test('a save goes on top of what the same page sent before it, whether or not that has arrived', async () => {
  const { study, id } = await network();
  await saveTrail(study, id, 1, mine);
  expect(await saveTrail(study, id, 1, further, mine)).toEqual({ kind: 'saved', version: 3 });
  const other = await network();
  expect(await saveTrail(other.study, other.id, 1, further, mine)).toEqual({ kind: 'saved', version: 2 });
  // The one before it comes late, and changes nothing any more.
  expect(await saveTrail(other.study, other.id, 1, mine)).toMatchObject({ kind: 'conflict', version: 2 });
  expect((await openNetwork(other.study, other.id)).trail).toEqual(further);
});

test('what somebody else stored stands, whatever was sent before', async () => {
  const { study, id } = await network();
  await saveTrail(study, id, 1, theirs);
  expect(await saveTrail(study, id, 1, further, mine)).toMatchObject({ kind: 'conflict', version: 2, trail: theirs });
  expect((await openNetwork(study, id)).trail).toEqual(theirs);
});

test('both at once are stored in their order, or the later alone', async () => {
  const { study, id } = await network();
  await Promise.all([saveTrail(study, id, 1, mine), saveTrail(study, id, 1, further, mine)]);
  expect((await openNetwork(study, id)).trail).toEqual(further);
});

test('a page that goes saves a network by a request of its own', async () => {
  const { study, id } = await network();
  const put = async (body: unknown, size?: number): Promise<unknown> =>
    (await putTrail(request(body, size), { params: Promise.resolve({ study, network: id }) })).json();
  expect(await put({ version: 1, thing: stored(mine) })).toEqual({ kind: 'saved', version: 2 });
  expect(await put({ version: 1, thing: stored(further), sent: stored(mine) })).toEqual({ kind: 'saved', version: 3 });
  expect(await put({ version: 1, thing: stored(theirs) })).toMatchObject({ kind: 'conflict', version: 3 });
  expect(await put('{')).toMatchObject({ status: 400 });
  expect(await put({ version: -1, thing: stored(theirs) })).toMatchObject({ status: 400 });
  expect(await put({ version: 3, thing: { steps: 'none' } })).toMatchObject({ status: 422 });
  expect(await put({ version: 3, thing: stored(theirs) }, 300_000)).toMatchObject({
    status: 422,
    detail: 'This is too large to be sent at once.',
  });
  expect((await openNetwork(study, id)).trail).toEqual(further);
});

test('and a figure', async () => {
  const { study, id: net } = await network();
  const { id } = await makeFigure(study, net);
  const figure = (width: number) => figureSchema.parse({ width });
  const put = async (body: unknown): Promise<unknown> =>
    (await putFigure(request(body), { params: Promise.resolve({ study, figure: id }) })).json();
  expect(await saveFigure(study, id, 1, figure(84))).toEqual({ kind: 'saved', version: 2 });
  expect(await saveFigure(study, id, 1, figure(84))).toEqual({ kind: 'saved', version: 2 });
  expect(await put({ version: 1, thing: figure(129), sent: figure(84) })).toEqual({ kind: 'saved', version: 3 });
  expect(await put({ version: 1, thing: figure(200), sent: figure(84) })).toMatchObject({ kind: 'conflict' });
  expect((await openFigure(study, id)).settings.width).toBe(129);
});
