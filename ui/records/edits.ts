/** How edits of cells are parted for sending. */
import type { CellEdit } from './edit-queue';

/** Rows that were added on this page and have no sure place on the server yet. */
export interface AddedRows {
  token: string;
  /** The first one's place on this page. */
  start: number;
  count: number;
}

/** Larger changes are announced when they are done. */
export const plain = 200;

/** Edits of rows that were there, and of those that each addition made, counted from its first row. */
export function partsOf(
  edits: readonly CellEdit[],
  added: readonly AddedRows[],
): { onto?: string; edits: CellEdit[] }[] {
  if (!added.length) return [{ edits: [...edits] }];
  const parts = new Map<string | undefined, CellEdit[]>();
  for (const edit of edits) {
    const block = added.find(({ start, count }) => edit.row >= start && edit.row < start + count);
    const held = parts.get(block?.token) ?? [];
    held.push(block ? { ...edit, row: edit.row - block.start } : edit);
    parts.set(block?.token, held);
  }
  return Array.from(parts, ([onto, some]) => ({ ...(onto === undefined ? {} : { onto }), edits: some }));
}

/** The other way: where edits stand on this page. Of rows whose place is not known here, since they were stored meanwhile, none. */
export function placed(
  edits: readonly CellEdit[],
  onto: string | undefined,
  added: readonly AddedRows[],
): readonly CellEdit[] {
  if (onto === undefined) return edits;
  const block = added.find(({ token }) => token === onto);
  return block ? edits.map((edit) => ({ ...edit, row: edit.row + block.start })) : [];
}
