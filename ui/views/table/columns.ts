/** The columns of a table as they are shown: which, in which order, how wide, which stay at the left. */
import type { TableState } from '@/ui/state/table';

const usual = 132;
export const narrowest = 60;

/** What of a column is to be known to show it. */
export interface Head {
  name: string;
  type: string;
}

export interface ShownColumn<C extends Head = Head> {
  col: C;
  width: number;
  /** Where it stays, in pixels from the left; undefined: it goes with the others. */
  left?: number;
}

/** The first column always, then those that stay, then the others. Names that are no column any more are passed over. */
export function shownColumns<C extends Head>(
  columns: readonly C[],
  { columns: chosen, pinned, widths }: TableState,
  first: number = usual,
): ShownColumn<C>[] {
  const [head, ...rest] = columns;
  if (!head) return [];
  const wanted = chosen ? chosen.flatMap((name) => rest.find((col) => col.name === name) ?? []) : rest;
  const stays = wanted.filter(({ name }) => pinned.includes(name));
  const all = [head, ...stays, ...wanted.filter((col) => !stays.includes(col))];
  let left = 0;
  return all.map((col, i) => {
    const width = widths.get(col.name) ?? (i === 0 ? first : usual);
    const at = left;
    left += width;
    return i <= stays.length ? { col, width, left: at } : { col, width };
  });
}
