/** Runs programs for the scripts. Node's own modules only: these run before anything is installed. */
import { spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
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

/** Runs a program to its end, as `run` does, so that this process hears signals meanwhile. Where a folder is given, a later start ends it should this one be killed. */
export async function runHeard(program, args, options = {}, register = undefined) {
  const child = start(program, args, options, register);
  const [status, signal] = await new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('exit', (...ended) => resolve(ended));
  });
  return status ?? (signal ? 128 : 1);
}

/** Whether a process is there, whoever’s it is. */
export function alive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** When a process began, in the system's ticks: with its id it names one process for good. */
function begun(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return undefined;
  }
}

/** Ends what starts that were killed outright have left running, by the ids they wrote down. */
export async function endOrphans(register) {
  if (!existsSync(register)) return;
  for (const name of readdirSync(register)) {
    const path = join(register, name);
    const [child, since, parent, parentSince] = readFileSync(path, 'utf8').split(' ');
    if (alive(Number(parent)) && begun(parent) === parentSince) continue;
    if (alive(Number(child)) && begun(child) === since) {
      process.kill(Number(child), 'SIGTERM');
      for (let i = 0; i < 50 && alive(Number(child)); i++) await new Promise((resolve) => setTimeout(resolve, 100));
      if (alive(Number(child)) && begun(child) === since) process.kill(Number(child), 'SIGKILL');
    }
    rmSync(path, { force: true });
  }
}

/** Starts a program that goes on; ends it, by its id, when this one ends. */
export function start(program, args, options = {}, register = undefined) {
  const child = spawn(program, args, { stdio: 'inherit', ...options });
  const note = register && child.pid ? join(register, String(child.pid)) : undefined;
  if (note) {
    mkdirSync(register, { recursive: true });
    writeFileSync(note, `${child.pid} ${begun(child.pid)} ${process.pid} ${begun(process.pid)}`);
  }
  const end = () => child.exitCode === null && child.kill('SIGTERM');
  process.once('exit', end);
  child.once('exit', () => {
    if (note) rmSync(note, { force: true });
    process.removeListener('exit', end);
  });
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
