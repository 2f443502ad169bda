/** Brings the database up to date and loads the demo study where no study of its name has ever been. */
import { eq } from 'drizzle-orm';
import { database, pool, study } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { createStudy } from '@/server/studies';
import { importTable } from '@/server/tables/import';
import { createNetwork } from '@/server/networks';
import { CsvReader } from '@/core/formats';
import { TypeSense } from '@/core/tables';
import { demoFiles } from '@/demo/files';
import { demoNetworks, demoStudyName } from '@/demo/trails';

async function load(): Promise<void> {
  const there = await database().select({ id: study.id }).from(study).where(eq(study.name, demoStudyName));
  if (there.length) return;
  const { id } = await createStudy(demoStudyName);
  for (const file of demoFiles()) {
    const bytes = new TextEncoder().encode(file.text);
    const senses: TypeSense[] = [];
    const reader = new CsvReader(file.name, {
      rows: (cells) => cells.forEach((cell, c) => (senses[c] ??= new TypeSense()).see(cell)),
      faulty: () => undefined,
    });
    reader.push(bytes);
    const { columns } = reader.end();
    const request = {
      name: file.name.replace(/\.csv$/, ''),
      file: file.name,
      columns: columns.map((name, c) => ({ name, type: senses[c].type() })),
      faulty: 'aside',
    } as const;
    await importTable(id, request, (async function* () { yield bytes; })()); // prettier-ignore
  }
  for (const { name, trail } of demoNetworks) await createNetwork(id, name, trail);
}

await migrateDatabase();
if (!process.argv.includes('--only-migrate')) await load();
await pool().end();
