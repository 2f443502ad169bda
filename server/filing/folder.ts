/** Folders: a name, or two where one lies in another. */
import { Fault } from '@/core/fault';

/** A folder's path as it is kept: blanks put right, `outer/inner` at most; empty for none. */
export function folderOf(written: string): string {
  const parts = written
    .replace(/[\p{Cc}\p{Cs}]/gu, ' ')
    .split('/')
    .map((part) => part.trim().replace(/\s+/g, ' '))
    .filter((part) => part !== '');
  if (parts.length > 2) throw new Fault('A folder lies in one other at most: write it as “outer/inner”.', 'folder');
  if (parts.some((part) => part.length > 100))
    throw new Fault('The name of a folder has 100 characters at most. Shorten it.', 'folder');
  return parts.join('/');
}
