/** Links for outsiders: to one page, counted, until they end. */
import { eq, sql } from 'drizzle-orm';
import { trailSchema } from '@/core/trail';
import { GET } from '@/app/api/shared/[token]/route';
import { log } from '@/server/answer';
import { database, guestLink, pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { deleteFigure, makeFigure, restoreFigure } from '@/server/figures';
import { createNetwork, deleteNetwork, restoreNetwork } from '@/server/networks';
import { actAs } from '@/server/people/person';
import { createStudy, deleteStudy, restoreStudy } from '@/server/studies';
import { endLink, listLinks, share } from '.';

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});
afterAll(() => pool().end());

const page = Buffer.from('<!doctype html><title>Carriers é</title>');
const trail = trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' }] });
async function made(): Promise<{ study: string; figure: string; token: string }> {
  const { id: study } = await createStudy('Shared');
  const { id: figure } = await makeFigure(study, (await createNetwork(study, 'One', trail)).id);
  return { study, figure, ...(await share('figure', study, figure, { days: 30, records: false }, page)) };
}
/** As somebody who is not signed in. */
const open = (token: string, headers: Record<string, string> = {}): Promise<Response> =>
  actAs('nobody', () =>
    GET(new Request('http://localhost/x', { headers: { host: 'localhost', ...headers } }), {
      params: Promise.resolve({ token }),
    }),
  );

test('whoever has it sees the page, as nobody and asking for nothing; each time is counted', async () => {
  const { study, token } = await made();
  expect(token).toMatch(/^[\w-]{43}$/);
  const answer = await open(token);
  expect([answer.status, await answer.text()]).toEqual([200, page.toString()]);
  const policy = answer.headers.get('content-security-policy') ?? '';
  expect(policy).toContain('sandbox allow-scripts');
  expect(policy).not.toContain('allow-same-origin');
  expect(policy).toContain("default-src 'none'");
  expect(answer.headers.get('cache-control')).toBe('no-store');
  await open(token);
  expect(await listLinks(study)).toMatchObject([{ opened: 2, by: expect.any(String) as string }]);
  const [row] = await database().select().from(guestLink).where(eq(guestLink.studyId, study));
  expect(JSON.stringify(row)).not.toContain(token);
});

test('nothing behind one that ended, ran out, was bent, or whose figure or study was deleted: in the same words', async () => {
  const { study, figure, token } = await made();
  const told = async (one: string): Promise<[number, string]> => {
    const answer = await open(one);
    return [answer.status, ((await answer.json()) as { detail: string }).detail];
  };
  const none = await told('none');
  expect(none).toEqual([404, expect.stringContaining('There is nothing behind this link') as string]);
  expect(await told(token.slice(1))).toEqual(none);
  await deleteFigure(study, figure);
  expect(await told(token)).toEqual(none);
  await restoreFigure(study, figure);
  await deleteStudy(study);
  expect(await told(token)).toEqual(none);
  await restoreStudy(study);
  expect((await open(token)).status).toBe(200);
  await database()
    .update(guestLink)
    .set({ endsAt: sql`now() - interval '1 second'` })
    .where(eq(guestLink.studyId, study));
  expect(await told(token)).toEqual(none);
  expect(await listLinks(study)).toEqual([]);
  const second = await share('figure', study, figure, { days: 1, records: false }, page);
  const [{ id }] = await listLinks(study);
  await endLink(study, id);
  expect(await told(second.token)).toEqual(none);
  await expect(endLink(study, id)).rejects.toThrow(/has ended already/);
  const rows = await database().select().from(guestLink).where(eq(guestLink.id, id));
  expect(rows[0].page).toHaveLength(0);
});

test('a network is shared as a figure is, with records where that was chosen; it goes with its network', async () => {
  const { study, figure } = await made();
  const { id: network } = await createNetwork(study, 'Two', trail);
  const { token } = await share('network', study, network, { days: 3, records: true }, page);
  expect((await open(token)).status).toBe(200);
  expect(await listLinks(study)).toMatchObject([
    { kind: 'network', thing: network, name: 'Two', records: true, opened: 1 },
    { kind: 'figure', thing: figure, records: false },
  ]);
  await deleteNetwork(study, network);
  expect((await open(token)).status).toBe(404);
  expect(await listLinks(study)).toHaveLength(1);
  await restoreNetwork(study, network);
  const [{ id }] = await listLinks(study);
  await endLink(study, id);
  expect((await open(token)).status).toBe(404);
  await expect(share('network', study, figure, { days: 3, records: false }, page)).rejects.toThrow(
    /not there any more/,
  );
});

test('what is no page, and times that are none, are refused', async () => {
  const { study, figure } = await made();
  await expect(share('figure', study, figure, { days: 30, records: false }, Buffer.from('<svg/>'))).rejects.toThrow(
    /no page to explore/,
  );
  for (const days of [0, -1, 367, NaN])
    await expect(share('figure', study, figure, { days, records: false }, page)).rejects.toThrow(/from 1 to 366/);
  expect((await open('x', { host: 'elsewhere.example' })).status).toBe(403);
});
