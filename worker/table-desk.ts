/** Tables on the desk: laid there once, then sorted, searched and read in pieces; and files that are coming in. */
import {
  type Column,
  type ColumnSpec,
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
import { storedFile } from './stored-file';
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
  /** The sorting and searching that was last asked for. */
  private asked: GridView = {};
  /** The stored table that lies here, so that it keeps its order when it is laid here anew. */
  private lying: string | undefined;
  private readonly drafts = new Drafts();
  private turn = 0;

  /** Lays a stored table on the desk; returns the distributions of its columns. */
  async open(study: string, table: TableAddress): Promise<Distribution[]> {
    const turn = ++this.turn;
    const raw = await fetchWritten(study, table);
    // What was asked for last lies on the desk, however long each took.
    if (turn !== this.turn) return [];
    const typed = raw.columns.map((column, c) => typedColumn(column, table.columns[c]));
    const before = this.lying === `${study} ${table.key}` ? this.laid : undefined;
    const same = before && sameColumns(before, table.columns) && raw.rows >= before.raw.rows;
    const order = this.rows;
    const distributions = this.lay({
      raw,
      columns: typed.map(({ column }) => column),
      misfits: new Map(typed.flatMap(({ misfits }) => (misfits ? [[misfits.column, misfits]] : []))),
      odd: new Map(),
    });
    this.lying = `${study} ${table.key}`;
    // Rows keep their order until another is asked for; those that were added stand at the end.
    if (same) this.rows = longer(order, before.raw.rows, raw.rows);
    else if (before) this.rows = viewRows(this.table(), this.asked);
    return distributions;
  }

  private lay(laid: Laid): Distribution[] {
    this.laid = laid;
    this.lying = undefined;
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
    this.asked = view;
    this.rows = viewRows(this.table(), view);
    return this.rows.length;
  }

  /** Rows of the table. */
  size(): number {
    return this.laid?.raw.rows ?? 0;
  }

  /** Rows of the present view, in the order they have. */
  shown(): number {
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
    return Array.from(this.rows.subarray(...rows), (row) =>
      laid.raw.columns.slice(...columns).map((column) => rawCell(column, row)),
    );
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
      column.codes.forEach(
        (code, row) => next[code] !== column.dictionary[code] && edits.push({ row, column: c, text: next[code] }),
      );
    });
    return edits;
  }

  /** Writes cells, in the order the rows have; those of rows that are not there are passed over. Returns the distributions of the columns that changed. */
  patch(specs: readonly ColumnSpec[], edits: readonly CellEdit[]): Record<number, Distribution> {
    const { laid } = this;
    if (!laid) return {};
    const byColumn = new Map<number, CellEdit[]>();
    for (const edit of edits) {
      if (edit.row >= laid.raw.rows || edit.column >= laid.raw.columns.length) continue;
      const held = byColumn.get(edit.column);
      if (held) held.push(edit);
      else byColumn.set(edit.column, [edit]);
    }
    const columns = laid.raw.columns.map((column, c) => {
      const mine = byColumn.get(c);
      if (!mine) return column;
      const dictionary = new Dictionary(column.dictionary);
      const codes = column.codes.slice();
      for (const { row, text } of mine) codes[row] = dictionary.code(text);
      return { ...column, codes, dictionary: dictionary.texts };
    });
    laid.raw = { ...laid.raw, columns };
    return this.retyped([...byColumn.keys()], specs);
  }

  /** Adds rows at the end, of the table and of the present view. Returns the distributions of the columns. */
  append(specs: readonly ColumnSpec[], rows: readonly (readonly string[])[]): Record<number, Distribution> {
    const { laid } = this;
    if (!laid) return {};
    const before = laid.raw.rows;
    const columns = laid.raw.columns.map((column, c) => {
      const dictionary = new Dictionary(column.dictionary);
      const codes = new Uint32Array(before + rows.length);
      codes.set(column.codes);
      rows.forEach((cells, i) => (codes[before + i] = dictionary.code(cells[c] ?? '')));
      return { ...column, codes, dictionary: dictionary.texts };
    });
    laid.raw = { ...laid.raw, rows: before + rows.length, columns };
    this.rows = longer(this.rows, before, laid.raw.rows);
    laid.odd.clear();
    return this.retyped([...columns.keys()], specs);
  }

  private retyped(which: readonly number[], specs: readonly ColumnSpec[]): Record<number, Distribution> {
    const { laid } = this;
    const changed: Record<number, Distribution> = {};
    if (!laid) return changed;
    for (const c of which) {
      const { column, misfits } = typedColumn(laid.raw.columns[c], specs[c]);
      laid.columns[c] = column;
      if (misfits) laid.misfits.set(column.name, misfits);
      else laid.misfits.delete(column.name);
      changed[c] = distribution(column);
    }
    return changed;
  }

  /** What lies here is the table at a version that this page made itself: it need not be fetched. */
  settled(study: string, key: string, version: number): void {
    if (this.laid && this.lying === `${study} ${key}`) keepWritten(study, key, version, this.laid.raw);
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
    const prepared = await this.drafts.prepare(id, remedies, context, remedies.into?.table);
    const preview = this.drafts.preview(id, prepared);
    if (turn !== this.turn) return { preview, distributions: [] };
    const { table: raw, columns, misfits, odd } = prepared;
    const distributions = this.lay({ raw, columns, odd, misfits: new Map(misfits.map((one) => [one.column, one])) });
    return { preview, distributions };
  }

  /** The findings in a stored table; marks the cells worth a look where the table is on the desk. */
  async check(id: string, table: TableAddress, remedies: Remedies, context: StudyContext): Promise<DraftPreview> {
    const raw = await this.drafts.openStored(id, context.study, table);
    const prepared = await this.drafts.prepare(id, remedies, context, table.key);
    if (this.laid?.raw === raw)
      for (const [name, marks] of prepared.odd) if (marks.length === raw.rows) this.laid.odd.set(name, marks);
    return this.drafts.preview(id, prepared);
  }

  /** Carries remedies out on the rows of a stored table, whatever else it is looked through for meanwhile. */
  async mend(id: string, table: TableAddress, remedies: Remedies, context: StudyContext, ask: StoreAsk): Promise<void> {
    await this.drafts.openStored(id, context.study, table);
    await this.drafts.send(id, await this.drafts.prepare(id, remedies, context, table.key), ask);
  }

  storedFile(study: string, tables: readonly TableAddress[], format: string): Promise<Blob> {
    return storedFile(study, tables, format);
  }
  asideFile(id: string): Blob {
    return this.drafts.asideFile(id);
  }
  differences(id: string, study: string, table: TableAddress): Promise<Differences> {
    return this.drafts.differences(id, study, table);
  }
  store(
    id: string,
    ask: StoreAsk,
    progress: (share: number) => void = () => undefined,
  ): Promise<{ key: string; rows: number }> {
    return this.drafts.store(id, ask, progress);
  }
}

const sameColumns = ({ columns }: Laid, specs: readonly ColumnSpec[]): boolean =>
  columns.length === specs.length && columns.every(({ name }, c) => name === specs[c].name);

/** An order of rows with those from … to − 1 behind it. */
function longer(order: Uint32Array, from: number, to: number): Uint32Array {
  const next = new Uint32Array(order.length + to - from);
  next.set(order);
  for (let row = from; row < to; row++) next[order.length + row - from] = row;
  return next;
}
