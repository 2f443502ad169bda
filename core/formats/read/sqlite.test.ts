/** Databases of SQLite: tables, what points to what, dirt, and files that are none. */
import { PrepareCache, prepare, remediesSchema } from '../../intake';
import { withDatabase } from '../sqlite';
import { namesOf, only, parts, rowsOf } from './samples';

const made = (...statements: string[]): Promise<Uint8Array> =>
  withDatabase(undefined, (db) => {
    for (const statement of statements) db.run(statement);
    return db.export();
  });

test('each table with rows is one; tables that others point to come first', async () => {
  const file = await made(
    'create table letters(id integer primary key, "from" integer references people(id), "to" integer references people, said text)',
    'create table people(id integer primary key, name text)',
    'create table empty(x)',
    "insert into people values (1, 'Ragna'), (2, 'Tove “x”, ''y''')",
    "insert into letters values (1, 1, 2, 'a\nb'), (2, 2, null, '=1+1')",
  );
  const found = await parts('kept.sqlite', file);
  expect(found.map(({ name }) => name)).toEqual(['people', 'letters']);
  expect(rowsOf(found[0])).toEqual([
    { id: '1', name: 'Ragna' },
    { id: '2', name: "Tove “x”, 'y'" },
  ]);
  expect(rowsOf(found[1])).toEqual([
    { id: '1', from: '1', to: '2', said: 'a\nb' },
    { id: '2', from: '2', to: '', said: '=1+1' },
  ]);
  expect(found[1].points).toEqual({ from: { table: 'people', by: 'id' }, to: { table: 'people', by: 'id' } });
  expect(found[1].how).toBe('SQLite');
});

test('numbers are exact, bytes are left and told, odd names of tables and columns stay', async () => {
  const file = await made(
    'create table "odd ""name"""("a b" integer, "" text, x blob, "a b " real)',
    `insert into "odd ""name""" values (9007199254740993, 'é種', x'00ff', 0.1), (-1, null, 'text', 1e300)`,
  );
  const found = await only('odd.db', file);
  expect(found.name).toBe('odd "name"');
  const [first] = rowsOf(found);
  expect(Object.values(first)).toEqual(['9007199254740993', 'é種', '', '0.1']);
  expect(new Set(namesOf(found)).size).toBe(4);
  expect(found.notes.join()).toMatch(/1 cell with bytes in it/);
});

test('keys of several columns point nowhere; what points in a circle, or at itself, is read all the same', async () => {
  const file = await made(
    'create table a(id integer primary key, b integer references b(id), boss integer references a(id))',
    'create table b(id integer primary key, a integer references a(id), p, q, foreign key (p, q) references c(p, q))',
    'create table c(p, q, primary key (p, q))',
    'insert into a values (1, 1, 1)',
    'insert into b values (1, 1, 1, 1)',
    'insert into c values (1, 1)',
  );
  const found = await parts('circle.sqlite', file);
  expect(found.map(({ name }) => name).sort()).toEqual(['a', 'b', 'c']);
  expect(found.find(({ name }) => name === 'b')?.points).toEqual({ a: { table: 'a', by: 'id' } });
});

test('one that was written with a log beside it is read, and that is told', async () => {
  const file = await made('create table a(x)', 'insert into a values (1)');
  file[18] = file[19] = 2;
  const found = await only('live.db', file);
  expect(rowsOf(found)).toEqual([{ x: '1' }]);
  expect(found.notes.join()).toMatch(/with a log beside it/);
});

test('a foreign key makes a reference to the table of that name, once the study has it', async () => {
  const file = await made(
    'create table people(id integer primary key, born integer)',
    'create table letters(writer integer references people(id))',
    'insert into people values (1, 1880), (2, 1890)',
    'insert into letters values (1), (2)',
  );
  const [people, letters] = await parts('kept.sqlite', file);
  const study = {
    key: 'people-2',
    name: 'people',
    raw: people.table,
    specs: [{ name: 'id', type: 'number' as const, id: true }],
  };
  const drafted = (tables: (typeof study)[]) =>
    prepare(letters, remediesSchema.parse({ name: 'letters' }), { tables, names: [] }, new PrepareCache());
  expect((await drafted([study])).specs).toEqual([{ name: 'writer', type: 'reference', table: 'people-2', by: 'id' }]);
  expect((await drafted([{ ...study, name: 'kept people' }])).specs).toMatchObject([{ table: 'people-2' }]);
  expect((await drafted([{ ...study, name: 'otherpeople' }])).specs).toMatchObject([{ type: 'number' }]);
  expect((await drafted([])).specs).toMatchObject([{ name: 'writer', type: 'number' }]);
});

test('a column that makes more than memory holds is a sentence, and the engine goes on', async () => {
  const file = await made(
    'create table a(x, y as (hex(zeroblob(1))))',
    'insert into a(x) values (1)',
    'pragma writable_schema = 1',
    "update sqlite_master set sql = replace(sql, 'zeroblob(1)', 'zeroblob(900000000)')",
  );
  await expect(parts('bomb.sqlite', file)).rejects.toThrow(/damaged, cut off/);
  expect(rowsOf(await only('a.sqlite', await made('create table a(x)', 'insert into a values (1)')))).toEqual([
    { x: '1' },
  ]);
});

describe('what is no whole database ends in a sentence', () => {
  const whole = made('create table a(x)', `insert into a values (1)${', (2)'.repeat(5000)}`);
  test.each<[string, (bytes: Uint8Array) => Uint8Array, RegExp]>([
    ['cut off', (bytes) => bytes.slice(0, 3000), /damaged, cut off|no table with rows/],
    ['its head alone', (bytes) => bytes.slice(0, 40), /damaged, cut off/],
    ['nonsense behind the head', (bytes) => bytes.map((byte, i) => (i < 100 ? byte : (i * 7919) & 255)), /damaged/],
  ])('%s', async (_what, change, sentence) => {
    await expect(parts('a.sqlite', change(await whole))).rejects.toThrow(sentence);
  });
  test('one without records', async () => {
    await expect(parts('a.sqlite', await made('create table a(x)'))).rejects.toThrow(/no table with rows/);
  });
  test('bytes bent anywhere are read or refused, never something else', async () => {
    const bytes = await whole;
    for (let i = 0; i < 120; i++) {
      const bent = bytes.slice();
      for (let k = 0; k < 4; k++) bent[100 + ((i * 104_729 + k * 7919) % (bent.length - 100))] ^= 1 << (i % 8);
      const said = await parts('a.sqlite', bent).then(
        () => '',
        (error: unknown) => (error as Error).message,
      );
      if (said) expect(said).toMatch(/^“a\.sqlite” [^\n]+\.$/);
    }
  });
});
