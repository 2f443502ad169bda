/** Runs programs for the scripts. Node's own modules only: these run before anything is installed. */
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Runs a program to its end with its output shown; throws where it fails. */
export function run(program, args, options = {}) {
  const done = spawnSync(program, args, { stdio: 'inherit', ...options });
  if (done.error) throw done.error;
  if (done.status !== 0) throw new Error(`${program} ${args.join(' ')} ended with ${done.status ?? done.signal}`);
}

/** Runs a program to its end and returns what it printed; undefined where it fails or is missing. */
export function output(program, args, options = {}) {
  const done = spawnSync(program, args, { encoding: 'utf8', ...options });
  return done.status === 0 ? done.stdout.trim() : undefined;
}

/** Starts a program that goes on; ends it, by its id, when this one ends. */
export function start(program, args, options = {}) {
  const child = spawn(program, args, { stdio: 'inherit', ...options });
  const end = () => child.exitCode === null && child.kill('SIGTERM');
  process.once('exit', end);
  child.once('exit', () => process.removeListener('exit', end));
  return child;
}

/** Ends a program started by `start`, and waits until it is gone. */
export function stop(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    const hard = setTimeout(() => child.kill('SIGKILL'), 8000);
    child.once('exit', () => {
      clearTimeout(hard);
      resolve();
    });
    child.kill('SIGTERM');
  });
}

/** One line of progress. */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** An empty folder that the database's account can reach, and a function that removes it. */
export function scratchFolder(name) {
  const folder = mkdtempSync(join(tmpdir(), `nunatak-${name}-`));
  chmodSync(folder, 0o755);
  return { folder, remove: () => rmSync(folder, { recursive: true, force: true }) };
}
