/** Cells of files that know types, as they are written in a table. */
import { Fault, counted, grouped } from '../../fault';
import { mostColumns } from '../headed-rows';

/** More do not fit into memory beside the file. */
const mostCells = 40_000_000;

/** Refuses a table that is too large, or has no rows. */
export function bounded(name: string, rows: number, columns: number): void {
  if (columns > mostColumns || rows * columns > mostCells)
    throw new Fault(
      `“${name}” has ${grouped(rows)} rows of ${counted(columns, 'column')}; ${grouped(mostColumns)} columns and ${grouped(mostCells)} cells are the most. Split it.`,
      name,
    );
  if (!rows || !columns) throw new Fault(`“${name}” has no rows. Choose a table with records in it.`, name);
}

/** Milliseconds since 1970 as a day, with the time of day where there is one. */
export function momentOf(milliseconds: number): string {
  const moment = new Date(milliseconds);
  if (Number.isNaN(moment.getTime())) return '';
  const [day, time] = moment.toISOString().split('T');
  const clock = time.replace(/(:00)?(\.\d+)?Z$/, '');
  return clock === '00:00' ? day : `${day} ${clock}`;
}

/** What is neither a number nor a text, as JSON. */
export const jsonCell = (value: unknown): string =>
  JSON.stringify(value, (_key, one: unknown) => (typeof one === 'bigint' ? Number(one) : one)) ?? '';
