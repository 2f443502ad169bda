/** Bringing a file in, against bare parsing. */
import Papa from 'papaparse';
import { createStudy, deleteStudy } from '@/server/studies';
import { importTable } from '@/server/tables/import';
import { pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { type Line, milliseconds } from './clock';

/** 100,000 rows of 10 columns, as a ledger has them. */
function ledger(): string {
  const lines = ['id,sent_on,from,to,varieties,packets,carried_by,certainty,value,remark'];
  for (let i = 0; i < 100000; i++) {
    lines.push(
      `C${i},1911-03-${(i % 28) + 1},Keeper ${i % 900},Keeper ${i % 811},kale; neep,${i % 40},Petrel,recorded,${i * 1.5},"paid, in eggs"`,
    );
  }
  return lines.join('\n') + '\n';
}

export async function importLines(): Promise<Line[]> {
  await migrateDatabase();
  const text = ledger();
  const bytes = new TextEncoder().encode(text);
  const names = text.slice(0, text.indexOf('\n')).split(',');
  const { id } = await createStudy('bench');
  const request = {
    name: 'ledger',
    file: 'ledger.csv',
    columns: names.map((name) => ({ name, type: 'text' as const })),
    faulty: 'aside' as const,
    size: bytes.length,
  };
  async function* pieces(): AsyncGenerator<Uint8Array> {
    for (let i = 0; i < bytes.length; i += 65536) yield bytes.subarray(i, i + 65536);
  }
  const parsing = await milliseconds(() => Papa.parse(text), 5);
  const ours = await milliseconds(() => importTable(id, request, pieces()), 4);
  await deleteStudy(id);
  await pool().end();
  return [
    {
      what: 'import of 100,000 × 10, file to stored',
      ours,
      against: { what: 'papaparse alone', took: parsing },
      aim: '0.25× or more',
    },
  ];
}
