/** Builds the application where its sources have changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run, say } from './run.mjs';

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

export function needBuild(root) {
  const mark = join(root, '.next', 'built');
  const now = digest(root);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === now) return;
  say('Building the application …');
  run(join(root, 'node_modules', '.bin', 'next'), ['build'], {
    cwd: root,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  writeFileSync(mark, now);
}
