/** The files of an archive or folder, and what is refused before any of them is read. */
import { joined } from '../bytes';
import { Fault, grouped } from '../fault';

export interface Entry {
  path: string;
  /** Bytes when unpacked, and as they lie there. */
  size: number;
  packed: number;
  /** It points somewhere else instead of holding something. */
  link?: boolean;
}

/** A zip or a folder that is open. */
export interface Files {
  entries: readonly Entry[];
  /** The bytes of a file, piece by piece; a Fault where they are not what was told of them. */
  pieces(path: string): AsyncIterable<Uint8Array>;
}

export const mostEntries = 20_000;
/** Bytes of all files together, and of one that is read whole. */
export const mostBytes = 4 * 1024 ** 3;
export const mostWhole = 512 * 1024 ** 2;
/** A file that grows by more than this, and to more than a hundredth of the most, was made to fill the disk. */
const mostGrowth = 400;

/** Paths that lead out of the archive, or are written to be taken for others. */
const climbs = (path: string): boolean =>
  path.startsWith('/') ||
  path.includes('\\') ||
  path.includes('\0') ||
  /^[A-Za-z]:/.test(path) ||
  path.split('/').some((part) => part === '..' || part === '.');

/** Refuses more files than any archive of a study has. */
export function checkCount(count: number, where: string): void {
  if (count > mostEntries)
    throw new Fault(
      `“${where}” was not opened: it has ${grouped(count)} files, and no archive of a study has more than ${grouped(mostEntries)}.`,
      where,
    );
}

/** Refuses, in a sentence, a list of entries that no archive of this application has. */
export function checkEntries(entries: readonly Entry[], where: string): void {
  const refuse = (why: string): never => {
    throw new Fault(`“${where}” was not opened: ${why}.`, where);
  };
  checkCount(entries.length, where);
  const seen = new Set<string>();
  let sum = 0;
  for (const { path, size, packed, link } of entries) {
    const shown = path.slice(0, 80);
    if (climbs(path)) refuse(`the path “${shown}” leads out of it`);
    if (link) refuse(`“${shown}” is a link, and an archive of a study has none`);
    if (seen.has(path)) refuse(`it has two files called “${shown}”`);
    seen.add(path);
    if (size > mostBytes / 100 && size > mostGrowth * packed)
      refuse(`“${shown}” would grow to ${grouped(size)} bytes out of ${grouped(packed)}`);
    sum += size;
    if (sum > mostBytes) refuse(`it would grow to more than ${grouped(mostBytes)} bytes`);
  }
}

/** The folder that `study.json` (or another file by which an archive is known) lies in: some programs put everything into one. */
export function rootOf(entries: readonly Entry[], known: string): string | undefined {
  if (entries.some(({ path }) => path === known)) return '';
  const inside = entries.filter(({ path }) => path.split('/').length === 2 && path.endsWith(`/${known}`));
  return inside.length === 1 ? inside[0].path.slice(0, -known.length) : undefined;
}

/** All of a file. */
export async function wholeFile(files: Files, path: string, where: string): Promise<Uint8Array> {
  const entry = files.entries.find((one) => one.path === path);
  if (!entry) throw new Fault(`“${where}” has no ${path}, which it names. Take the archive away again.`, path);
  if (entry.size > mostWhole)
    throw new Fault(`${path} in “${where}” is too large: ${grouped(entry.size)} bytes.`, path);
  const parts: Uint8Array[] = [];
  for await (const piece of files.pieces(path)) parts.push(piece);
  return joined(parts);
}
