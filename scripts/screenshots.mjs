/** `npm run screenshots`: renews the pictures in docs/screenshots from the demo study, on a throw-away database. */
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { needBuild } from './setup/build.mjs';
import { database, prepare } from './setup/database.mjs';
import { needChromium, needModules } from './setup/packages.mjs';
import { run, scratchFolder, stop } from './setup/run.mjs';
import { portFrom, serve } from './setup/serve.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
needModules(root);
needChromium();
await needBuild(root);
const { folder: scratch, remove } = scratchFolder('screenshots');
const held = await database(scratch);
let server;
try {
  prepare(root, held.url, { demo: true });
  server = await serve(root, { mode: 'start', port: await portFrom(3600), url: held.url, quiet: true });
  const env = { ...process.env, NUNATAK_URL: server.address };
  run(join(root, 'node_modules', '.bin', 'tsx'), [join(root, 'scripts', 'take-screenshots.ts')], { cwd: root, env });
} finally {
  if (server) await stop(server.child);
  held.giveBack();
  remove();
}
