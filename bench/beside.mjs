/** `npm run load:feeds -- [MESSAGES] [PER SECOND]`, `npm run load:runs -- [NODES] [TIES]`: a bench of its own beside a database of its own; ends with what was measured. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { database, prepare } from '../scripts/setup/database.mjs';
import { runHeard } from '../scripts/setup/run.mjs';
import { workProgram } from '../scripts/setup/work.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const [bench, ...words] = process.argv.slice(2);
const folder = mkdtempSync(join(tmpdir(), 'nunatak-load-'));
delete process.env.DATABASE_URL;
const { url, giveBack } = await database(folder);
let status = 1;
try {
  prepare(root, url, { demo: true });
  const tsx = join(root, 'node_modules', 'tsx', 'dist', 'cli.mjs');
  status = await runHeard(process.execPath, [tsx, join(root, 'bench', `${bench}.ts`), ...words], {
    cwd: root,
    env: {
      ...process.env,
      ...{ DATABASE_URL: url, NUNATAK_KEY_FILE: join(folder, 'key'), NUNATAK_WORK: await workProgram(root) },
    },
  });
} finally {
  await giveBack();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(status);
