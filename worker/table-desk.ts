/** A table on the desk: fetched once, then sorted, searched and read in pieces; and files looked through before they are stored. */
import {
  type Distribution,
  type Table,
  TableBuilder,
  TypeSense,
  distribution,
  viewRows,
  writtenCell,
} from '@/core/tables';
import type { ColumnSpec, ColumnType } from '@/core/tables';
import { CsvReader, type CsvFound, type FaultyRow } from '@/core/formats';
import { Fault } from '@/core/fault';
import { fetchTable } from './tables';

export interface GridCell {
  text: string;
  fits: boolean;
}

export interface GridView {
  search?: string;
  sort?: string;
  descending?: boolean;
}

/** What looking through a file found. */
export interface FilePreview {
  found: CsvFound;
  columns: { name: string; type: ColumnType; shares: Record<ColumnType, number>; filled: number }[];
  rows: number;
  faulty: { count: number; first: FaultyRow[] };
  distributions: Distribution[];
}

/** Rows of a file that the preview's grid shows. */
const previewRows = 1000;
const shownFaulty = 200;

export class TableDesk {
  private table: Table | undefined;
  private rows: Uint32Array = new Uint32Array(0);
  private readonly reading = new Set<string>();

  /** Lays a stored table on the desk; returns the distributions of its columns. */
  async open(study: string, key: string, version: number): Promise<Distribution[]> {
    this.table = await fetchTable(study, key, version);
    this.rows = viewRows(this.table, {});
    return this.table.columns.map(distribution);
  }

  /** Sorts and searches; returns the number of rows that are left. */
  view(view: GridView): number {
    if (this.table) this.rows = viewRows(this.table, view);
    return this.rows.length;
  }

  /** Cells of the rows from … to − 1 of the present view, with each row's place in the table. */
  read(from: number, to: number): { row: number; cells: GridCell[] }[] {
    const { table } = this;
    if (!table) return [];
    const misfits = table.columns.map((col) => table.misfits.find((entry) => entry.column === col.name));
    return Array.from(this.rows.subarray(from, to), (row) => ({
      row,
      cells: table.columns.map((col, c) => writtenCell(col, misfits[c], row)),
    }));
  }

  /** Reads a whole file for its types and its faulty rows; its first rows stay on the desk under the draft's name. */
  async preview(
    draft: string,
    file: File,
    delimiter: string | undefined,
    progress: (share: number) => void,
  ): Promise<FilePreview> {
    this.reading.add(draft);
    const senses: TypeSense[] = [];
    const first: string[][] = [];
    const faulty: FaultyRow[] = [];
    const reader = new CsvReader(
      file.name,
      {
        rows: (cells) => {
          for (let c = 0; c < cells.length; c++) (senses[c] ??= new TypeSense()).see(cells[c]);
          if (first.length < previewRows) first.push(cells);
        },
        faulty: (row) => faulty.length < shownFaulty && faulty.push(row),
      },
      'aside',
      { delimiter },
    );
    let done = 0;
    const stream = file.stream().getReader();
    for (;;) {
      const piece = await stream.read();
      if (piece.done) break;
      reader.push(piece.value);
      done += piece.value.length;
      progress(done / file.size);
      if (!this.reading.has(draft)) throw new Fault('The preview was stopped.');
    }
    const found = reader.end();
    const columns = found.columns.map((name, c) => {
      const sense = senses[c] ?? new TypeSense();
      const shares = {
        text: 1,
        number: sense.share('number'),
        yesno: sense.share('yesno'),
        date: sense.share('date'),
        list: 1,
      };
      return { name, type: sense.type(), shares, filled: sense.filled };
    });
    this.drafts.set(draft, first);
    const distributions = this.shape(draft, columns);
    return {
      found,
      columns,
      rows: reader.rowCount,
      faulty: { count: reader.faultyCount, first: faulty },
      distributions,
    };
  }
  private readonly drafts = new Map<string, string[][]>();

  /** Lays a draft's first rows on the desk, read with the given types. */
  shape(draft: string, columns: ColumnSpec[]): Distribution[] {
    const builder = new TableBuilder('preview', columns);
    for (const cells of this.drafts.get(draft) ?? []) builder.push(cells);
    this.table = builder.done();
    this.rows = viewRows(this.table, {});
    return this.table.columns.map(distribution);
  }

  /** Takes a draft off the desk; a preview that still reads it ends. */
  forget(draft: string): void {
    this.drafts.delete(draft);
    this.reading.delete(draft);
  }
}
