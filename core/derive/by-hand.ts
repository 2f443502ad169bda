/** Classes that are set by hand, on what is selected or from a pasted list. */
import { type Given, needed, written } from './given';
import { type Column, cellText } from '../tables';

/** One class and what it was set on: ids of nodes, or keys of edges (`edgeKey`). */
export interface HandClass {
  class: string;
  on: string[];
}

/** The classes with one more set: nothing holds two of them, and a class that nothing holds is gone. An empty class takes off. */
export function withClass(classes: readonly HandClass[], name: string, on: readonly string[]): HandClass[] {
  const taken = new Set(on);
  const rest = classes.map((one) => ({ class: one.class, on: one.on.filter((id) => !taken.has(id)) }));
  const wanted = name.trim();
  if (wanted !== '') {
    let into = rest.find((one) => one.class === wanted);
    if (!into) rest.push((into = { class: wanted, on: [] }));
    into.on.push(...taken);
  }
  return rest.filter((one) => one.on.length > 0);
}

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
  ids.forEach((id, v) => {
    if (wanted.has(fold(id))) byId.set(id, id);
    const label = fold(labels[v]);
    if (wanted.has(label)) byLabel.set(label, [...(byLabel.get(label) ?? []), id]);
  });
  const exact = new Map<string, string[]>();
  ids.forEach((id, v) => {
    if (wanted.has(fold(labels[v]))) exact.set(labels[v], [...(exact.get(labels[v]) ?? []), id]);
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
  const sets = columns.map(() => new Map<string, Set<string>>());
  const result: Pasted = { columns, found: 0, missing: [], several: [] };
  const counted = new Set<string>();
  filled.forEach((row, r) => {
    if (header && r === 0) return;
    if (!found[r].length) result.missing.push(row[0]);
    else if (found[r].length > 1) result.several.push(row[0]);
    else {
      counted.add(found[r][0]);
      columns.forEach((_, c) => {
        const text = row[c + 1] ?? '';
        // Who stands in the list twice has what is said last.
        for (const held of sets[c].values()) held.delete(found[r][0]);
        if (text !== '') sets[c].set(text, (sets[c].get(text) ?? new Set()).add(found[r][0]));
      });
    }
  });
  columns.forEach((column, c) => {
    column.classes = [...sets[c]].flatMap(([text, nodes]) => (nodes.size ? [{ class: text, on: [...nodes] }] : []));
  });
  result.found = counted.size;
  return result;
}
