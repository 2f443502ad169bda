/** `npm run dev`: as the demo, but with the development server, which follows changes of the sources. */
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { database, prepare } from './setup/database.mjs';
import { needModules } from './setup/packages.mjs';
import { say, stop } from './setup/run.mjs';
import { endOldServers, onEnd, portFrom, serve, serveFeed, serveWorker } from './setup/serve.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

needModules(root);
await endOldServers(root);
const held = await database(join(root, '.data'));
prepare(root, held.url, { demo: true });
const port = await portFrom(Number(process.env.PORT ?? 3000));
const feed = await serveFeed(root);
const worker = await serveWorker(root, held.url);
const server = await serve(root, { mode: 'dev', port, url: held.url, feed: feed.port });
onEnd(async () => {
  await stop(server.child);
  await stop(worker);
  await stop(feed.child);
  held.giveBack();
});
say(`\nNunatak is at ${server.address} and follows the sources.\n`);
