/** A PostgreSQL server of its own, to try what becomes of work when it is killed. */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

export interface Cluster {
  url: string;
  /** A folder that goes with it. */
  folder: string;
  /** Kills it as `kill -9` does. */
  kill(): void;
  /** Starts it anew, on the port of before. */
  again(): Promise<void>;
  /** Ends it, and nothing of it stays. */
  end(): Promise<void>;
}

export async function ownCluster(): Promise<Cluster> {
  const folder = mkdtempSync(join(tmpdir(), 'nunatak-killed-'));
  const ends: (() => Promise<void>)[] = [];
  const { url, data } = await started(folder, 0, ends);
  return {
    url,
    folder,
    kill: () => void process.kill(Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL'),
    async again() {
      // The last children of one that was killed may take a moment to end.
      for (let i = 0; i < 30; i++) {
        try {
          await started(folder, Number(new URL(url).port), ends);
          return;
        } catch {
          await new Promise((resolve) => setTimeout(resolve, 500));
        }
      }
      throw new Error('the cluster did not start again');
    },
    async end() {
      await Promise.all(ends.map((end) => end()));
      // Where the server's account cannot reach a folder, its data lie in another.
      for (const path of [folder, dirname(data)]) rmSync(path, { recursive: true, force: true });
    },
  };
}

const script = JSON.stringify(join(process.cwd(), 'scripts', 'setup', 'postgres.mjs'));

/** Starts it on the wanted port or on any; resolves once it answers. */
async function started(
  folder: string,
  port: number,
  ends: (() => Promise<void>)[],
): Promise<{ url: string; data: string }> {
  const text = `import { postgres } from ${script};
    const { url, data } = await postgres(${JSON.stringify(folder)}, ${port});
    process.stdout.write(JSON.stringify({ url, data }) + '\\n');
    setInterval(() => {}, 1000);
    process.on('SIGTERM', () => process.exit(0));`;
  const child = spawn(process.execPath, ['--input-type=module', '-e', text], { stdio: ['ignore', 'pipe', 'ignore'] });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  ends.push(() => {
    child.kill('SIGTERM');
    return ended;
  });
  let printed = '';
  for await (const piece of child.stdout) {
    printed += String(piece);
    const line = /^\{.*\}$/m.exec(printed);
    if (line) return JSON.parse(line[0]) as { url: string; data: string };
  }
  await ended;
  throw new Error('the cluster did not start');
}
