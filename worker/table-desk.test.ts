import { TableBuilder } from '@/core/tables';
import { toArrow } from '@/core/formats';
import { TableDesk } from './table-desk';

const builder = new TableBuilder('t', [
  { name: 'name', type: 'text' },
  { name: 'packets', type: 'number' },
]);
for (let i = 0; i < 1000; i++) builder.push([`Keeper ${i % 10}`, i === 7 ? 'ten' : String((i * 37) % 1000)]);
const bytes = toArrow(builder.done());

let version = 0;
beforeEach(() => {
  version++;
  globalThis.fetch = () => Promise.resolve(new Response(bytes as Uint8Array<ArrayBuffer>));
});
const cells = (rows: { cells: { text: string }[] }[]): string[] =>
  rows.map((row) => row.cells.map(({ text }) => text).join(' '));

test('a stored table is sorted, searched and read in pieces; cells that do not fit are told apart', async () => {
  const desk = new TableDesk();
  const distributions = await desk.open('s', 't', version);
  expect(distributions.map(({ filled }) => filled)).toEqual([1000, 999]);
  expect(desk.view({})).toBe(1000);
  expect(cells(desk.read(6, 8))).toEqual(['Keeper 6 222', 'Keeper 7 ten']);
  expect(desk.read(7, 8)[0].cells[1]).toEqual({ text: 'ten', fits: false });
  expect(desk.view({ sort: 'packets', descending: true })).toBe(1000);
  expect(desk.read(0, 1)[0].cells[1].text).toBe('999');
  expect(desk.view({ search: 'keeper 3' })).toBe(100);
  expect(desk.read(99, 200)).toHaveLength(1);
  expect(desk.read(100, 200)).toHaveLength(0);
});

test('a server that cannot serve the table is quoted', async () => {
  globalThis.fetch = () => Promise.resolve(Response.json({ detail: 'It has changed meanwhile.' }, { status: 404 }));
  await expect(new TableDesk().open('s', 't', version)).rejects.toThrow('It has changed meanwhile.');
});

const file = (text: string): File => new File([text], 'seeds.csv');

test('a preview counts every row, keeps the first thousand, and reads them with other types when asked', async () => {
  const desk = new TableDesk();
  const shares: number[] = [];
  const rows = Array.from({ length: 3000 }, (_, i) => `${i};${i === 2000 ? 'ten' : i}`);
  const preview = await desk.preview('d1', file(`id;packets\n${rows.join('\n')}\nonly one\n`), undefined, (share) =>
    shares.push(share),
  );
  expect(preview).toMatchObject({
    rows: 3000,
    faulty: { count: 1, first: [{ line: 3002 }] },
    found: { delimiter: ';' },
  });
  expect(preview.columns.map(({ type }) => type)).toEqual(['number', 'number']);
  expect(preview.columns[1].shares.number).toBeCloseTo(2999 / 3000, 10);
  expect(shares.at(-1)).toBe(1);
  expect(desk.view({})).toBe(1000);
  desk.shape('d1', [
    { name: 'id', type: 'text' },
    { name: 'packets', type: 'date' },
  ]);
  expect(desk.read(5, 6)[0].cells).toEqual([
    { text: '5', fits: true },
    { text: '5', fits: false },
  ]);
});

test('several drafts lie on the desk apart; one taken off ends its reading', async () => {
  const desk = new TableDesk();
  await desk.preview('d1', file('a\n1\n'), undefined, () => undefined);
  await desk.preview('d2', file('a\n2\n3\n'), undefined, () => undefined);
  desk.shape('d1', [{ name: 'a', type: 'text' }]);
  expect(cells(desk.read(0, 9))).toEqual(['1']);
  desk.forget('d1');
  desk.shape('d1', [{ name: 'a', type: 'text' }]);
  expect(desk.read(0, 9)).toEqual([]);
  const reading = desk.preview('d3', file(`a\n${'1\n'.repeat(400000)}`), undefined, () => desk.forget('d3'));
  await expect(reading).rejects.toThrow(/was stopped/);
});

test('a file that cannot be read is refused in a sentence', async () => {
  await expect(new TableDesk().preview('d', file(''), undefined, () => undefined)).rejects.toThrow(/is empty/);
});
