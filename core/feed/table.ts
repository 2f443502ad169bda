/** The table that a feed's messages are kept as. */
import { type ColumnSpec, listSeparator } from '../tables';
import type { Message } from './message';

/** Its columns as they are made. Later ones may stand between them: they are found by name. */
export const messageColumns: readonly ColumnSpec[] = [
  { name: 'id', type: 'text', id: true },
  { name: 'time', type: 'date' },
  { name: 'writer', type: 'text' },
  { name: 'text', type: 'text' },
  { name: 'people', type: 'list' },
  { name: 'words', type: 'list' },
];

// A name that holds the mark between names would become two.
const joined = (names: readonly string[], separator: string): string =>
  names.map((one) => one.replaceAll(separator, separator === ',' ? ';' : ',')).join(`${separator} `);

/** The cells of a message by the names of their columns. */
function cellsOf(message: Message, separatorOf: (column: string) => string): Record<string, string> {
  return {
    id: String(message.id),
    time: new Date(message.time).toISOString().slice(0, 19) + 'Z',
    writer: message.writer,
    text: message.text,
    people: joined(message.people, separatorOf('people')),
    words: joined(message.words, separatorOf('words')),
  };
}

/** Columns of messages that a table does not have. */
export const columnsLacking = (columns: readonly ColumnSpec[]): string[] =>
  messageColumns.map(({ name }) => name).filter((name) => !columns.some((col) => col.name === name));

/** How messages become rows of a table: as written texts, in the order of its columns; columns of its own stay empty. */
export function rowsOf(columns: readonly ColumnSpec[]): (message: Message) => string[] {
  const separators = new Map(columns.map(({ name, separator }) => [name, separator ?? listSeparator]));
  const separatorOf = (column: string): string => separators.get(column) ?? listSeparator;
  return (message) => {
    const cells = new Map(Object.entries(cellsOf(message, separatorOf)));
    return columns.map(({ name }) => cells.get(name) ?? '');
  };
}
