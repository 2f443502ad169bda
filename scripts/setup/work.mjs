/** The program that takes runs and reads feeds, with those of its threads, as plain JavaScript: it starts in a fraction of the time that its sources take. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';

/** By the name they are started by: threads are looked for beside the program, as beside its sources. */
const entries = {
  process: 'server/runs/process.ts',
  'lead.start': 'server/runs/lead.thread.ts',
  'crew.start': 'threads/crew.worker.ts',
};

/** Makes it of the sources as they are, and returns the path of the program. What others have started stays as it is: each state of the sources has a folder. */
export async function workProgram(root) {
  // Not above: scripts read this file before anything is installed.
  const { build } = await import('esbuild');
  const { outputFiles } = await build({
    ...{ absWorkingDir: root, tsconfig: join(root, 'tsconfig.json'), entryPoints: entries, outdir: join(root, 'made') },
    ...{ bundle: true, splitting: true, packages: 'external', write: false, legalComments: 'none' },
    ...{ platform: 'node', target: 'node20', format: 'esm', outExtension: { '.js': '.mjs' } },
  });
  const hash = createHash('sha256');
  for (const { path, contents } of outputFiles) hash.update(basename(path)).update(contents);
  const all = join(root, 'node_modules', '.cache', 'work');
  const folder = join(all, hash.digest('hex').slice(0, 16));
  if (!existsSync(folder)) {
    mkdirSync(all, { recursive: true });
    const making = mkdtempSync(join(all, 'making-'));
    for (const { path, contents } of outputFiles) writeFileSync(join(making, basename(path)), contents);
    try {
      renameSync(making, folder);
    } catch (error) {
      // Another start was first.
      rmSync(making, { recursive: true, force: true });
      if (!existsSync(folder)) throw error;
    }
  }
  return join(folder, 'process.mjs');
}
