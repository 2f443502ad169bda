/** What pasted cells are, seen from the place where they are to stand. */
import { folded } from '@/core/names/keys';

export interface Pasted {
  /** Without the line of names. */
  rows: string[][];
  /** Names of the columns in the first line, where it was one. */
  header?: string[];
  /** How many columns they are wider than the table. */
  wider: number;
}

/** The first line is one of names where at least half of the columns that it covers are called so, and more lines follow. */
export function pasted(texts: readonly (readonly string[])[], names: readonly string[], column: number): Pasted {
  const width = Math.max(0, ...texts.map((cells) => cells.length));
  const wider = Math.max(0, column + width - names.length);
  const [first = []] = texts;
  const covered = names.slice(column, column + first.length);
  const met = covered.filter((name, i) => first[i].trim() !== '' && folded(name) === folded(first[i])).length;
  const isHeader = texts.length > 1 && met > 0 && met * 2 >= covered.length;
  const rows = texts.slice(isHeader ? 1 : 0).map((cells) => [...cells]);
  return { rows, wider, ...(isHeader ? { header: [...first] } : {}) };
}
