/** A network as a workbook, read back by another library. */
import ExcelJS from 'exceljs';
import { network } from '../graph';
import { TableBuilder } from '../tables';
import { sheetRows } from './sheet-rows';
import { xlsxFile } from './write/xlsx';

const builder = new TableBuilder('t', [
  { name: 'name', type: 'text' },
  { name: 'born', type: 'date' },
  { name: 'score', type: 'number' },
  { name: 'there', type: 'yesno' },
]);
for (const row of [
  ['=1+1', '1911-03-07', '2.5', 'yes'],
  ['Ragna “<&>”', '1911', '', 'no'],
  ['', 'c. 1911-03-07', '-0', ''],
  ['種', '1899-05-01', '1e21', ''],
])
  builder.push(row);
const { columns } = builder.done();

test('numbers are numbers, days known to the day are days, everything else is as it is written', () => {
  const rows = sheetRows(columns);
  expect(rows[0]).toEqual(['name', 'born', 'score', 'there']);
  expect(rows[1]).toEqual(['=1+1', { day: -21485 }, 2.5, 'yes']);
  expect(rows[2]).toEqual(['Ragna “<&>”', '1911', '', 'no']);
  expect(typeof rows[3][1]).toBe('string');
  // Before the first day that spreadsheets know.
  expect(rows[4]).toEqual(['種', '1899-05-01', 1e21, '']);
  expect(sheetRows([])).toEqual([[]]);
});

test('another library reads the sheets: no formula, no lost cell', async () => {
  const net = {
    ...network({
      nodes: 4,
      edges: [
        [0, 1],
        [2, 2],
      ],
    }),
    nodeColumns: columns,
    labels: ['a', 'b', 'c', 'd'],
  };
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(Buffer.from((await xlsxFile.write(net)) as Uint8Array) as never);
  const values = (sheet: string): unknown[] => (book.getWorksheet(sheet)?.getSheetValues() ?? []).slice(1);
  expect(values('nodes')[1]).toEqual([undefined, '0', 'a', '=1+1', new Date(Date.UTC(1911, 2, 7)), 2.5, 'yes']);
  expect(values('edges')).toEqual([
    [undefined, 'source', 'target', 'weight'],
    [undefined, '0', '1', 1],
    [undefined, '2', '2', 1],
  ]);
});
