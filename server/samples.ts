/** What these tests share. */
import { createStudy } from './studies';
import { type StoreRequest, storeTable } from './tables/store';
import { allWrittenRows } from './tables/read';

export const there = (params: object): { params: Promise<never> } => ({ params: Promise.resolve(params as never) });

export const get = new Request('http://localhost/x');

export const text = (name: string): { name: string; type: 'text' } => ({ name, type: 'text' });

export const request = (change: Partial<StoreRequest> = {}): StoreRequest => ({
  name: 'ties',
  origin: 'from ties.csv',
  columns: [text('from'), text('to')],
  rows: 0,
  ...change,
});

export async function* each<T>(...pieces: T[]): AsyncGenerator<T> {
  for (const piece of pieces) yield await Promise.resolve(piece);
}

export const bytes = (...pieces: string[]): AsyncGenerator<Uint8Array> =>
  each(...pieces.map((piece) => new TextEncoder().encode(piece)));

/** Stores rows, their number said as it is; columns are called as in `columns`, or from and to. */
export const bringIn = (
  id: string,
  rows: string[][],
  change: Partial<StoreRequest> = {},
): ReturnType<typeof storeTable> =>
  storeTable(id, request({ rows: rows.length, ...change }), each(...rows.map((row) => JSON.stringify(row))));

export const newStudy = async (): Promise<string> => (await createStudy('Trial')).id;

export const written = allWrittenRows;
