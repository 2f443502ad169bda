/** `npm run bench`: runs the benches beside a throw-away database. */
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { database } from './setup/database.mjs';
import { needModules } from './setup/packages.mjs';
import { run, scratchFolder } from './setup/run.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
needModules(root);
const { folder: scratch, remove } = scratchFolder('bench');
const held = await database(scratch);
try {
  const env = { ...process.env, DATABASE_URL: held.url };
  run(join(root, 'node_modules', '.bin', 'tsx'), [join(root, 'bench', 'main.ts'), ...process.argv.slice(2)], {
    cwd: root,
    env,
  });
} finally {
  held.giveBack();
  remove();
}
