/** The archive or folder that a command names. */
import { closeSync, openSync, statSync } from 'node:fs';
import { Fault } from '@/core/fault';
import { type Files, checkEntries, rootOf, wholeFile } from '@/core/archive';
import { folderFiles, zipFiles } from '@/files';

/** Work on its files; a Fault where it is none, or was made to do harm. */
export async function withFiles<T>(path: string, work: (files: Files) => Promise<T>): Promise<T> {
  let folder: boolean;
  try {
    folder = statSync(path).isDirectory();
  } catch {
    throw new Fault(`There is no “${path}”. Give the folder or archive of a study or network.`);
  }
  if (folder) return work(checked(folderFiles(path), path));
  const fd = openSync(path, 'r');
  try {
    return await work(checked(await zipFiles(fd, path), path));
  } finally {
    closeSync(fd);
  }
}

function checked(files: Files, path: string): Files {
  checkEntries(files.entries, path);
  return files;
}

/** All files of the archive of one network, by their paths inside. */
export async function filesOfNetwork(files: Files, where: string): Promise<(path: string) => Uint8Array | undefined> {
  const root = rootOf(files.entries, 'network.json') ?? '';
  const read = new Map<string, Uint8Array>();
  for (const { path } of files.entries)
    if (path.startsWith(root) && /^(network\.json|(tables|names)\/[^/]+\.csv)$/.test(path.slice(root.length)))
      read.set(path.slice(root.length), await wholeFile(files, path, where));
  return (path) => read.get(path);
}
