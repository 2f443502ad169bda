/** How much a server grows while it stores a large table: run as a process of its own, prints the growth in bytes. With `keep` the study stays. */
import '@/scripts/outside';
import { createStudy, deleteStudy } from '@/server/studies';
import { storeBody } from '@/server/tables/store';
import { pool } from '@/server/db';

const rows = Number(process.argv[2]);
const row = JSON.stringify(Array.from({ length: 20 }, (_, c) => `a cell of ${c} or so`));
const columns = Array.from({ length: 20 }, (_, c) => ({ name: `c${c}`, type: 'text' }));
let size = 0;
async function* body(): AsyncGenerator<Uint8Array> {
  yield new TextEncoder().encode(`${JSON.stringify({ name: 'large', origin: 'bench', columns, rows })}\n`);
  for (let sent = 0; sent < rows; sent += 500) {
    const piece = new TextEncoder().encode(`${row}\n`.repeat(Math.min(500, rows - sent)));
    size += piece.length;
    yield await Promise.resolve(piece);
  }
}
const { id } = await createStudy('bench memory');
// kB on Linux.
const before = process.resourceUsage().maxRSS;
await storeBody(id, body());
const growth = (process.resourceUsage().maxRSS - before) * 1024;
if (process.argv[3] !== 'keep') await deleteStudy(id);
await pool().end();
process.stdout.write(`\n${JSON.stringify({ size, growth, id })}\n`);
