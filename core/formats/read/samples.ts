/** What these tests share. */
import { strToU8 } from 'fflate';
import { rawRow } from '../../tables';
import { type ReadPart, type ReadSettings, bytesSource, readFile } from '.';

export type Rows = Record<string, string>[];

export async function parts(
  name: string,
  content: string | Uint8Array,
  settings: ReadSettings = {},
): Promise<ReadPart[]> {
  const bytes = typeof content === 'string' ? strToU8(content) : content;
  return readFile(bytesSource(name, bytes), { settings, breathe: () => undefined });
}

export const rowsOf = ({ table }: ReadPart): Rows =>
  Array.from({ length: table.rows }, (_, r) =>
    Object.fromEntries(rawRow(table, r).map((cell, c) => [table.columns[c].name, cell])),
  );

export const only = async (name: string, content: string | Uint8Array, settings?: ReadSettings): Promise<ReadPart> => {
  const all = await parts(name, content, settings);
  expect(all).toHaveLength(1);
  return all[0];
};

export const namesOf = ({ table }: ReadPart): string[] => table.columns.map(({ name }) => name);
