/** `npm run backup -- FILE` writes the whole database to a file, and `npm run restore -- FILE` brings one back: all or nothing, over what is there. */
import { closeSync, existsSync, openSync, readSync, renameSync, rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { database, prepare } from './setup/database.mjs';
import { needModules, postgresPrograms } from './setup/packages.mjs';
import { say } from './setup/run.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** PostgreSQL's own form: packed, checked, and read by any version from this one on. */
const signature = 'PGDMP';

/** Runs one of PostgreSQL's programs; the address with its password goes by the environment, which other users cannot read. */
function postgresRuns(name, args, url) {
  const { hostname, port, username, password, pathname } = new URL(url);
  const done = spawnSync(join(postgresPrograms() ?? '', name), args, {
    stdio: ['ignore', 'inherit', 'pipe'],
    encoding: 'utf8',
    env: {
      ...process.env,
      PGHOST: hostname,
      PGPORT: port || '5432',
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)) || 'postgres',
    },
  });
  if (done.error) throw new Error(`${name} could not be run: ${done.error.message}`);
  if (done.status !== 0) throw new Error(done.stderr.trim().split('\n').slice(-3).join('\n'));
}

/** Writes a backup; a file of the name is replaced once the new one is whole. */
export function backup(url, file) {
  const making = `${file}.making`;
  try {
    // Jobs are of the moment, and their queue makes its own tables.
    const args = ['--format=custom', '--no-owner', '--no-privileges', '--exclude-schema=jobs'];
    // What was computed can be computed again.
    const away = ['result', 'run', 'run_call', 'run_part', 'run_watcher', 'worker_process'];
    args.push(...away.map((table) => `--exclude-table-data=public.${table}`));
    postgresRuns('pg_dump', [...args, `--file=${making}`], url);
    renameSync(making, file);
  } finally {
    rmSync(making, { force: true });
  }
}

/** Brings a backup back, in one transaction: what was there before is gone then, or all of it is still there. */
export function restore(url, file) {
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  const head = Buffer.alloc(signature.length);
  const opened = openSync(file, 'r');
  readSync(opened, head, 0, head.length, 0);
  closeSync(opened);
  if (head.toString('latin1') !== signature) throw new Error(`${file} is no backup of Nunatak.`);
  const args = ['--clean', '--if-exists', '--no-owner', '--no-privileges', '--single-transaction', '--exit-on-error'];
  postgresRuns('pg_restore', [...args, '--dbname', new URL(url).pathname.slice(1) || 'postgres', file], url);
}

async function main([what, given]) {
  if ((what !== 'backup' && what !== 'restore') || !given) {
    throw new Error('Say which file: `npm run backup -- FILE`, or `npm run restore -- FILE`.');
  }
  needModules(root);
  const file = resolve(process.env.INIT_CWD ?? process.cwd(), given);
  const held = await database(join(root, '.data'));
  try {
    if (what === 'backup') {
      backup(held.url, file);
      say(`${file} holds all of it.`);
      return;
    }
    // Beforehand, so that what is dropped is there; afterwards, so that a backup of an earlier version is brought up to date.
    prepare(root, held.url, { demo: false });
    restore(held.url, file);
    prepare(root, held.url, { demo: false });
    say(`The database is as ${file} has it. Start Nunatak anew.`);
  } finally {
    held.giveBack();
  }
}

if (process.argv[1] && resolve(process.argv[1]) === fileURLToPath(import.meta.url)) {
  await main(process.argv.slice(2)).catch((error) => {
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 1;
  });
}
