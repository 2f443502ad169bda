/** Networks of their own for tests that change what they look at. */
import { execFileSync } from 'node:child_process';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';

/** The address of a network of so many nodes and ties, in a study of its own of the person of this machine. */
export function largeStudy(nodes: number, ties: number): string {
  const made = execFileSync(process.execPath, ['--import', 'tsx', 'e2e/large-study.ts', String(nodes), String(ties)], {
    encoding: 'utf8',
  });
  // What is logged on the way stands on lines of its own.
  return `${home}${made.split('\n').find((line) => line.startsWith('/')) ?? ''}`;
}
