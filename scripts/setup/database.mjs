/** A database ready for use: an outside one by DATABASE_URL, or a private one. */
import { join } from 'node:path';
import { needPostgres } from './packages.mjs';
import { postgres } from './postgres.mjs';
import { run } from './run.mjs';

/** Its address, and a function that gives it back. */
export async function database(folder) {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, giveBack: () => undefined };
  needPostgres();
  return postgres(folder);
}

/** Applies the migrations and, where asked, loads the demo study. */
export function prepare(root, url, { demo }) {
  const args = [join(root, 'scripts', 'load-demo.ts'), ...(demo ? [] : ['--only-migrate'])];
  run(join(root, 'node_modules', '.bin', 'tsx'), args, { cwd: root, env: { ...process.env, DATABASE_URL: url } });
}

/** Prints the link of the first administrator, where accounts are needed and nobody administers yet. */
export function firstLink(root, url, address) {
  const args = [join(root, 'scripts', 'first-link.ts'), process.env.NUNATAK_ORIGIN ?? address];
  run(join(root, 'node_modules', '.bin', 'tsx'), args, { cwd: root, env: { ...process.env, DATABASE_URL: url } });
}
