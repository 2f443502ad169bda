import { RawBuilder } from '../../tables';
import { CsvReader, NotUtf8 } from '../csv-read';
import type { Format, FileSource, PlacedFaulty, ReadContext, ReadPart } from './format';
import { own } from '../../own';

const delimiterNames: Readonly<Record<string, string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
  ' ': 'blanks',
};

async function attempt(source: FileSource, { settings, breathe }: ReadContext): Promise<ReadPart> {
  let builder: RawBuilder | undefined;
  const faulty: PlacedFaulty[] = [];
  const begun = (): RawBuilder => (builder ??= new RawBuilder(reader.found?.columns ?? []));
  const reader: CsvReader = new CsvReader(
    source.name,
    {
      rows: (cells, line) => begun().push(cells, line),
      // The row follows, filled up or cut, at this place.
      faulty: (row) => faulty.push({ ...row, row: begun().rows }),
    },
    'fit',
    settings,
  );
  let done = 0;
  for await (const piece of source.chunks()) {
    // Slices keep a long piece from holding the thread.
    for (let at = 0; at < piece.length; at += 1 << 18) {
      reader.push(piece.subarray(at, at + (1 << 18)));
      await breathe((done + at) / Math.max(1, source.size));
    }
    done += piece.length;
  }
  const found = reader.end();
  const header = found.headerLine ? `header in line ${found.headerLine}` : 'no header';
  return {
    name: '',
    table: (builder ?? new RawBuilder(found.columns)).done(),
    faulty,
    notes: found.notes,
    how: `parted by ${own(delimiterNames, found.delimiter) ?? found.delimiter}, ${found.encoding.toUpperCase()}; ${header}`,
    types: {},
  };
}

/** Text with a row in each line, its cells parted by commas, semicolons, tabs or bars (RFC 4180 and its relatives). */
export const csvFormat: Format = {
  key: 'csv',
  title: 'CSV',
  endings: ['csv', 'tsv', 'tab', 'txt'],
  fits: () => true,
  async read(source, context) {
    try {
      return [await attempt(source, context)];
    } catch (error) {
      if (!(error instanceof NotUtf8)) throw error;
      return [await attempt(source, { ...context, settings: { ...context.settings, encoding: 'windows-1252' } })];
    }
  },
};
