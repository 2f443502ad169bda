/** Classes that are set by hand, on what is selected or from a pasted list. */
import { type Given, needed, written } from './given';
import { type Column, cellText } from '../tables';

/** One class and what it was set on: ids of nodes, or keys of edges (`edgeKey`). */
export interface HandClass {
  class: string;
  on: string[];
}

/**
 * The classes with more set: nothing holds two of them, of several for one the last counts, and a class that nothing holds is gone. An empty class takes
 * off.
 */
export function withClasses(classes: readonly HandClass[], more: readonly HandClass[]): HandClass[] {
  const set = new Map<string, string>();
  for (const { class: name, on } of more) for (const id of on) set.set(id, name.trim());
  const held = new Map(classes.map((one) => [one.class, one.on.filter((id) => !set.has(id))]));
  for (const [id, name] of set) {
    if (name === '') continue;
    const on = held.get(name);
    if (on) on.push(id);
    else held.set(name, [id]);
  }
  return Array.from(held, ([name, on]) => ({ class: name, on })).filter(({ on }) => on.length > 0);
}

/** The classes with one more set. */
export const withClass = (classes: readonly HandClass[], name: string, on: readonly string[]): HandClass[] =>
  withClasses(classes, [{ class: name, on: [...on] }]);

/**
 * The column of classes: what was set by hand, else the value of the column `from`, where one is named.
 * @param places Of each class, the rows it was set on; -1 where one is not there.
 */
export function byHand(
  given: Given,
  name: string,
  from: string,
  classes: readonly string[],
  places: readonly Int32Array[],
): Column {
  const col = from === '' ? undefined : needed(given, from);
  const texts = Array.from({ length: given.rows }, (_, r) => (col ? cellText(col, r) : ''));
  classes.forEach((text, i) => places[i].forEach((r) => r >= 0 && (texts[r] = text)));
  return written(name, texts);
}

export interface PastedColumn {
  name: string;
  classes: HandClass[];
}

export interface Pasted {
  columns: PastedColumn[];
  /** Nodes that were found. */
  found: number;
  /** Names that no node has, and names that several have: nothing is set for either. */
  missing: string[];
  several: string[];
}

/**
 * Classes out of a pasted list: in its first column names or ids of nodes, in each further one a class.
 * The first line names the columns where no node has its first name, but some have others'.
 * Names are found as they are written, else without regard to case and outer blanks.
 */
export function pastedClasses(
  rows: readonly (readonly string[])[],
  ids: readonly string[],
  labels: readonly string[],
): Pasted {
  const fold = (text: string): string => text.trim().normalize('NFC').toLowerCase();
  const wanted = new Set(rows.map(([name = '']) => fold(name)));
  const byId = new Map<string, string>();
  const byLabel = new Map<string, string[]>();
  const exact = new Map<string, string[]>();
  const add = (into: Map<string, string[]>, key: string, id: string): void => {
    const there = into.get(key);
    if (there) there.push(id);
    else into.set(key, [id]);
  };
  ids.forEach((id, v) => {
    if (wanted.has(fold(id))) byId.set(id, id);
    const label = fold(labels[v]);
    if (!wanted.has(label)) return;
    add(byLabel, label, id);
    add(exact, labels[v], id);
  });
  const nodesOf = (name: string): readonly string[] => {
    const id = byId.get(name);
    return id !== undefined ? [id] : (exact.get(name) ?? byLabel.get(fold(name)) ?? []);
  };
  const filled = rows.map((row) => row.map((cell) => cell.trim())).filter(([name = '']) => name !== '');
  const found = filled.map(([name]) => nodesOf(name));
  const header = found.length > 1 && !found[0].length && found.some((one) => one.length > 0);
  const width = Math.max(0, ...filled.map((row) => row.length));
  const columns = Array.from({ length: Math.max(0, width - 1) }, (_, c): PastedColumn => {
    const own = header ? (filled[0][c + 1] ?? '') : '';
    return { name: own || (width > 2 ? `class ${c + 1}` : 'class'), classes: [] };
  });
  /** For each column the class of each node: who stands in the list twice has what is said last. */
  const sets = columns.map(() => new Map<string, string>());
  const result: Pasted = { columns, found: 0, missing: [], several: [] };
  const counted = new Set<string>();
  filled.forEach((row, r) => {
    if (header && r === 0) return;
    if (!found[r].length) result.missing.push(row[0]);
    else if (found[r].length > 1) result.several.push(row[0]);
    else {
      counted.add(found[r][0]);
      columns.forEach((_, c) => {
        sets[c].set(found[r][0], row[c + 1] ?? '');
      });
    }
  });
  columns.forEach((column, c) => {
    column.classes = withClasses(
      [],
      Array.from(sets[c], ([id, text]) => ({ class: text, on: [id] })),
    );
  });
  result.found = counted.size;
  return result;
}
