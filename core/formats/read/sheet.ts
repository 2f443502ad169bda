/** What sheets of workbooks have in common, whatever their format. */
import { RawBuilder } from '../../tables';
import { Fault, grouped } from '../../fault';
import { HeadedRows } from '../headed-rows';
import type { PlacedFaulty, ReadContext, ReadPart } from './format';

/** Columns of a sheet (ECMA-376). */
export const mostColumnsOfSheet = 16384;
/** Rows of a sheet (ECMA-376). */
export const mostRowsOfSheet = 1_048_576;
/** Cells of a workbook, empty ones between filled ones with them: what is taken into memory. */
const mostCells = 40_000_000;

/** Counts what is read, and ends it before it takes too much memory. */
export function bounded(name: string): (line: number, cells: number) => void {
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

/** The rows of a sheet as a table, under the header that is found in them. */
export class SheetTable {
  private builder: RawBuilder | undefined;
  private readonly faulty: PlacedFaulty[] = [];
  private readonly headed: HeadedRows;

  constructor(name: string, { settings }: ReadContext) {
    this.headed = new HeadedRows(
      name,
      {
        rows: (cells, line) => this.begun().push(cells, line),
        faulty: (row) => this.faulty.push({ ...row, row: this.begun().rows }),
      },
      { rule: 'fit', header: settings.header, ragged: true },
    );
  }

  private begun(): RawBuilder {
    return (this.builder ??= new RawBuilder(this.headed.found?.columns ?? []));
  }

  push(cells: string[], line: number): void {
    this.headed.push(cells, line);
  }

  /** Undefined where the sheet has no cells. */
  done(title: string, notes: readonly string[]): ReadPart | undefined {
    const found = this.headed.end();
    if (!found) return undefined;
    const header = found.headerLine ? `header in line ${found.headerLine}` : 'no header';
    return {
      name: title,
      table: this.begun().done(),
      faulty: this.faulty,
      notes: [...found.notes, ...notes],
      how: `sheet “${title}”; ${header}`,
      types: {},
    };
  }
}
