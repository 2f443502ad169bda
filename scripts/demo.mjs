/** `npm run demo`: installs what is missing, starts the database, loads the demo study, builds, serves. */
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { needBuild } from './setup/build.mjs';
import { database, firstLink, prepare } from './setup/database.mjs';
import { needModules } from './setup/packages.mjs';
import { say, stop } from './setup/run.mjs';
import { endOldServers, onEnd, portFrom, serve, serveFeed, serveWorker } from './setup/serve.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

needModules(root);
await endOldServers(root);
const held = await database(join(root, '.data'));
let server;
let feed;
let worker;
onEnd(async () => {
  if (server) await stop(server.child);
  if (worker) await stop(worker);
  if (feed) await stop(feed.child);
  held.giveBack();
});
try {
  prepare(root, held.url, { demo: true });
  await needBuild(root);
  const port = await portFrom(Number(process.env.PORT ?? 3000));
  // The practice feed, which whoever has it run already is not given twice.
  feed = await serveFeed(root);
  worker = await serveWorker(root, held.url);
  server = await serve(root, { mode: 'start', port, url: held.url, quiet: true, feed: feed.port });
  firstLink(root, held.url, server.address);
  say(`\nNunatak is at ${server.address}\nStop with Ctrl C; what you did is kept.\n`);
  server.child.once('exit', () => {
    held.giveBack();
    process.exit(1);
  });
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  if (server) await stop(server.child);
  if (worker) await stop(worker);
  if (feed) await stop(feed.child);
  held.giveBack();
  process.exit(1);
}
