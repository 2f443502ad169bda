/** Builds the application where its sources have changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { endOrphans, runHeard, say } from './run.mjs';

const folders = ['app', 'core', 'server', 'ui', 'worker', 'public'];
const files = [
  'package.json',
  'package-lock.json',
  'next.config.ts',
  'postcss.config.mjs',
  'proxy.ts',
  'tsconfig.json',
];

function digest(root) {
  const hash = createHash('sha256');
  const add = (path) => {
    const full = join(root, path);
    if (statSync(full).isDirectory()) for (const name of readdirSync(full).sort()) add(join(path, name));
    else if (!/\.test\.tsx?$/.test(path)) hash.update(path).update(readFileSync(full));
  };
  for (const path of [...folders, ...files]) if (existsSync(join(root, path))) add(path);
  return hash.digest('hex');
}

export async function needBuild(root) {
  const mark = join(root, '.next', 'built');
  const now = digest(root);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === now) return;
  say('Building the application …');
  // What a killed start left is ended, with its lock.
  const register = join(root, '.data', 'builds');
  await endOrphans(register);
  rmSync(join(root, '.next', 'lock'), { force: true });
  const next = join(root, 'node_modules', 'next', 'dist', 'bin', 'next');
  const status = await runHeard(
    process.execPath,
    [next, 'build'],
    { cwd: root, env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' }, stdio: ['ignore', 'ignore', 'inherit'] },
    register,
  );
  if (status !== 0) throw new Error('The application could not be built; what stands above says why.');
  writeFileSync(mark, now);
}
