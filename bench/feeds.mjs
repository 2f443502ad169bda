/** `npm run load:feeds -- [MESSAGES] [PER SECOND]`: a burst of the practice feed into a database of its own; ends with what was measured. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { database, prepare } from '../scripts/setup/database.mjs';
import { runHeard } from '../scripts/setup/run.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'nunatak-feeds-'));
delete process.env.DATABASE_URL;
const { url, giveBack } = await database(folder);
let status = 1;
try {
  prepare(root, url, { demo: true });
  const tsx = join(root, 'node_modules', 'tsx', 'dist', 'cli.mjs');
  status = await runHeard(process.execPath, [tsx, join(root, 'bench', 'feeds.ts'), ...process.argv.slice(2)], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: url, NUNATAK_KEY_FILE: join(folder, 'key') },
  });
} finally {
  await giveBack();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(status);
