import { Fault, counted } from '../../fault';
import { own } from '../../own';
import { type FileSource, type Format, type ReadContext, type ReadPart, wholeBytes } from './format';
import { SheetTable, bounded, mostColumnsOfSheet, mostRowsOfSheet } from './sheet';
import { unpacked } from './xlsx-book';
import { readXml } from './xml';

const kind = 'application/vnd.oasis.opendocument.spreadsheet';

/** The attribute of this name, whatever prefix the file gives its namespace. */
function named(attributes: Record<string, string>, name: string): string | undefined {
  return Object.entries(attributes).find(([key]) => key.slice(key.indexOf(':') + 1) === name)?.[1];
}

const times = (text: string | undefined, most: number): number => Math.max(1, Math.min(most, Number(text ?? 1) || 1));

/** `PT10H30M05S` as `10:30:05`. */
function timeOf(text: string): string {
  const parts = /^PT(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)(?:[.,]\d+)?S)?$/.exec(text);
  if (!parts) return text;
  const [hours, minutes, seconds] = [1, 2, 3].map((i) => (parts[i] ?? '0').padStart(2, '0'));
  return `${hours}:${minutes}${seconds === '00' ? '' : `:${seconds}`}`;
}

/** What a cell holds, by the type that it says itself; else its text. */
function cellOf(attributes: Record<string, string>, text: string): string {
  const value = (name: string): string => named(attributes, name) ?? text;
  switch (named(attributes, 'value-type')) {
    case 'float':
    case 'percentage':
    case 'currency': {
      const number = Number(value('value'));
      return Number.isFinite(number) ? String(Number(number.toPrecision(15))) : text;
    }
    case 'date':
      return value('date-value')
        .replace(/T00:00(:00)?([.,]0+)?Z?$/, '')
        .replace(/T(\d\d:\d\d)(:00([.,]\d+)?)?/, ' $1');
    case 'time':
      return timeOf(value('time-value'));
    case 'boolean':
      return value('boolean-value') === 'true' ? 'yes' : value('boolean-value') === 'false' ? 'no' : text;
    default:
      return text || (named(attributes, 'string-value') ?? '');
  }
}

/** Reads the sheets one after the other out of the document's content. */
class Sheets {
  readonly parts: ReadPart[] = [];
  private readonly hiddenStyles = new Set<string>();
  private style = '';
  private table: SheetTable | undefined;
  private title = '';
  private hidden = false;
  private line = 0;
  private rowTimes = 1;
  private cells: string[] = [];
  private column = 0;
  private cell: Record<string, string> | undefined;
  private text = '';
  private paragraphs = 0;
  /** How deep in remarks and other things that are no part of a cell's text. */
  private aside = 0;
  private taking = false;
  private withoutValue = 0;
  private readonly bound: (line: number, cells: number) => void;

  constructor(
    private readonly source: FileSource,
    private readonly context: ReadContext,
  ) {
    this.bound = bounded(source.name);
  }

  open(tag: string, attributes: Record<string, string>): void {
    if (tag === 'annotation' || tag === 'shapes' || tag === 'tracked-changes') this.aside++;
    if (this.aside) return;
    if (tag === 'style') this.style = named(attributes, 'name') ?? '';
    else if (tag === 'table-properties' && named(attributes, 'display') === 'false') this.hiddenStyles.add(this.style);
    else if (tag === 'table') {
      this.table = new SheetTable(this.source.name, this.context);
      this.title = named(attributes, 'name') ?? `Sheet ${this.parts.length + 1}`;
      this.hidden = this.hiddenStyles.has(named(attributes, 'style-name') ?? '');
      this.line = this.withoutValue = 0;
    } else if (tag === 'table-row') {
      this.cells = [];
      this.column = 0;
      this.rowTimes = times(named(attributes, 'number-rows-repeated'), mostRowsOfSheet);
    } else if (tag === 'table-cell' || tag === 'covered-table-cell') {
      this.cell = attributes;
      this.text = '';
      this.paragraphs = 0;
    } else if (this.cell && tag === 'p') {
      if (this.paragraphs++) this.text += '\n';
      this.taking = true;
    } else if (this.taking && tag === 's') this.text += ' '.repeat(times(named(attributes, 'c'), 1000));
    else if (this.taking && tag === 'tab') this.text += '\t';
    else if (this.taking && tag === 'line-break') this.text += '\n';
  }

  piece(text: string): void {
    if (this.taking && !this.aside) this.text += text;
  }

  close(tag: string): void {
    if (tag === 'annotation' || tag === 'shapes' || tag === 'tracked-changes') this.aside--;
    if (this.aside) return;
    if (tag === 'p') this.taking = false;
    else if ((tag === 'table-cell' || tag === 'covered-table-cell') && this.cell) this.cellEnds(this.cell);
    else if (tag === 'table-row') this.rowEnds();
    else if (tag === 'table') this.tableEnds();
  }

  private cellEnds(attributes: Record<string, string>): void {
    const again = times(named(attributes, 'number-columns-repeated'), mostColumnsOfSheet);
    const text = cellOf(attributes, this.text);
    if (named(attributes, 'formula') !== undefined && named(attributes, 'value-type') === undefined && text === '')
      this.withoutValue++;
    if (text !== '') {
      const end = Math.min(mostColumnsOfSheet, this.column + again);
      while (this.cells.length < this.column) this.cells.push('');
      for (let c = this.column; c < end; c++) this.cells.push(text);
    }
    this.column += again;
    this.cell = undefined;
  }

  private rowEnds(): void {
    // Empty rows are written once, with how often: up to the last that a sheet may have.
    if (!this.cells.length) {
      this.line += this.rowTimes;
      return;
    }
    for (let i = 0; i < this.rowTimes; i++) {
      this.line++;
      this.bound(this.line, this.cells.length);
      this.table?.push([...this.cells], this.line);
    }
  }

  private tableEnds(): void {
    const notes = this.withoutValue
      ? [`${counted(this.withoutValue, 'formula')} without a stored result: the cells are empty.`]
      : [];
    const part = this.table?.done(this.title, notes);
    if (part && this.hidden) part.notes.unshift('This sheet is hidden in its workbook.');
    if (part) this.parts.push(part);
    this.table = undefined;
  }
}

/** Spreadsheets of OpenDocument (ISO/IEC 26300): each sheet is a table; numbers and days as such, formulas by their stored results. */
export const odsFormat: Format = {
  key: 'ods',
  title: 'OpenDocument spreadsheet',
  endings: ['ods', 'ots'],
  fits: (head, text) => head[0] === 0x50 && head[1] === 0x4b && (text.includes(kind) || text.includes('content.xml')),
  async read(source, context) {
    const files = unpacked(await wholeBytes(source, context), source.name);
    const content = own(files, 'content.xml');
    if (!content)
      throw new Fault(
        `“${source.name}” is an archive without a spreadsheet. Save it as ODS, XLSX or CSV, and bring it in again.`,
        source.name,
      );
    if (
      own(files, 'META-INF/manifest.xml') &&
      /encryption-data/.test(new TextDecoder().decode(files['META-INF/manifest.xml']))
    )
      throw new Fault(
        `“${source.name}” is locked with a password. Save it without one, and bring it in again.`,
        source.name,
      );
    const sheets = new Sheets(source, context);
    await readXml(
      content,
      source.name,
      {
        open: (tag, attributes) => sheets.open(tag, attributes),
        text: (piece) => sheets.piece(piece),
        close: (tag) => sheets.close(tag),
      },
      (share) => context.breathe(0.3 + 0.7 * share),
    );
    if (!sheets.parts.length) throw new Fault(`“${source.name}” has no sheet with cells in it.`, source.name);
    return sheets.parts;
  },
};
