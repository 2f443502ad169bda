import { remediesSchema } from '@/core/intake';
import type { TableAddress } from './protocol';
import { TableDesk } from './table-desk';

let served = 0;
const columns: TableAddress['columns'] = [
  { name: 'name', type: 'text', id: true },
  { name: 'packets', type: 'number' },
];
const rows = [
  ['Tove', '10'],
  ['Alban', 'ten'],
  ['Zoë', '9'],
  ['Bo', ''],
];
beforeEach(() => {
  served++;
  globalThis.fetch = ((address: string) =>
    Promise.resolve(
      address.includes('keepers')
        ? new Response(rows.map((row) => JSON.stringify(row)).join('\n'))
        : Response.json({ detail: 'The table has changed meanwhile.' }, { status: 404 }),
    )) as typeof fetch;
});

const keepers = (): TableAddress => ({ key: 'keepers', name: 'keepers', version: served, rows: 4, columns });
const file = (name: string, text: string): File => new File([text], name);
const quiet = (): void => undefined;
const context = (tables: TableAddress[] = []) => ({ study: 's', tables, names: [] });
const remedies = (change: object = {}) => remediesSchema.parse({ name: 'things', ...change });
const texts = (desk: TableDesk): string[][] => desk.read(0, 99).map(({ cells }) => cells.map(({ text }) => text));

describe('a stored table', () => {
  test('is sorted, searched and read in pieces; cells that do not fit are told apart', async () => {
    const desk = new TableDesk();
    const distributions = await desk.open('s', keepers());
    expect(distributions.map(({ filled }) => filled)).toEqual([4, 2]);
    expect(desk.view({ sort: 'packets', descending: true })).toBe(4);
    expect(texts(desk).map(([name]) => name)).toEqual(['Tove', 'Zoë', 'Alban', 'Bo']);
    expect(desk.read(2, 3)).toEqual([{ row: 1, cells: [{ text: 'Alban' }, { text: 'ten', tone: 'bad' }] }]);
    expect(desk.view({ search: 'TEN' })).toBe(1);
    expect([desk.placesOf(0, 9), desk.written([0, 9], [0, 2])]).toEqual([[1], [['Alban', 'ten']]]);
  });

  test('cells that are written are patched in, and stay under the version that the server gave them', async () => {
    const desk = new TableDesk();
    const table = keepers();
    await desk.open('s', table);
    const changed = desk.patch(columns, [
      { row: 1, column: 1, text: '12' },
      { row: 3, column: 1, text: '?' },
      { row: 99, column: 0, text: 'beyond' },
    ]);
    expect(changed[1].high).toBe(12);
    expect(desk.read(1, 2)[0].cells[1]).toEqual({ text: '12' });
    expect(desk.read(3, 4)[0].cells[1]).toEqual({ text: '?', tone: 'bad' });
    desk.settled('s', 'keepers', served + 1000);
    const other = new TableDesk();
    await other.open('s', { ...table, version: served + 1000 });
    expect(texts(other)[1]).toEqual(['Alban', '12']);
  });

  test('rows stand where they are when they are written and added to, until another order is asked for', async () => {
    const desk = new TableDesk();
    await desk.open('s', keepers());
    desk.view({ sort: 'name' });
    const names = (): string[] => texts(desk).map(([name]) => name);
    expect(names()).toEqual(['Alban', 'Bo', 'Tove', 'Zoë']);
    const [first] = desk.placesOf(0, 1);
    desk.patch(columns, [{ row: first, column: 0, text: 'Zacharias' }]);
    desk.append(columns, [
      ['Anna', '1'],
      ['', ''],
    ]);
    expect(names()).toEqual(['Zacharias', 'Bo', 'Tove', 'Zoë', 'Anna', '']);
    expect([desk.shown(), desk.size(), desk.placesOf(4, 6)]).toEqual([6, 6, [4, 5]]);
    // Laid there anew, from the server, the order is the same.
    const later = { ...keepers(), version: served + 2000 };
    desk.settled('s', 'keepers', later.version);
    await desk.open('s', later);
    expect(names()).toEqual(['Zacharias', 'Bo', 'Tove', 'Zoë', 'Anna', '']);
    desk.view({ sort: 'name' });
    expect(names()).toEqual(['Anna', 'Bo', 'Tove', 'Zacharias', 'Zoë', '']);
  });

  test('find and replace says what is to be written', async () => {
    const desk = new TableDesk();
    await desk.open('s', keepers());
    expect(desk.replacements('o', '0', { whole: false, exactly: false })).toEqual([
      { row: 0, column: 0, text: 'T0ve' },
      { row: 2, column: 0, text: 'Z0ë' },
      { row: 3, column: 0, text: 'B0' },
    ]);
    expect(desk.replacements('ZOE', 'Zoe', { column: 0, whole: true, exactly: false })).toEqual([
      { row: 2, column: 0, text: 'Zoe' },
    ]);
    expect(desk.replacements('$&.', 'x', { whole: false, exactly: true })).toEqual([]);
    expect(desk.valuesLike(0, 'zo')).toEqual(['Zoë']);
  });

  test('a server that cannot serve it is quoted', async () => {
    await expect(new TableDesk().open('s', { ...keepers(), key: 'gone' })).rejects.toThrow('changed meanwhile');
  });

  test('is looked through for the same findings as what comes in', async () => {
    const desk = new TableDesk();
    const stored = { ...keepers(), columns: [columns[0], { ...columns[1], type: 'text' as const }] };
    const preview = await desk.check('k', keepers(), remedies({ columns, identity: ['name'] }), context([stored]));
    expect(preview.findings.find(({ kind }) => kind === 'misfits')).toMatchObject({ count: 1 });
    expect([preview.rows, preview.open]).toEqual([4, 0]);
  });
});

test('what is mended in a stored table is what was asked for, though the table is looked through meanwhile', async () => {
  const sent: Blob[] = [];
  class Request {
    upload = {};
    status = 0;
    response: unknown = null;
    onload?: () => void;
    open(): void {
      // Where it goes is looked at elsewhere.
    }
    setRequestHeader(): void {
      // What the body is, too.
    }
    send(body: Blob): void {
      sent.push(body);
      Object.assign(this, { status: 201, response: { key: 'keepers', rows: 4 } });
      this.onload?.();
    }
  }
  Object.assign(globalThis, { XMLHttpRequest: Request });
  try {
    const desk = new TableDesk();
    const table = keepers();
    const ask = { study: 's', name: 'keepers', origin: '', into: { table, how: 'mend' as const, what: 'emptied' } };
    const asked = (change: object = {}) => remedies({ columns, identity: ['name'], ...change });
    const mended = desk.mend('k', table, asked({ misfits: { packets: 'empty' } }), context([table]), ask);
    const looked = desk.check('k', table, asked(), context([table]));
    await Promise.all([mended, looked]);
    const [, ...lines] = (await sent[0].text()).trim().split('\n');
    expect(lines.map((line): unknown => JSON.parse(line))).toEqual([
      ['Tove', '10'],
      ['Alban', ''],
      ['Zoë', '9'],
      ['Bo', ''],
    ]);
  } finally {
    delete (globalThis as { XMLHttpRequest?: unknown }).XMLHttpRequest;
  }
});

describe('files that come in', () => {
  test('those with mostly the same columns are one table, others stand alone; one that cannot be read says why', async () => {
    const desk = new TableDesk();
    const files = [
      file('a.csv', 'id,name,n\n1,x,2\n'),
      file('b.csv', 'n;name;id\n3;y;4\n5\n'),
      file('ties.csv', 'from,to\nx,y\n'),
      file('broken.csv', 'a,b\n"x'),
    ];
    const { found, faults } = await desk.survey('d', files, {}, quiet);
    expect(found.map(({ name, rows: count, sources }) => [name, count, sources.length])).toEqual([
      ['a', 3, 2],
      ['ties', 1, 1],
    ]);
    expect(faults).toEqual([expect.stringContaining('“broken.csv”: a quote that opens')]);
    await desk.openDraft('d', found[0].sources, {}, quiet);
    const { preview } = await desk.prepare('d', remedies(), context());
    expect(texts(desk)).toEqual([
      ['1', 'x', '2', 'a.csv'],
      ['4', 'y', '3', 'b.csv'],
    ]);
    expect([preview.aside[0].line, preview.asideCount, preview.all]).toEqual([3, 1, 3]);
    expect(await desk.asideFile('d').text()).toContain('3,1 cell instead of 3');
  });

  test('a long file keeps none waiting: small ones are read first, and stopping it leaves them', async () => {
    const desk = new TableDesk();
    const long = file('long.csv', 'a,b,c,d\n' + '1,2,3,4\n'.repeat(400_000));
    const heard: string[] = [];
    let now = 0;
    // Every look at the clock is far behind the last, so that reading breathes at each chance.
    const clock = jest.spyOn(performance, 'now').mockImplementation(() => (now += 1000));
    try {
      const { found, faults } = await desk.survey('d', [long, file('short.csv', 'x,y\nu,v\n')], {}, (share, name) => {
        heard.push(name);
        if (name === 'long.csv' && share > 0.001) desk.stop('d');
      });
      expect(heard[0]).toBe('short.csv');
      expect(found.map(({ name, rows: count }) => [name, count])).toEqual([['short', 1]]);
      expect(faults).toEqual(['“long.csv” was stopped. Nothing of it was taken in.']);
    } finally {
      clock.mockRestore();
    }
  });

  test('remedies change what is on the desk; columns that name keepers point to them', async () => {
    const desk = new TableDesk();
    const [{ sources }] = (await desk.survey('d', [file('t.csv', 'who,n\nTove,1\nAlbann,2\nBo,x\nBo,3\n')], {}, quiet))
      .found;
    await desk.openDraft('d', sources, {}, quiet);
    const first = await desk.prepare('d', remedies(), context([keepers()]));
    expect(first.preview.specs[0]).toEqual({ name: 'who', type: 'reference', table: 'keepers', by: 'name' });
    expect(desk.read(1, 2)[0].cells[0]).toEqual({ text: 'Albann', tone: 'odd' });
    const near = await desk.prepare('d', remedies({ references: { who: { near: true } } }), context([keepers()]));
    expect([near.preview.joins, desk.read(1, 2)[0].cells[0]]).toEqual([1, { text: 'Albann' }]);
    const typed = await desk.prepare('d', remedies({ columns: [{ name: 'n', type: 'number' }] }), context([keepers()]));
    expect(typed.preview.findings.some(({ kind }) => kind === 'misfits')).toBe(true);
  });

  test('what was decided last holds, whichever is ready first', async () => {
    const desk = new TableDesk();
    const [{ sources }] = (await desk.survey('d', [file('t.csv', 'id,n\nx,1\ny\n')], {}, quiet)).found;
    await desk.openDraft('d', sources, {}, quiet);
    let serve = (): void => undefined;
    const held = globalThis.fetch;
    globalThis.fetch = ((address: string) =>
      new Promise<void>((resolve) => (serve = resolve)).then(() => held(address))) as typeof fetch;
    // The first has to wait for a table, the second has not.
    const before = desk.prepare('d', remedies(), context([keepers()]));
    const after = await desk.prepare('d', remedies({ faulty: 'fit' }), context());
    expect([after.preview.rows, after.preview.asideCount]).toEqual([2, 0]);
    serve();
    const { preview } = await before;
    expect([preview.rows, preview.asideCount]).toEqual([1, 1]);
    expect(await desk.asideFile('d').text()).not.toContain('1 cell instead of 2');
    expect(texts(desk)).toEqual([
      ['x', '1'],
      ['y', ''],
    ]);
  });

  test('what is stored waits for what was decided last; nothing is stored over an open question', async () => {
    const desk = new TableDesk();
    const [{ sources }] = (await desk.survey('d', [file('t.csv', 'id,on\nx,2.3.1931\ny,4.5.1931\n')], {}, quiet)).found;
    await desk.openDraft('d', sources, {}, quiet);
    const { preview } = await desk.prepare('d', remedies(), context());
    expect(preview.open).toBe(1);
    const ask = { study: 's', name: 'things', origin: 'from t.csv' };
    await expect(desk.store('d', ask)).rejects.toThrow('A question is open');
    const columns = [{ name: 'on', type: 'date', order: 'dmy' }];
    const answering = desk.prepare('d', remedies({ columns, answered: ['on'] }), context());
    // It gets as far as the server, which is not there.
    await expect(desk.store('d', ask)).rejects.not.toThrow('A question is open');
    expect((await answering).preview.open).toBe(0);
  });

  test('a newer file is compared with the table it belongs to', async () => {
    const desk = new TableDesk();
    const [{ sources }] = (
      await desk.survey('d', [file('n.csv', 'name,packets\nTove,11\nAlban,ten\nNew,1\n')], {}, quiet)
    ).found;
    await desk.openDraft('d', sources, {}, quiet);
    await desk.prepare('d', remedies({ into: { table: 'keepers', how: 'replace' } }), context([keepers()]));
    expect(await desk.differences('d', 's', keepers())).toMatchObject({
      added: 1,
      gone: 2,
      changed: { cells: 1 },
      same: 1,
      by: ['name'],
    });
  });

  test('columns called a little otherwise are compared as the same', async () => {
    const desk = new TableDesk();
    const [{ sources }] = (await desk.survey('d', [file('n.csv', 'NAME,Packets\nTove,11\nNew,1\n')], {}, quiet)).found;
    await desk.openDraft('d', sources, {}, quiet);
    await desk.prepare('d', remedies({ into: { table: 'keepers', how: 'append' } }), context([keepers()]));
    expect(await desk.differences('d', 's', keepers())).toMatchObject({
      added: 1,
      changed: { cells: 1 },
      columns: { added: [] },
    });
    await desk.prepare(
      'd',
      remedies({ into: { table: 'keepers', how: 'append', columns: { Packets: '' } } }),
      context([keepers()]),
    );
    expect(await desk.differences('d', 's', keepers())).toMatchObject({ columns: { added: ['Packets'] } });
  });

  test('a draft that was taken away is asked for anew', async () => {
    const desk = new TableDesk();
    await expect(desk.prepare('nothing', remedies(), context())).rejects.toThrow(/Bring it in again/);
  });
});

test('stored tables are taken away as files of other programs; what cannot be had is a sentence', async () => {
  const desk = new TableDesk();
  const csv = await desk.storedFile('s', [keepers()], 'csv');
  expect(csv.type).toBe('text/csv');
  expect(await csv.text()).toBe('name,packets\r\nTove,10\r\nAlban,ten\r\nZoë,9\r\nBo,\r\n');
  const database = new Uint8Array(await (await desk.storedFile('s', [keepers()], 'sqlite')).arrayBuffer());
  expect(new TextDecoder().decode(database.subarray(0, 15))).toBe('SQLite format 3');
  await expect(desk.storedFile('s', [keepers()], 'clay')).rejects.toThrow('There is no format “clay”.');
  await expect(desk.storedFile('s', [{ ...keepers(), key: 'gone' }], 'csv')).rejects.toThrow(/changed meanwhile/);
});
