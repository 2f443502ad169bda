/** A folder on disk, as the files of an unpacked archive. */
import { createReadStream, lstatSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { type Entry, type Files, checkCount } from '@/core/archive';

/** All files below the folder. Links are told as such and not followed. */
export function folderFiles(folder: string): Files {
  const entries: Entry[] = [];
  const visit = (inside: string): void => {
    for (const name of readdirSync(join(folder, inside)).sort()) {
      const path = inside === '' ? name : `${inside}/${name}`;
      const found = lstatSync(join(folder, path));
      if (found.isDirectory()) visit(path);
      else entries.push({ path, size: found.size, packed: found.size, link: found.isSymbolicLink() });
      checkCount(entries.length, folder);
    }
  };
  visit('');
  return { entries, pieces: (path) => createReadStream(join(folder, path)) as AsyncIterable<Uint8Array> };
}
