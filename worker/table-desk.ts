/** Tables on the desk: laid there once, then sorted, searched and read in pieces; and files that are coming in. */
import {
  type Column,
  type Distribution,
  type Misfits,
  type RawTable,
  Dictionary,
  distribution,
  rawCell,
  typedColumn,
  viewRows,
  writtenCell,
} from '@/core/tables';
import type { Differences, Remedies } from '@/core/intake';
import type { ReadSettings } from '@/core/formats/read';
import { folded } from '@/core/names/keys';
import type { TableAddress } from './protocol';
import { type DraftPreview, Drafts, type StoreAsk, type StudyContext, type Surveyed } from './drafts';
import type { DraftSource } from './joined';
import { fetchWritten, keepWritten } from './written';

export interface GridCell {
  text: string;
  /** Does not fit its type; or fits, but is worth a look. */
  tone?: 'bad' | 'odd';
}

export interface GridView {
  search?: string;
  sort?: string;
  descending?: boolean;
}

export interface CellEdit {
  row: number;
  column: number;
  text: string;
}

interface Laid {
  raw: RawTable;
  columns: Column[];
  misfits: Map<string, Misfits>;
  odd: Map<string, Uint8Array>;
}

/** Characters of a cell that the grid shows; pictures are sent whole. */
const shownText = 300;
const mostPicture = 200_000;

export class TableDesk {
  private laid: Laid | undefined;
  private rows: Uint32Array = new Uint32Array(0);
  private readonly drafts = new Drafts();
  private turn = 0;

  /** Lays a stored table on the desk; returns the distributions of its columns. */
  async open(study: string, table: TableAddress): Promise<Distribution[]> {
    const turn = ++this.turn;
    const raw = await fetchWritten(study, table);
    // What was asked for last lies on the desk, however long each took.
    if (turn !== this.turn) return [];
    const typed = raw.columns.map((column, c) => typedColumn(column, table.columns[c]));
    return this.lay({
      raw,
      columns: typed.map(({ column }) => column),
      misfits: new Map(typed.flatMap(({ misfits }) => (misfits ? [[misfits.column, misfits]] : []))),
      odd: new Map(),
    });
  }

  private lay(laid: Laid): Distribution[] {
    this.laid = laid;
    this.rows = viewRows(this.table(), {});
    return laid.columns.map(distribution);
  }

  private table() {
    const { raw, columns, misfits } = this.laid ?? {
      raw: { rows: 0 },
      columns: [],
      misfits: new Map<string, Misfits>(),
    };
    return { name: '', rows: raw.rows, columns, misfits: [...misfits.values()] };
  }

  /** Sorts and searches; returns the number of rows that are left. */
  view(view: GridView): number {
    this.rows = viewRows(this.table(), view);
    return this.rows.length;
  }

  /** Cells of the rows from … to − 1 of the present view, with each row's place in the table. */
  read(from: number, to: number): { row: number; cells: GridCell[] }[] {
    const { laid } = this;
    if (!laid) return [];
    const misfits = laid.columns.map((col) => laid.misfits.get(col.name));
    const odd = laid.columns.map((col) => laid.odd.get(col.name));
    return Array.from(this.rows.subarray(from, to), (row) => ({
      row,
      cells: laid.columns.map((col, c): GridCell => {
        const { text, fits } = writtenCell(col, misfits[c], row);
        const most = col.type === 'text' && col.as === 'picture' ? mostPicture : shownText;
        const cell: GridCell = { text: text.length > most ? `${text.slice(0, most)}…` : text };
        if (!fits) cell.tone = 'bad';
        else if (odd[c]?.[row]) cell.tone = 'odd';
        return cell;
      }),
    }));
  }

  /** What was written in cells of the present view: rows from … to − 1, columns from … to − 1. */
  written(rows: [number, number], columns: [number, number]): string[][] {
    const { laid } = this;
    if (!laid) return [];
    return Array.from(this.rows.subarray(...rows), (row) => laid.raw.columns.slice(...columns).map((column) => rawCell(column, row))); // prettier-ignore
  }

  /** Places in the table of rows of the present view. */
  placesOf(from: number, to: number): number[] {
    return Array.from(this.rows.subarray(from, to));
  }

  /** Cells of a column (or of all) that hold a text, with it replaced: what is to be written. Without regard to capitals and accents where asked. */
  replacements(
    find: string,
    replace: string,
    settings: { column?: number; whole: boolean; exactly: boolean },
  ): CellEdit[] {
    const { laid } = this;
    if (!laid || find === '') return [];
    const edits: CellEdit[] = [];
    const pattern = new RegExp(find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), settings.exactly ? 'g' : 'gi');
    laid.raw.columns.forEach((column, c) => {
      if (settings.column !== undefined && settings.column !== c) return;
      const next = column.dictionary.map((text) => {
        if (settings.whole) return (settings.exactly ? text === find : folded(text) === folded(find)) ? replace : text;
        return text.replace(pattern, () => replace);
      });
      column.codes.forEach((code, row) => next[code] !== column.dictionary[code] && edits.push({ row, column: c, text: next[code] })); // prettier-ignore
    });
    return edits;
  }

  /** Writes cells that the server has taken over, and keeps the table under its new version. Returns the distributions of the columns that changed. */
  patch(study: string, table: TableAddress, version: number, edits: readonly CellEdit[]): Record<number, Distribution> {
    const { laid } = this;
    if (!laid) return {};
    const touched = new Set(edits.map(({ column }) => column));
    const changed: Record<number, Distribution> = {};
    const columns = laid.raw.columns.map((column, c) => {
      if (!touched.has(c)) return column;
      const dictionary = new Dictionary(column.dictionary);
      const codes = column.codes.slice();
      for (const { row, column: at, text } of edits) if (at === c) codes[row] = dictionary.code(text);
      return { ...column, codes, dictionary: dictionary.texts };
    });
    laid.raw = { ...laid.raw, columns };
    for (const c of touched) {
      const { column, misfits } = typedColumn(columns[c], table.columns[c]);
      laid.columns[c] = column;
      if (misfits) laid.misfits.set(column.name, misfits);
      else laid.misfits.delete(column.name);
      changed[c] = distribution(column);
    }
    keepWritten(study, table.key, version, laid.raw);
    return changed;
  }

  /** Values of a column that begin with (or hold) a text, for choosing from; at most 12. */
  valuesLike(column: number, text: string): string[] {
    const col = this.laid?.columns[column];
    if (!col || (col.type !== 'text' && col.type !== 'list')) return [];
    const wanted = folded(text.trim());
    const begins = col.dictionary.filter((value) => folded(value).startsWith(wanted));
    const holds = begins.length < 12 ? col.dictionary.filter((value) => folded(value).includes(wanted)) : [];
    return [...new Set([...begins, ...holds])].slice(0, 12);
  }

  // Drafts.

  survey(
    id: string,
    files: File[],
    settings: ReadSettings,
    progress: (share: number, file: string) => void,
  ): Promise<{ found: Surveyed[]; faults: string[] }> {
    return this.drafts.survey(id, files, settings, progress);
  }
  stop(id: string): void {
    this.drafts.stop(id);
  }
  openDraft(
    id: string,
    sources: DraftSource[],
    settings: ReadSettings,
    progress: (share: number) => void,
  ): Promise<void> {
    return this.drafts.open(id, sources, settings, progress);
  }
  forget(id: string): void {
    this.drafts.forget(id);
  }

  /** Prepares a draft under its remedies and lays it on the desk. */
  async prepare(
    id: string,
    remedies: Remedies,
    context: StudyContext,
  ): Promise<{ preview: DraftPreview; distributions: Distribution[] }> {
    const turn = ++this.turn;
    const {
      table: raw,
      columns,
      misfits,
      odd,
    } = await this.drafts.prepare(id, remedies, context, remedies.into?.table);
    if (turn !== this.turn) return { preview: this.drafts.preview(id), distributions: [] };
    const distributions = this.lay({ raw, columns, odd, misfits: new Map(misfits.map((one) => [one.column, one])) });
    return { preview: this.drafts.preview(id), distributions };
  }

  /** The findings in a stored table; marks the cells worth a look where the table is on the desk. */
  async check(id: string, table: TableAddress, remedies: Remedies, context: StudyContext): Promise<DraftPreview> {
    const raw = await this.drafts.openStored(id, context.study, table);
    const { odd } = await this.drafts.prepare(id, remedies, context, table.key);
    if (this.laid?.raw === raw)
      for (const [name, marks] of odd) if (marks.length === raw.rows) this.laid.odd.set(name, marks);
    return this.drafts.preview(id);
  }

  asideFile(id: string): Blob {
    return this.drafts.asideFile(id);
  }
  differences(id: string, study: string, table: TableAddress): Promise<Differences> {
    return this.drafts.differences(id, study, table);
  }
  store(id: string, ask: StoreAsk, progress: (share: number) => void): Promise<{ key: string; rows: number }> {
    return this.drafts.store(id, ask, progress);
  }
}
