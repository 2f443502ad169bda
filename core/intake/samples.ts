/** What these tests share. */
import { type RawTable, rawRow, rawTable } from '../tables';
import { bytesSource, readFile } from '../formats/read';
import {
  type Finding,
  type KnownTable,
  PrepareCache,
  type Prepared,
  type StudyTables,
  prepare,
  remediesSchema,
} from '.';

export const rowsOf = (table: RawTable): string[][] => Array.from({ length: table.rows }, (_, r) => rawRow(table, r));

export const nothing: StudyTables = { tables: [], names: [] };

export async function coming(csv: string, remedies: object = {}, study: StudyTables = nothing): Promise<Prepared> {
  const source = bytesSource('t.csv', new TextEncoder().encode(csv));
  const [part] = await readFile(source, { settings: {}, breathe: () => undefined });
  return prepare(part, remediesSchema.parse({ name: 'things', ...remedies }), study, new PrepareCache());
}

export const finding = <K extends Finding['kind']>({ findings }: Prepared, kind: K, column?: string) =>
  findings.find(
    (one): one is Extract<Finding, { kind: K }> =>
      one.kind === kind && (column === undefined || ('column' in one && one.column === column)),
  );

export const types = ({ specs }: Prepared): string[] => specs.map(({ type }) => type);

export const keepers: KnownTable = {
  key: 'keepers',
  name: 'keepers',
  raw: rawTable(
    ['id', 'name', 'island'],
    [
      ['K1', 'Alban Pell', 'Ness'],
      ['K2', 'Edwin Yarrow', 'Voe'],
      ['K3', 'Holm', 'Ness'],
      ['K4', 'Holm', 'Voe'],
      ['K5', 'Tove Lorne', 'Ness'],
    ],
  ),
  specs: [
    { name: 'id', type: 'text', id: true },
    { name: 'name', type: 'text' },
    { name: 'island', type: 'text' },
  ],
};

export const study: StudyTables = { tables: [keepers], names: [] };
