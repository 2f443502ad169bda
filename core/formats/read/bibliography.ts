/** The one table that bibliographic formats become. */
import type { RawTable } from '../../tables';
import { type ReadPart, RecordRows } from './format';

export const bibliographicColumns = [
  'id',
  'title',
  'year',
  'authors',
  'keywords',
  'references',
  'journal',
  'kind',
  'link',
  'doi',
] as const;

export interface BibliographicRecord {
  line: number;
  id?: string;
  title?: string;
  /** Year, or a finer date. */
  year?: string;
  authors?: string[];
  keywords?: string[];
  references?: string[];
  journal?: string;
  kind?: string;
  link?: string;
  doi?: string;
  /** Fields that have no column of their own here. */
  others?: [string, string][];
}

const list = (values: readonly string[] | undefined): string =>
  (values ?? [])
    .map((value) => clean(value).replaceAll(';', ','))
    .filter((value) => value !== '')
    .join('; ');
const clean = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** `10.1000/xyz` from whatever was written around it. */
const bareDoi = (text: string): string => clean(text).replace(/^(https?:\/\/(dx\.)?doi\.org\/|doi:\s*)/i, '');

export function bibliographicPart(records: readonly BibliographicRecord[], how: string, notes: string[]): ReadPart {
  const rows = new RecordRows(bibliographicColumns);
  for (const record of records) {
    rows.push(
      [
        ['id', clean(record.id ?? '')],
        ['title', clean(record.title ?? '')],
        ['year', clean(record.year ?? '')],
        ['authors', list(record.authors)],
        ['keywords', list(record.keywords)],
        ['references', list(record.references)],
        ['journal', clean(record.journal ?? '')],
        ['kind', clean(record.kind ?? '')],
        ['link', clean(record.link ?? '')],
        ['doi', bareDoi(record.doi ?? '')],
        ...(record.others ?? []).map(([name, value]): [string, string] => [name, clean(value)]),
      ],
      record.line,
    );
  }
  const table: RawTable = rows.done();
  const lists = ['authors', 'keywords', 'references'] as const;
  return {
    name: '',
    table,
    faulty: [],
    notes,
    how,
    types: Object.fromEntries(lists.map((name) => [name, { type: 'list' as const }])),
  };
}
