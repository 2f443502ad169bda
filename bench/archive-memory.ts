/** How much a server grows while a study is taken away and opened again: run as a process of its own, prints the growths in bytes; the study goes. */
import '@/scripts/outside';
import { openStudy } from '@/server/archive/open';
import { takeStudy } from '@/server/archive/take';
import { piecesOf } from '@/server/body';
import { pool } from '@/server/db';
import { deleteStudy, listStudies } from '@/server/studies';

const id = process.argv[2];
await listStudies();
// kB on Linux.
const before = process.resourceUsage().maxRSS;
const { file, size } = await takeStudy(id);
const taking = (process.resourceUsage().maxRSS - before) * 1024;
const { id: again } = await openStudy(piecesOf(file), 'bench.zip');
const opening = (process.resourceUsage().maxRSS - before) * 1024;
await file.close();
for (const one of [id, again]) await deleteStudy(one);
process.stdout.write(`\n${JSON.stringify({ size, taking, opening })}\n`);
await pool().end();
