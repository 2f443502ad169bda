import { strFromU8 } from 'fflate';
import { dayNumber, writeDate, datePrecision } from '../../tables';
import { Fault, counted } from '../../fault';
import { type FileSource, type Format, type ReadContext, type ReadPart, wholeBytes } from './format';
import { SheetTable, bounded, mostColumnsOfSheet } from './sheet';
import { readXml } from './xml';
import { own } from '../../own';
import { unpacked, type Workbook, workbookOf } from './xlsx-book';
import { unescaped } from './xlsx-book';

/** A day as spreadsheets count them, as text. In the 1900 system the 29 February 1900, which never was, is day 60. */
function serialDate(serial: number, shows: 'date' | 'time' | 'both', from1904: boolean): string {
  const day = Math.floor(serial + 1e-9);
  const seconds = Math.round((serial - day) * 86400);
  if (shows === 'time' && day === 0) {
    const two = (value: number): string => String(value).padStart(2, '0');
    return `${two(Math.floor(seconds / 3600))}:${two(Math.floor(seconds / 60) % 60)}${seconds % 60 ? `:${two(seconds % 60)}` : ''}`;
  }
  const start = from1904 ? dayNumber(1904, 1, 1) : dayNumber(1899, 12, day < 60 ? 31 : 30);
  const precision =
    seconds === 0 && shows !== 'both' ? datePrecision.day : seconds % 60 ? datePrecision.second : datePrecision.minute;
  const date = start + day + seconds / 86400;
  return Math.abs(date) < 3_000_000 ? writeDate(date, precision, false) : String(serial);
}

/** Number of a column from a cell's name: `AB12` is 27. */
function columnOf(reference: string): number {
  let column = 0;
  for (let i = 0; i < reference.length; i++) {
    const letter = reference.charCodeAt(i) & ~32;
    if (letter < 65 || letter > 90) break;
    column = column * 26 + letter - 64;
  }
  return column - 1;
}

function cellOf(type: string, style: number, text: string, book: Workbook): string {
  switch (type) {
    case 's':
      return book.strings[Number(text)] ?? '';
    case 'b':
      return text === '1' ? 'yes' : text === '0' ? 'no' : text;
    case 'inlineStr':
    case 'str':
      return unescaped(text);
    case 'e':
      return text;
    case 'd':
      return text.replace(/T00:00(:00)?(\.0+)?Z?$/, '');
    default: {
      const value = Number(text);
      if (text === '' || !Number.isFinite(value)) return text;
      const shows = book.dates[style];
      // Fifteen digits are what a spreadsheet keeps; the rest is noise of the binary form.
      return shows && value >= 0 ? serialDate(value, shows, book.from1904) : String(Number(value.toPrecision(15)));
    }
  }
}

async function sheetOf(
  bytes: Uint8Array,
  title: string,
  source: FileSource,
  book: Workbook,
  context: ReadContext,
  bound: (line: number, cells: number) => void,
): Promise<ReadPart | undefined> {
  const table = new SheetTable(source.name, context);
  let cells: string[] = [];
  let line = 0;
  let column = -1;
  let type = '';
  let style = 0;
  let text = '';
  let taking = false;
  let withoutValue = 0;
  let formula = false;
  let valued = false;
  await readXml(
    bytes,
    source.name,
    {
      open(tag, attributes) {
        if (tag === 'c') {
          column = attributes.r ? columnOf(attributes.r) : column + 1;
          type = attributes.t ?? '';
          style = Number(attributes.s ?? 0);
          text = '';
          formula = valued = false;
        } else if (tag === 'v' || tag === 't') taking = valued = true;
        else if (tag === 'f') formula = true;
        else if (tag === 'row') {
          line = attributes.r ? Number(attributes.r) : line + 1;
          cells = [];
          column = -1;
        }
      },
      text: (piece) => {
        if (taking) text += piece;
      },
      close(tag) {
        if (tag === 'v' || tag === 't') taking = false;
        else if (tag === 'c') {
          if (formula && !valued) withoutValue++;
          if (text !== '' && column >= 0 && column < mostColumnsOfSheet) {
            while (cells.length < column) cells.push('');
            cells[column] = cellOf(type, style, text, book);
          }
        } else if (tag === 'row') {
          bound(line, cells.length);
          table.push(cells, line);
        }
      },
    },
    (share) => context.breathe(0.4 + 0.6 * share),
  );
  return table.done(
    title,
    withoutValue ? [`${counted(withoutValue, 'formula')} without a stored result: the cells are empty.`] : [],
  );
}

/** Workbooks of Office Open XML (ECMA-376): each sheet is a table; numbers and days as such, formulas by their stored results. */
export const xlsxFormat: Format = {
  key: 'xlsx',
  title: 'XLSX',
  endings: ['xlsx', 'xlsm'],
  fits: (head) => head[0] === 0x50 && head[1] === 0x4b,
  async read(source, context) {
    const files = unpacked(await wholeBytes(source, context), source.name);
    const kind = files.mimetype && strFromU8(files.mimetype);
    if (kind)
      throw new Fault(`“${source.name}” is no XLSX. Save it as XLSX or CSV, and bring it in again.`, source.name);
    const book = await workbookOf(files, source.name, context);
    const parts: ReadPart[] = [];
    const bound = bounded(source.name);
    for (const { name, path, hidden } of book.sheets) {
      const bytes = own(files, path);
      const part = bytes && (await sheetOf(bytes, name, source, book, context, bound));
      if (part && hidden) part.notes.unshift('This sheet is hidden in its workbook.');
      if (part) parts.push(part);
    }
    if (!parts.length) throw new Fault(`“${source.name}” has no sheet with cells in it.`, source.name);
    return parts;
  },
};
