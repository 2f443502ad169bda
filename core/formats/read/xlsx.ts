import { strFromU8, unzipSync } from 'fflate';
import { RawBuilder, dayNumber, writeDate, datePrecision } from '../../tables';
import { Fault, counted, grouped } from '../../fault';
import { HeadedRows } from '../headed-rows';
import {
  type FileSource,
  type Format,
  type PlacedFaulty,
  type ReadContext,
  type ReadPart,
  largestWhole,
  tooLarge,
  wholeBytes,
} from './format';
import { readXml } from './xml';
import { own } from '../../own';

type Files = Record<string, Uint8Array>;

/** Unpacks what a workbook is read from; sizes are taken from the archive's own list and held to a limit before anything is unpacked. */
function unpacked(bytes: Uint8Array, name: string): Files {
  let sum = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ name: path, originalSize, size }) => {
        if (!/\.(xml|rels)$/.test(path) || /\/(drawings|charts|theme|media|printerSettings)\//.test(path)) return false;
        sum += originalSize;
        // A kilobyte that unpacks to a thousand is no sheet.
        if (sum > largestWhole || (originalSize > 32 * 1048576 && originalSize > size * 150)) throw tooLarge(name);
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault(`“${name}” is broken: it cannot be unpacked. Save it again as XLSX, and bring it in anew.`, name);
  }
}

interface Workbook {
  sheets: { name: string; path: string; hidden: boolean }[];
  /** Whether days count from 1904. */
  from1904: boolean;
  strings: string[];
  /** By the number of a cell's style: whether its number is a day, and whether it has a time. */
  dates: ('date' | 'time' | 'both' | undefined)[];
}

const folderOf = (path: string): string => path.slice(0, path.lastIndexOf('/') + 1);
const absolute = (target: string, folder: string): string => {
  if (target.startsWith('/')) return target.slice(1);
  const parts = `${folder}${target}`.split('/');
  const kept: string[] = [];
  for (const part of parts)
    if (part === '..') kept.pop();
    else if (part !== '.') kept.push(part);
  return kept.join('/');
};

async function relations(
  files: Files,
  path: string,
  name: string,
): Promise<Map<string, { target: string; type: string }>> {
  const folder = folderOf(path);
  const bytes = files[`${folder}_rels/${path.slice(folder.length)}.rels`];
  const found = new Map<string, { target: string; type: string }>();
  if (!bytes) return found;
  await readXml(
    bytes,
    name,
    {
      open(tag, { Id, Target, Type }) {
        if (tag === 'Relationship') found.set(Id, { target: absolute(Target ?? '', folder), type: Type ?? '' });
      },
    },
    () => undefined,
  );
  return found;
}

/** Whether a number format shows a day or a time: its letters outside of quotes and brackets. */
function dateFormat(code: string): 'date' | 'time' | 'both' | undefined {
  const bare = code
    .split(';')[0]
    .replace(/"[^"]*"|\\.|_.|\*./g, '')
    .replace(/\[(?!h|m|s)[^\]]*\]/gi, '')
    .toLowerCase();
  if (/general|@/.test(bare) || !/[dmyhs]/.test(bare)) return undefined;
  const day = /[dy]/.test(bare) || (/m/.test(bare) && !/[hs]/.test(bare));
  const time = /[hs]/.test(bare);
  return day && time ? 'both' : day ? 'date' : 'time';
}

function builtInFormat(id: number): 'date' | 'time' | 'both' | undefined {
  if ((id >= 14 && id <= 17) || (id >= 27 && id <= 31) || id === 36 || (id >= 50 && id <= 58)) return 'date';
  if (id === 22) return 'both';
  return (id >= 18 && id <= 21) || (id >= 32 && id <= 35) || (id >= 45 && id <= 47) ? 'time' : undefined;
}

async function workbookOf(files: Files, name: string, context: ReadContext): Promise<Workbook> {
  const roots = [...(await relations(files, '', name)).values()];
  const path = roots.find(({ type }) => type.endsWith('/officeDocument'))?.target ?? 'xl/workbook.xml';
  const bytes = own(files, path);
  if (!bytes)
    throw new Fault(`“${name}” is an archive without a workbook. Bring in XLSX, or the files in it one by one.`, name);
  const links = await relations(files, path, name);
  const book: Workbook = { sheets: [], from1904: false, strings: [], dates: [] };
  await readXml(
    bytes,
    name,
    {
      open(tag, attributes) {
        if (tag === 'workbookPr') book.from1904 = /^(1|true)$/.test(attributes.date1904 ?? '');
        if (tag !== 'sheet') return;
        const link = links.get(
          attributes['r:id'] ?? Object.entries(attributes).find(([key]) => key.endsWith(':id'))?.[1] ?? '',
        );
        if (link)
          book.sheets.push({
            name: attributes.name ?? '',
            path: link.target,
            hidden: /hidden/i.test(attributes.state ?? ''),
          });
      },
    },
    () => undefined,
  );
  const target = (ending: string): Uint8Array | undefined =>
    own(files, [...links.values()].find(({ type }) => type.endsWith(ending))?.target ?? '');
  const strings = target('/sharedStrings');
  if (strings) await readStrings(strings, name, book.strings, (share) => context.breathe(0.3 + 0.1 * share));
  const styles = target('/styles');
  if (styles) await readStyles(styles, name, book);
  return book;
}

async function readStrings(
  bytes: Uint8Array,
  name: string,
  into: string[],
  breathe: (share: number) => Promise<void> | void,
): Promise<void> {
  let text = '';
  let taking = false;
  let phonetic = false;
  await readXml(
    bytes,
    name,
    {
      open(tag) {
        if (tag === 'si') text = '';
        else if (tag === 'rPh') phonetic = true;
        else if (tag === 't') taking = !phonetic;
      },
      text: (piece) => {
        if (taking) text += piece;
      },
      close(tag) {
        if (tag === 't') taking = false;
        else if (tag === 'rPh') phonetic = false;
        else if (tag === 'si') into.push(unescaped(text));
      },
    },
    breathe,
  );
}

async function readStyles(bytes: Uint8Array, name: string, book: Workbook): Promise<void> {
  const codes = new Map<number, string>();
  let inCells = false;
  await readXml(
    bytes,
    name,
    {
      open(tag, attributes) {
        if (tag === 'numFmt') codes.set(Number(attributes.numFmtId), attributes.formatCode ?? '');
        else if (tag === 'cellXfs') inCells = true;
        else if (tag === 'xf' && inCells) {
          const id = Number(attributes.numFmtId ?? 0);
          const code = codes.get(id);
          book.dates.push(code === undefined ? builtInFormat(id) : dateFormat(code));
        }
      },
      close: (tag) => {
        if (tag === 'cellXfs') inCells = false;
      },
    },
    () => undefined,
  );
}

/** Characters that XML cannot hold stand as `_x000D_`. */
const unescaped = (text: string): string =>
  text.includes('_x')
    ? text.replace(/_x([0-9A-Fa-f]{4})_/g, (_all, code: string) => String.fromCharCode(parseInt(code, 16)))
    : text;

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

const mostColumnsOfSheet = 16384;
/** Rows of a sheet (ECMA-376). */
const mostRowsOfSheet = 1_048_576;
/** Cells of a workbook, empty ones between filled ones with them: what is taken into memory. */
const mostCells = 40_000_000;

/** Counts what is read, and ends it before it takes too much memory. */
function bounded(name: string): (line: number, cells: number) => void {
  let sum = 0;
  return (line, cells) => {
    sum += cells;
    if (line > mostRowsOfSheet)
      throw new Fault(
        `“${name}” has a sheet of over ${grouped(mostRowsOfSheet)} rows, which no workbook may have. Save it as CSV, and bring that in.`,
        name,
      );
    if (sum > mostCells)
      throw new Fault(
        `“${name}” has over ${grouped(mostCells)} cells. Split it, or leave sheets and columns out, and bring in the parts.`,
        name,
      );
  };
}

async function sheetOf(
  bytes: Uint8Array,
  title: string,
  source: FileSource,
  book: Workbook,
  context: ReadContext,
  bound: (line: number, cells: number) => void,
): Promise<ReadPart | undefined> {
  let builder: RawBuilder | undefined;
  const faulty: PlacedFaulty[] = [];
  const begun = (): RawBuilder => (builder ??= new RawBuilder(headed.found?.columns ?? []));
  const headed: HeadedRows = new HeadedRows(
    source.name,
    { rows: (cells, line) => begun().push(cells, line), faulty: (row) => faulty.push({ ...row, row: begun().rows }) },
    { rule: 'fit', header: context.settings.header, ragged: true },
  );
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
          headed.push(cells, line);
        }
      },
    },
    (share) => context.breathe(0.4 + 0.6 * share),
  );
  const found = headed.end();
  if (!found) return undefined;
  const notes = [...found.notes];
  if (withoutValue) notes.push(`${counted(withoutValue, 'formula')} without a stored result: the cells are empty.`);
  const header = found.headerLine ? `header in line ${found.headerLine}` : 'no header';
  const how = `sheet “${title}”; ${header}`;
  return { name: title, table: begun().done(), faulty, notes, how, types: {} };
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
