import { Fault, grouped } from '../../fault';
import type { WrittenFormat } from './format';

/** Rows of a sheet in every spreadsheet program, with the header. */
const mostRows = 1_048_576;

/** Nodes and edges as two sheets of a workbook: numbers as numbers, days as days, no text is a formula. */
export const xlsxFile: WrittenFormat = {
  key: 'xlsx',
  title: 'XLSX',
  ending: '.xlsx',
  file: 'network.xlsx',
  type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  async write(net) {
    const [{ xlsx }, { edgeTable, nodeTable }, { sheetRows }] = await Promise.all([
      import('../xlsx-write'),
      import('../network-tables'),
      import('../sheet-rows'),
    ]);
    const rows = Math.max(net.ids.length, net.source.length) + 1;
    if (rows > mostRows)
      throw new Fault(
        `A sheet has ${grouped(mostRows)} rows at most, and this takes ${grouped(rows)}. Take it as CSV, or take a part of it.`,
      );
    return xlsx([
      { name: 'nodes', rows: sheetRows(nodeTable(net)) },
      { name: 'edges', rows: sheetRows(edgeTable(net)) },
    ]);
  },
};
