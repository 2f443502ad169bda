/** Bringing files in, against bare parsing. */
import { execFileSync } from 'node:child_process';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { PrepareCache, type Prepared, prepare, remediesSchema, rowLines } from '@/core/intake';
import { bytesSource, readFile } from '@/core/formats/read';
import { xlsx } from '@/core/formats/xlsx-write';
import { createStudy, deleteStudy } from '@/server/studies';
import { letGo, packedTable } from '@/server/tables/packed';
import { storeTable } from '@/server/tables/store';
import { pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { type Line, milliseconds } from './clock';

const names = ['id', 'sent_on', 'from', 'to', 'varieties', 'packets', 'carried_by', 'certainty', 'value', 'remark'];
const row = (i: number): (string | number)[] => [
  `C${i}`,
  `1911-03-${String((i % 28) + 1).padStart(2, '0')}`,
  `Keeper ${i % 900}`,
  `Keeper ${i % 811}`,
  'kale; neep',
  i % 40,
  'Petrel',
  'recorded',
  i * 1.5,
  'paid, in eggs',
];

/** 100,000 rows of 20 columns, as a ledger has them. */
function ledger(): string {
  const lines = [[...names, ...names.map((name) => `${name} 2`)].join(',')];
  for (let i = 0; i < 100000; i++) {
    const cells = [...row(i), ...row(i + 7)];
    lines.push(
      cells.map((cell) => (typeof cell === 'string' && cell.includes(',') ? `"${cell}"` : String(cell))).join(','),
    );
  }
  return lines.join('\n') + '\n';
}

async function* arriving(pieces: Iterable<string>): AsyncGenerator<string> {
  for (const piece of pieces) yield await Promise.resolve(piece);
}

/** What somebody has before them when they press “Store”: read, with everything found that is found. */
async function prepared(name: string, bytes: Uint8Array): Promise<Prepared> {
  const [part] = await readFile(bytesSource(name, bytes), { settings: {}, breathe: () => undefined });
  return prepare(part, remediesSchema.parse({ name: 'ledger' }), { tables: [], names: [] }, new PrepareCache());
}

/** From there to rows in the database. */
async function store(study: string, { table, specs }: Prepared): Promise<void> {
  const request = { name: 'ledger', origin: 'bench', columns: specs, rows: table.rows };
  await storeTable(study, request, arriving(rowLines(table)));
}

const ties = 300_000;
const tieColumns = (['from', 'to', 'packets', 'sent_on'] as const).map((name) => ({ name, type: 'text' as const }));
function* tieLines(): Generator<string> {
  for (let i = 0; i < ties; i++) {
    const cells = [`p${(i * 7919) % 6000}`, `p${(i * 104_729) % 6000}`, `${i % 97}`, `18${10 + (i % 80)}`];
    yield `${JSON.stringify(cells)}\n`;
  }
}

/** Seconds of processor until the columns of a table just brought in are sent, and those where its rows must be read back. */
async function columnsSent(study: string): Promise<[number, number]> {
  const spent = async (): Promise<number> => {
    const before = process.cpuUsage();
    await packedTable(study, key, 1);
    const { user, system } = process.cpuUsage(before);
    return (user + system) / 1000;
  };
  const request = { name: 'ties', origin: 'bench', columns: tieColumns, rows: ties };
  const { key } = await storeTable(study, request, arriving(tieLines()));
  const first = await spent();
  await pool().query('delete from packed_columns');
  letGo();
  return [first, await spent()];
}

export async function importLines(): Promise<Line[]> {
  await migrateDatabase();
  const { id } = await createStudy('bench');
  const text = ledger();
  const bytes = new TextEncoder().encode(text);
  const read = async (name: string, file: Uint8Array): Promise<void> => {
    await readFile(bytesSource(name, file), { settings: {}, breathe: () => undefined });
  };
  const parsing = await milliseconds(() => Papa.parse(text), 5);
  const reading = await milliseconds(() => read('ledger.csv', bytes), 4);
  const whole = await milliseconds(async () => store(id, await prepared('ledger.csv', bytes)), 3);
  const ready = await prepared('ledger.csv', bytes);
  const stored = await milliseconds(() => store(id, ready), 3);

  const workbook = xlsx([{ name: 'ledger', rows: [names, ...Array.from({ length: 50000 }, (_, i) => row(i))] }]);
  const ours = await milliseconds(() => read('ledger.xlsx', workbook), 3);
  const theirs = await milliseconds(
    async () => {
      await new ExcelJS.Workbook().xlsx.load(workbook as unknown as ExcelJS.Buffer);
    },
    1,
    false,
  );
  await columnsSent(id);
  const other = await createStudy('bench columns');
  const [first, readBack] = await columnsSent(other.id);
  await deleteStudy(id);
  await deleteStudy(other.id);
  await pool().end();
  const said = execFileSync(process.execPath, ['--import', 'tsx', 'bench/memory.ts', '200000'], { encoding: 'utf8' });
  // What is logged on the way stands on lines of its own.
  const memory = JSON.parse(said.split('\n').find((line) => line.startsWith('{"size"')) ?? '') as {
    size: number;
    growth: number;
  };
  return [
    { what: 'reading CSV, 100,000 × 20', ours: reading, against: { what: 'papaparse alone', took: parsing }, aim: '' },
    {
      what: 'CSV, 100,000 × 20, read, looked through and stored',
      ours: whole,
      against: { what: 'papaparse alone', took: parsing },
      aim: '0.25× or more',
    },
    {
      what: 'CSV, 100,000 × 20, from “Store” to stored',
      ours: stored,
      against: { what: 'papaparse alone', took: parsing },
      aim: '0.25× or more',
    },
    {
      what: 'columns of 300,000 × 4, first sent (processor)',
      ours: first,
      against: { what: 'from rows read back', took: readBack },
      aim: '3× or more',
    },
    { what: 'reading XLSX, 50,000 × 10', ours, against: { what: 'exceljs alone', took: theirs }, aim: '0.67× or more' },
    {
      what: 'server’s growth in memory while storing 90 MB, in MB (no time)',
      ours: memory.growth / 1e6,
      against: { what: 'MB of the table', took: memory.size / 1e6 },
      aim: '0.17× or more',
    },
  ];
}
