/** Archives of studies: the demo study written and opened, and a server's growth in memory while a million records pass through it. */
import { execFileSync } from 'node:child_process';
import { Readable } from 'node:stream';
import { eq } from 'drizzle-orm';
import { unzipSync, zipSync } from 'fflate';
import { openStudy } from '@/server/archive/open';
import { takeStudy } from '@/server/archive/take';
import { database, pool, study } from '@/server/db';
import { deleteStudy } from '@/server/studies';
import { demoStudyName } from '@/demo/trails';
import { type Line, milliseconds } from './clock';

export async function archiveLines(): Promise<Line[]> {
  const [demo] = await database().select({ id: study.id }).from(study).where(eq(study.name, demoStudyName));
  let bytes = new Uint8Array();
  const written = await milliseconds(async () => {
    const { file, size } = await takeStudy(demo.id);
    bytes = new Uint8Array(size);
    await file.read(bytes, 0, size, 0);
    await file.close();
  }, 3);
  const files = unzipSync(bytes);
  const opened = await milliseconds(async () => {
    const { id } = await openStudy(Readable.from([bytes]), 'demo.zip');
    await deleteStudy(id);
  }, 3);
  const packing = await milliseconds(() => zipSync(files), 3);
  const unpacking = await milliseconds(() => unzipSync(bytes), 3);
  await pool().end();
  const alone = (...words: string[]): Record<string, number> & { id: string } => {
    const said = execFileSync(process.execPath, ['--import', 'tsx', ...words], { encoding: 'utf8' });
    return JSON.parse(said.split('\n').find((line) => line.startsWith('{"size"')) ?? '') as never;
  };
  const { id } = alone('bench/memory.ts', '1000000', 'keep');
  const memory = alone('bench/archive-memory.ts', id);
  const most = { what: '300 MB', took: 300 };
  return [
    {
      what: 'the demo study taken away as an archive',
      ours: written,
      against: { what: 'fflate packing the same files', took: packing },
      aim: 'under 2 s',
    },
    {
      what: 'the archive of the demo study opened',
      ours: opened,
      against: { what: 'fflate unpacking it', took: unpacking },
      aim: 'under 5 s',
    },
    {
      what: 'server’s growth while 1,000,000 records are taken away, in MB (no time)',
      ours: memory.taking / 1e6,
      against: most,
      aim: '1× or more',
    },
    {
      what: 'server’s growth while they are opened again, in MB (no time)',
      ours: memory.opening / 1e6,
      against: most,
      aim: '1× or more',
    },
  ];
}
