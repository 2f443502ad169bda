/** The version of the core that a process computes with: what another one computed may differ, and is not taken for its own. */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

let known: string | undefined;

/** A digest of the sources of the core and of the versions of its packages. */
export function engine(root = process.cwd()): string {
  return (known ??= engineOf(root));
}

/** Read anew. */
export function engineOf(root: string): string {
  const hash = createHash('sha256');
  const visit = (folder: string): void => {
    for (const entry of readdirSync(join(root, folder), { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const path = `${folder}/${entry.name}`;
      if (entry.isDirectory()) visit(path);
      else if (/\.ts$/.test(path) && !/\.test\.ts$/.test(path))
        hash.update(path).update(readFileSync(join(root, path)));
    }
  };
  visit('core');
  hash.update(readFileSync(join(root, 'package-lock.json')));
  return hash.digest('hex').slice(0, 16);
}
