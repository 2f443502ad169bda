/** Serves the application on loopback, on the wanted port or the next free one. */
import { join } from 'node:path';
import { freePort } from './postgres.mjs';
import { endOrphans, say, start } from './run.mjs';
import { workProgram } from './work.mjs';

/** Ends servers that starts of this checkout left on their ports when they were killed. */
export const endOldServers = (root) => endOrphans(join(root, '.data', 'servers'));

export async function portFrom(wanted) {
  for (let port = wanted; port < wanted + 200; port++) {
    try {
      return await freePort(port);
    } catch {
      if (port === wanted) say(`Port ${port} is taken; trying the next ones.`);
    }
  }
  throw new Error(`No port is free from ${wanted} on.`);
}

/** Starts Next.js and resolves once it answers. */
export async function serve(root, { mode, port, url, quiet, feed }) {
  const register = join(root, '.data', 'servers');
  const child = start(
    process.execPath,
    [
      join(root, 'node_modules', 'next', 'dist', 'bin', 'next'),
      mode,
      '--hostname',
      process.env.NUNATAK_LISTEN || '127.0.0.1',
      '--port',
      String(port),
    ],
    {
      cwd: root,
      env: {
        ...process.env,
        DATABASE_URL: url,
        NEXT_TELEMETRY_DISABLED: '1',
        ...(feed ? { NUNATAK_FEED_PORT: String(feed) } : {}),
      },
      stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
    },
    register,
  );
  // One that listens everywhere is reached on loopback.
  const listens = process.env.NUNATAK_LISTEN || '127.0.0.1';
  const address = `http://${/^(0\.0\.0\.0|::)$/.test(listens) ? '127.0.0.1' : listens}:${port}`;
  for (let i = 0; i < 600; i++) {
    if (child.exitCode !== null) throw new Error('The application did not start; what it printed above says why.');
    const answers = await fetch(`${address}/icon.svg`).then(
      // Also one that does not go by this name answers.
      (answer) => answer.status < 500,
      () => false,
    );
    if (answers) return { child, address };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('The application did not answer within a minute.');
}

/** Starts the practice feed, a process of its own, on the next free port. */
export async function serveFeed(root, more = []) {
  const port = await portFrom(Number(process.env.NUNATAK_FEED_PORT ?? 4600));
  const child = start(
    process.execPath,
    [
      join(root, 'node_modules', 'tsx', 'dist', 'cli.mjs'),
      join(root, 'feed', 'main.ts'),
      '--port',
      String(port),
      ...more,
    ],
    { cwd: root, env: process.env, stdio: ['ignore', 'ignore', 'inherit'] },
    join(root, '.data', 'servers'),
  );
  return { child, port };
}

/** Starts a process that takes runs and reads feeds. */
export const serveWorker = async (root, url) =>
  start(
    process.execPath,
    [await workProgram(root)],
    { cwd: root, env: { ...process.env, DATABASE_URL: url }, stdio: ['ignore', 'ignore', 'inherit'] },
    join(root, '.data', 'servers'),
  );

/** Ends well on Ctrl C and its kin: gives everything back, then goes. */
export function onEnd(work, code = 0) {
  let ending = false;
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, async () => {
      if (ending) return;
      ending = true;
      await work();
      process.exit(code);
    });
  }
}
