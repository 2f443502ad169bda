import { fromArrow } from '@/core/formats';
import { pool } from './db';
import { migrateDatabase } from './db/migrate';
import * as actions from './actions';
import {} from './studies';
import { listTables } from './tables';
import { gunzipSync, gzipSync } from 'node:zlib';
import { allWrittenRows } from './tables/read';
import { letGo, packedTable } from './tables/packed';
import {} from './networks';
import { GET as columnsRoute } from '@/app/api/studies/[study]/tables/[table]/[version]/route';
import { POST as importRoute } from '@/app/api/studies/[study]/tables/route';
import { bringIn, get, newStudy, request, there } from './samples';

beforeAll(() => migrateDatabase());

afterAll(() => pool().end());

const nowhere = '00000000-0000-4000-8000-000000000000';

describe('every way in', () => {
  const post = (headers: Record<string, string> = {}, head: object = request({ rows: 1 })): Request =>
    new Request('http://localhost/x', { method: 'POST', body: `${JSON.stringify(head)}\n["a","b"]\n`, headers });

  test('serves a table’s columns under its version for ever', async () => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    const answer = await columnsRoute(get, there({ study: id, table: 'ties', version: '1' }));
    expect(answer.headers.get('cache-control')).toContain('immutable');
    expect(fromArrow(gunzipSync(new Uint8Array(await answer.arrayBuffer()))).rows).toBe(1);
    // Requests at once share one making.
    const many = await Promise.all(
      Array.from({ length: 40 }, () => columnsRoute(get, there({ study: id, table: 'ties', version: '1' }))),
    );
    expect(fromArrow(gunzipSync(new Uint8Array(await many[39].arrayBuffer()))).rows).toBe(1);
    const first = await packedTable(id, 'ties', 1);
    expect(await packedTable(id, 'ties', 1)).toBe(first);
    await expect(packedTable(id, 'ties', 2)).rejects.toThrow('changed meanwhile');
  });

  test('columns are made ready when a table is stored, kept in the database, and follow its versions', async () => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    const kept = async (): Promise<{ version: number; bytes: Buffer }[]> =>
      (
        await pool().query<{ version: number; bytes: Buffer }>(
          'select packed_columns.version, bytes from packed_columns join study_table on id = table_id where study_id = $1',
          [id],
        )
      ).rows;
    for (let i = 0; i < 400 && !(await kept()).length; i++) await new Promise((resolve) => setTimeout(resolve, 10));
    const [first] = await kept();
    expect(first.version).toBe(1);
    expect(fromArrow(gunzipSync(new Uint8Array(first.bytes))).rows).toBe(1);
    // A process that has not made them takes them from there: what stands there is what is sent.
    const marked = gzipSync(gunzipSync(first.bytes), { level: 9 });
    await pool().query('update packed_columns set bytes = $1 from study_table where id = table_id and study_id = $2', [
      marked,
      id,
    ]);
    letGo();
    expect(Buffer.from(await packedTable(id, 'ties', 1)).equals(marked)).toBe(true);
  });

  test('rows with long texts come whole, and in order', async () => {
    const id = await newStudy();
    const rows = Array.from({ length: 1203 }, (_, i) => [`a${i}`, i % 400 ? 'b' : 'long '.repeat(3000 + i)]);
    await bringIn(id, rows);
    expect(await allWrittenRows(id, 'ties')).toEqual(rows);
  });

  test('wrong input is answered with what is wrong, another site is refused', async () => {
    const id = await newStudy();
    const wrong = await importRoute(post({}, {}), there({ study: id }));
    const { detail } = (await wrong.json()) as { detail: string };
    expect([wrong.status, detail]).toEqual([400, expect.stringContaining('name')]);
    const garbled = await importRoute(
      new Request('http://localhost/x', { method: 'POST', body: '{\nx' }),
      there({ study: id }),
    );
    expect(garbled.status).toBe(400);
    const foreign = await importRoute(post({ 'sec-fetch-site': 'cross-site' }), there({ study: id }));
    expect(foreign.status).toBe(403);
    expect(await listTables(id)).toEqual([]);
    expect(await actions.createStudy(5 as never)).toMatchObject({ ok: false });
    expect(await actions.saveTrail(id, nowhere, 1, { steps: [{ kind: 'x' }] } as never)).toMatchObject({ ok: false });
  });
});
