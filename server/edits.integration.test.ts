/** Edits of several people and browsers on one table: kept, placed, taken back. */
import { randomUUID } from 'node:crypto';
import { POST as editsRoute } from '@/app/api/studies/[study]/tables/[table]/edits/route';
import { GET as versionsRoute } from '@/app/api/studies/[study]/versions/route';
import { log } from './answer';
import { pool } from './db';
import { migrateDatabase } from './db/migrate';
import { changeNames, createNames, namesHistory, openNames, stepNames } from './names';
import { type Edit, editTable, stepTable, tableHistory } from './tables/edit';
import { ann, now, people, version } from './edit-samples';

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});

afterAll(() => pool().end());

const ben = { author: randomUUID() };

const cells = (...edits: [number, number, string][]): Edit => ({
  kind: 'cells',
  edits: edits.map(([row, column, text]) => ({ row, column, text })),
  what: `${edits.length} cells`,
});

const addRows = (...rows: string[][]): Edit => ({ kind: 'add rows', at: Number.MAX_SAFE_INTEGER, rows });

describe('two at once', () => {
  test('different cells are both kept, though both were decided on the same version', async () => {
    const id = await people();
    expect(await editTable(id, 'people', 1, cells([0, 0, 'Ann’s']), ann)).toEqual({
      version: 2,
      others: false,
      conflicts: [],
    });
    expect(await editTable(id, 'people', 1, cells([1, 0, 'Ben’s']), ben)).toEqual({
      version: 3,
      others: true,
      conflicts: [],
    });
    expect((await now(id)).map(([name]) => name)).toEqual(['Ann’s', 'Ben’s', 'Person 2']);
  });

  test('the same cell asks: it stays as the first wrote it, and what else the edit holds is written', async () => {
    const id = await people();
    await editTable(id, 'people', 1, cells([0, 0, 'Ann’s'], [1, 1, '7']), ann);
    const edited = await editTable(id, 'people', 1, cells([0, 0, 'Ben’s'], [1, 1, '7'], [2, 0, 'too']), ben);
    expect(edited.conflicts).toEqual([{ row: 0, column: 0, theirs: 'Ann’s', yours: 'Ben’s' }]);
    expect(await now(id)).toEqual([
      ['Ann’s', '0'],
      ['Person 1', '7'],
      ['too', '2'],
    ]);
    // Decided again, on what is seen now, it is written.
    await editTable(id, 'people', edited.version, cells([0, 0, 'Ben’s']), ben);
    expect((await now(id))[0][0]).toBe('Ben’s');
  });

  test('the own earlier edits are no conflict: whoever types faster than the line loses nothing', async () => {
    const id = await people();
    for (const text of ['a', 'ab', 'abc']) await editTable(id, 'people', 1, cells([0, 0, text]), ann);
    expect((await now(id))[0][0]).toBe('abc');
  });

  test('rows that both add are both there, and edits of them find their own', async () => {
    const id = await people();
    const [first, second] = [randomUUID(), randomUUID()];
    await editTable(id, 'people', 1, addRows(['Ann’s row', '']), { ...ann, token: first });
    await editTable(id, 'people', 1, addRows(['Ben’s row', ''], ['', '']), { ...ben, token: second });
    await editTable(id, 'people', 1, cells([1, 0, 'Ben’s last']), { ...ben, onto: second });
    await editTable(id, 'people', 1, cells([0, 1, '11']), { ...ann, onto: first });
    expect((await now(id)).slice(3)).toEqual([
      ['Ann’s row', '11'],
      ['Ben’s row', ''],
      ['Ben’s last', ''],
    ]);
  });

  test.each([
    ['before the first row', cells([-1, 0, 'wrong'])],
    ['past the last row', cells([3, 0, 'wrong'])],
    ['before the first column', cells([0, -1, 'wrong'])],
    ['past the last column', cells([0, 9, 'wrong'])],
  ])('a cell %s is refused, and nothing is changed', async (_name, edit) => {
    const id = await people();
    const before = await now(id);
    await expect(editTable(id, 'people', 1, edit, ann)).rejects.toThrow();
    expect(await now(id)).toEqual(before);
  });

  test('an edit on rows that have other places by now is refused, not written into wrong ones', async () => {
    const id = await people();
    await editTable(id, 'people', 1, { kind: 'delete rows', rows: [0] }, ann);
    await expect(editTable(id, 'people', 1, cells([0, 0, 'wrong']), ben)).rejects.toThrow(/changed meanwhile/);
    await expect(editTable(id, 'people', 1, cells([0, 0, 'wrong']), { ...ben, onto: randomUUID() })).rejects.toThrow(
      /not there any more/,
    );
    expect((await now(id)).map(([name]) => name)).toEqual(['Person 1', 'Person 2']);
  });

  test('an edit that is sent twice is done once', async () => {
    const id = await people();
    const token = randomUUID();
    for (let i = 0; i < 3; i++) await editTable(id, 'people', 1, addRows(['once', '']), { ...ann, token });
    expect(await now(id)).toHaveLength(4);
    expect(await version(id)).toBe(2);
  });

  test('undo takes back the own last change, not another’s', async () => {
    const id = await people();
    await editTable(id, 'people', 1, cells([0, 0, 'Ann’s']), ann);
    await editTable(id, 'people', 2, cells([1, 0, 'Ben’s']), ben);
    expect(await stepTable(id, 'people', 'undo', ann)).toMatchObject({ what: '1 cells' });
    expect((await now(id)).map(([name]) => name)).toEqual(['Person 0', 'Ben’s', 'Person 2']);
    await stepTable(id, 'people', 'redo', ann);
    expect((await now(id)).map(([name]) => name)).toEqual(['Ann’s', 'Ben’s', 'Person 2']);
    await stepTable(id, 'people', 'undo', ben);
    await expect(stepTable(id, 'people', 'undo', ben)).rejects.toThrow(/nothing to undo/);
    expect((await now(id)).map(([name]) => name)).toEqual(['Ann’s', 'Person 1', 'Person 2']);
    expect(await tableHistory(id, 'people', ann.author)).toMatchObject({ undo: '1 cells' });
    expect((await tableHistory(id, 'people', ben.author)).undo).toBeUndefined();
  });

  test('what others wrote over it since stays', async () => {
    const id = await people();
    await editTable(id, 'people', 1, cells([0, 0, 'Ann’s'], [1, 0, 'Ann’s too']), ann);
    await editTable(id, 'people', 2, cells([0, 0, 'Ben’s']), ben);
    await stepTable(id, 'people', 'undo', ann);
    expect((await now(id)).map(([name]) => name)).toEqual(['Ben’s', 'Person 1', 'Person 2']);
    const other = await people();
    await editTable(other, 'people', 1, { kind: 'delete rows', rows: [0] }, ann);
    await editTable(other, 'people', 2, cells([0, 0, 'Ben’s']), ben);
    await expect(stepTable(other, 'people', 'undo', ann)).rejects.toThrow(/somebody else has changed/);
    expect((await now(other))[0][0]).toBe('Ben’s');
  });
});

describe('edits in one body', () => {
  const post = async (id: string, lines: unknown[]): Promise<{ status: number; news: Record<string, unknown>[] }> => {
    const body = lines.map((line) => `${typeof line === 'string' ? line : JSON.stringify(line)}\n`).join('');
    const request = new Request('http://localhost/x', { method: 'POST', body });
    const answer = await editsRoute(request, { params: Promise.resolve({ study: id, table: 'people' }) });
    const text = await answer.text();
    return {
      status: answer.status,
      news: text
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as never),
    };
  };
  const head = { base: 1, ...ann };

  test('are done in their order, one that fails does not keep the others', async () => {
    const id = await people();
    const tokens = Array.from({ length: 4 }, () => randomUUID());
    const { news } = await post(id, [
      head,
      { token: tokens[0], edit: cells([0, 0, 'a']) },
      { token: tokens[1], edit: cells([99, 0, 'nowhere']) },
      { token: tokens[2], edit: cells([1, 0, 'b']) },
      { token: tokens[3], step: 'undo' },
    ]);
    expect(news).toEqual([
      { token: tokens[0], version: 2, others: false, conflicts: [] },
      { token: tokens[1], fault: expect.stringMatching(/not there any more/) as string },
      { token: tokens[2], version: 3, others: false, conflicts: [] },
      { token: tokens[3], version: 4, others: false, conflicts: [], what: '1 cells' },
    ]);
    expect((await now(id)).map(([name]) => name)).toEqual(['a', 'Person 1', 'Person 2']);
  });

  test('a change of 30,000 cells and an addition of 20,000 rows come in lines, each one change to take back', async () => {
    const id = await people(30_000);
    const edits = Array.from({ length: 30_000 }, (_, row): [number, number, string] => [row, 1, 'x']);
    const rows = Array.from({ length: 20_000 }, (_, i) => [`New ${i}`, '']);
    const parts = <T>(all: T[]): T[][] => [all.slice(0, 15_000), all.slice(15_000)];
    const { news } = await post(id, [
      head,
      { token: randomUUID(), edit: { kind: 'cells', what: 'all of it' }, lines: 2 },
      ...parts(edits),
      { token: randomUUID(), edit: { kind: 'add rows', at: Number.MAX_SAFE_INTEGER }, lines: 2 },
      ...parts(rows),
    ]);
    expect(news.filter((one) => !('share' in one)).map((one) => one.version)).toEqual([2, 3]);
    const written = await now(id);
    expect([written.length, written[29_999][1], written[49_999][0]]).toEqual([50_000, 'x', 'New 19999']);
    await stepTable(id, 'people', 'undo', ann);
    await stepTable(id, 'people', 'undo', ann);
    const back = await now(id);
    expect([back.length, back[29_999]]).toEqual([30_000, ['Person 29999', '29999']]);
  }, 60_000);

  test.each([
    ['nothing', []],
    ['no head', [{ token: randomUUID(), edit: cells([0, 0, 'x']) }]],
    ['no JSON', [head, '{"token"']],
    ['an edit and a step', [head, { token: randomUUID(), step: 'undo', edit: cells([0, 0, 'x']) }]],
    [
      'lines that do not come',
      [head, { token: randomUUID(), edit: { kind: 'cells', what: '' }, lines: 2 }, [[0, 0, 'x']]],
    ],
    [
      'lines of another kind',
      [head, { token: randomUUID(), edit: { kind: 'cells', what: '' }, lines: 1 }, [['x', 0, 0]]],
    ],
    ['a token that is none', [head, { token: '1', edit: cells([0, 0, 'x']) }]],
  ] as [string, unknown[]][])('%s is refused in a sentence, with nothing done', async (_name, lines) => {
    const id = await people();
    const { status, news } = await post(id, lines);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    expect(news[0].detail).toMatch(/\w/);
    expect(await version(id)).toBe(1);
  });

  test('versions are told, for pages that show them', async () => {
    const id = await people();
    await editTable(id, 'people', 1, cells([0, 0, 'x']), ann);
    const answer = await versionsRoute(new Request('http://localhost/x'), { params: Promise.resolve({ study: id }) });
    expect(await answer.json()).toEqual({ tables: { people: 2 }, names: {} });
  });
});

describe('names of two people', () => {
  const list = async (id: string): Promise<Awaited<ReturnType<typeof openNames>>[0]> => (await openNames(id))[0];

  test('joins of different names are both kept, of the same name the second is told', async () => {
    const id = await people();
    const { id: names } = await createNames(id, 'People', [{ table: 'people', column: 'name' }]);
    await changeNames(id, names, 1, { entries: { a: 'A' }, what: 'joined a' }, ann.author);
    expect(await changeNames(id, names, 1, { entries: { b: 'B' }, what: 'joined b' }, ben.author)).toEqual({
      version: 3,
      others: true,
    });
    expect((await list(id)).entries).toEqual({ a: 'A', b: 'B' });
    await expect(
      changeNames(id, names, 1, { entries: { a: 'Z', c: 'C' }, what: 'joined a' }, ben.author),
    ).rejects.toThrow(/“a” too/);
    expect((await list(id)).entries).toEqual({ a: 'A', b: 'B' });
    // Of the own hand the same name is no conflict.
    await changeNames(id, names, 1, { entries: { a: 'AA' }, what: 'joined a again' }, ann.author);
    expect((await list(id)).entries).toEqual({ a: 'AA', b: 'B' });
  });

  test('undo takes back the own joins, and leaves what others changed since', async () => {
    const id = await people();
    const { id: names } = await createNames(id, 'People', [{ table: 'people', column: 'name' }]);
    await changeNames(id, names, 1, { entries: { a: 'A' }, what: 'joined a' }, ann.author);
    await changeNames(id, names, 2, { entries: { b: 'B' }, what: 'joined b' }, ben.author);
    expect((await namesHistory(id, names, ann.author)).undo).toBe('joined a');
    await stepNames(id, names, 'undo', ann.author);
    expect((await list(id)).entries).toEqual({ b: 'B' });
    await changeNames(
      id,
      names,
      (await list(id)).version,
      { entries: { b: 'Ann’s' }, what: 'joined b anew' },
      ann.author,
    );
    await expect(stepNames(id, names, 'undo', ben.author)).rejects.toThrow(/somebody else has changed the same names/);
    expect((await list(id)).entries).toEqual({ b: 'Ann’s' });
  });
});
