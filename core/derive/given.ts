/** What new columns are made of. */
import { type Column, Dictionary } from '../tables';
import { Fault } from '../fault';

/** What is read: the columns of the nodes or edges, their number, and how the rows are called. */
export interface Given {
  columns: readonly Column[];
  rows: number;
  step: string;
}

export function needed({ columns, step }: Given, name: string): Column {
  const found = columns.find((col) => col.name === name);
  if (!found) throw new Fault(`There is no column “${name}” at this step. Choose another one.`, step);
  return found;
}

/** A text column; a list gives its values together. */
export function written(name: string, texts: readonly string[]): Column {
  const words = new Dictionary();
  return {
    type: 'text',
    name,
    codes: Int32Array.from(texts, (text) => (text === '' ? -1 : words.code(text))),
    dictionary: words.texts,
  };
}
