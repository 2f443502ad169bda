/** Tables as files of other programs, read back. */
import { tableFromIPC } from 'apache-arrow';
import { rawTable, rawRow } from '../../tables';
import { parts, rowsOf } from '../read/samples';
import { withDatabase } from '../sqlite';
import { storedFormat, storedFormats } from './registry';
import type { StoredTable } from './format';

const people: StoredTable = {
  key: 'people',
  name: 'People',
  raw: rawTable(
    ['id', 'name', 'born', 'packets', 'there', 'speaks'],
    [
      ['K1', '=1+1', '1880-05-03', '3', 'yes', 'a; b'],
      ['K2', 'Tove “é”', '', '4.5', 'no', ''],
      ['K3', '', '1890-01-01', '', '', 'b'],
    ],
  ),
  specs: [
    { name: 'id', type: 'text', id: true },
    { name: 'name', type: 'text' },
    { name: 'born', type: 'date' },
    { name: 'packets', type: 'number' },
    { name: 'there', type: 'yesno' },
    { name: 'speaks', type: 'list' },
  ],
};
const letters: StoredTable = {
  key: 'letters',
  name: 'people',
  raw: rawTable(
    ['writer', 'year', 'count'],
    [
      ['K1', '1911', '7'],
      ['K9', 'c. 1912', 'many'],
    ],
  ),
  specs: [
    { name: 'writer', type: 'reference', table: 'people', by: 'id' },
    { name: 'year', type: 'date' },
    { name: 'count', type: 'number' },
  ],
};
const write = async (key: string, tables: readonly StoredTable[]): Promise<Uint8Array> => {
  const made = await storedFormat(key)?.write(tables);
  return typeof made === 'string' ? new TextEncoder().encode(made) : (made as Uint8Array);
};

test('the same tables give the same bytes, in every format', async () => {
  for (const { key, holds } of storedFormats) {
    const tables = holds === 'one' ? [people] : [people, letters];
    expect([key, Buffer.compare(await write(key, tables), await write(key, tables))]).toEqual([key, 0]);
  }
  expect(storedFormat('constructor')).toBeUndefined();
});

test('CSV: as it was written, and no formula', async () => {
  const text = new TextDecoder().decode(await write('csv', [people]));
  expect(text.split('\r\n')[1]).toBe("K1,'=1+1,1880-05-03,3,yes,a; b");
});

test('SQLite: numbers as numbers, what does not fit as it was written, references as foreign keys, read back by our own reader', async () => {
  const file = await write('sqlite', [people, letters]);
  await withDatabase(file, (db) => {
    const all = (sql: string): unknown[] => db.exec(sql)[0].values;
    expect(all('select id, packets, typeof(packets), name, born from "People"')).toEqual([
      ['K1', 3, 'real', '=1+1', '1880-05-03'],
      ['K2', 4.5, 'real', 'Tove “é”', null],
      ['K3', null, 'null', null, '1890-01-01'],
    ]);
    expect(all('select count, typeof(count), year from "people (2)"')).toEqual([
      [7, 'integer', '1911'],
      ['many', 'text', 'c. 1912'],
    ]);
    expect(all('select "table", "from", "to" from pragma_foreign_key_list(\'people (2)\')')).toEqual([
      ['People', 'writer', 'id'],
    ]);
    // Another program that holds to them may write there.
    db.run('pragma foreign_keys = on');
    db.run(`insert into "people (2)" values ('K2', '1913', 1)`);
    expect(() => db.run(`insert into "people (2)" values ('K99', '1913', 1)`)).toThrow(/FOREIGN KEY/);
  });
  const back = await parts('study.sqlite', file);
  expect(back.map(({ name }) => name)).toEqual(['People', 'people (2)']);
  expect(rowsOf(back[1])[1]).toEqual({ writer: 'K9', year: 'c. 1912', count: 'many' });
  expect(rawRow(back[0].table, 1)).toEqual(rawRow(people.raw, 1));
});

test('Arrow: types of its own; a column with cells that do not fit is one of texts', async () => {
  const table = tableFromIPC(await write('arrow', [people]));
  expect(table.schema.fields.map(({ name, type }) => `${name} ${String(type)}`)).toEqual([
    'id Dictionary<Int32, Utf8>',
    'name Dictionary<Int32, Utf8>',
    'born Date32<DAY>',
    'packets Float64',
    'there Bool',
    'speaks List<Utf8>',
  ]);
  const row = (r: number): unknown => JSON.parse(JSON.stringify(table.get(r)?.toJSON()));
  expect(row(1)).toEqual({ id: 'K2', name: 'Tove “é”', born: null, packets: 4.5, there: false, speaks: [] });
  expect(row(0)).toMatchObject({ born: Date.UTC(1880, 4, 3), there: true, speaks: ['a', 'b'] });
  const other = tableFromIPC(await write('arrow', [letters]));
  expect(other.getChild('count')?.toArray === undefined).toBe(false);
  expect(Array.from(other.getChild('count') ?? [])).toEqual(['7', 'many']);
  expect(Array.from(other.getChild('year') ?? [])).toEqual(['1911', 'c. 1912']);
});

test('columns keep their order, also where their names are years', async () => {
  const names = ['keeper', '1911', '1910'];
  const specs = names.map((name) => ({ name, type: 'text' as const }));
  const years: StoredTable = { key: 'y', name: 'Years', raw: rawTable(names, [['Ragna', 'a', 'b']]), specs };
  const table = tableFromIPC(await write('arrow', [years]));
  expect(table.schema.fields.map(({ name }) => name)).toEqual(names);
  expect(names.map((name) => String(table.getChild(name)?.get(0)))).toEqual(['Ragna', 'a', 'b']);
  const [back] = await parts('years.sqlite', await write('sqlite', [years]));
  expect(back.table.columns.map(({ name }) => name)).toEqual(names);
});

test('a table without rows, and names that SQLite keeps for itself', async () => {
  const empty: StoredTable = {
    key: 'e',
    name: 'sqlite_x',
    raw: rawTable(['a', 'A'], []),
    specs: [
      { name: 'a', type: 'text' },
      { name: 'A', type: 'text' },
    ],
  };
  expect(tableFromIPC(await write('arrow', [empty])).numRows).toBe(0);
  await withDatabase(await write('sqlite', [empty]), (db) => {
    expect(db.exec('select sql from sqlite_master')[0].values[0][0]).toContain('"a" text, "A (2)" text');
  });
});
