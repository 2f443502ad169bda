/** Parts of files as one table. */
import { together } from '@/core/intake';
import type { ReadPart } from '@/core/formats/read';
import { counted, grouped } from '@/core/fault';

/** Where a draft's rows come from: a file, and the part of it (a sheet, nodes, edges) where it has several. */
export interface DraftSource {
  file: File;
  part: string;
}

const bare = (name: string): string => name.replace(/\.[^.]*$/, '') || name;

/** What a table of the sources is called. */
export function nameOf(sources: readonly DraftSource[], groups: number): string {
  const [first] = sources;
  const name = bare(first.file.name);
  // One table of a file goes by the file's name, several by theirs.
  return first.part !== '' && groups > 1 && sources.length === 1 ? `${name} ${first.part}` : name;
}

/** Parts as one, their lines and notes with the names of where they stand. */
export function joinedPart(
  parts: readonly { file: string; part: ReadPart }[],
  sources: readonly DraftSource[],
): ReadPart {
  const [first] = parts;
  if (parts.length === 1) return first.part;
  const sheets = sources.every(({ file }) => file === sources[0].file);
  const table = together(
    parts.map(({ file, part }) => ({ file, table: part.table })),
    sheets ? 'sheet' : 'file',
  );
  let offset = 0;
  const faulty = parts.flatMap(({ part }) => {
    const own = part.faulty.map((row) => ({ ...row, row: row.row + offset }));
    offset += part.table.rows;
    return own;
  });
  const notes = parts.flatMap(({ file, part }) => part.notes.map((note) => `${file}: ${note}`));
  const what = sheets ? 'sheets' : 'files';
  return {
    name: '',
    table,
    faulty,
    notes,
    how: `${counted(parts.length, what.slice(0, -1), what)} of ${grouped(table.rows)} rows together`,
    types: Object.assign({}, ...parts.map(({ part }) => part.types)) as ReadPart['types'],
  };
}
