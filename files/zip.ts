/** A ZIP on disk: its entries, and the bytes of each as they are unpacked. Nothing of it is written anywhere. */
import { fromFd, type Entry as ZipEntry, type ZipFile } from 'yauzl';
import { Fault } from '@/core/fault';
import { type Entry, type Files, checkCount } from '@/core/archive';
import { crc32 } from '@/core/crc';

const broken = (where: string): Fault =>
  new Fault(
    `“${where}” is no ZIP that can be opened: it is damaged, or something else. Choose the file that a study was taken away as.`,
    where,
  );

/** The file type that Unix writes into an entry; that of a link. */
const typeMask = 0o170000;
const linkType = 0o120000;

const isLink = ({ externalFileAttributes }: ZipEntry): boolean =>
  ((externalFileAttributes >>> 16) & typeMask) === linkType;

/** Opens the ZIP that a file descriptor leads to. The descriptor stays open, and is the caller's. A Fault where it is none. */
export async function zipFiles(fd: number, where: string): Promise<Files> {
  const zip = await new Promise<ZipFile>((resolve, reject) => {
    const options = { lazyEntries: true, autoClose: false, strictFileNames: true, decodeStrings: true };
    fromFd(fd, options, (error: Error | null, made) => (error ? reject(broken(where)) : resolve(made)));
  });
  checkCount(zip.entryCount, where);
  const byPath = new Map<string, ZipEntry>();
  const entries = await new Promise<Entry[]>((resolve, reject) => {
    const found: Entry[] = [];
    zip.on('error', (error: Error) =>
      reject(/fileName|relative|absolute/.test(error.message) ? climbing(where) : broken(where)),
    );
    zip.on('end', () => resolve(found));
    zip.on('entry', (entry: ZipEntry) => {
      const path = entry.fileName;
      if (!path.endsWith('/')) {
        found.push({ path, size: entry.uncompressedSize, packed: entry.compressedSize, link: isLink(entry) });
        byPath.set(path, entry);
      }
      zip.readEntry();
    });
    zip.readEntry();
  });
  return { entries, pieces: (path) => unpacked(zip, byPath.get(path), path) };
}

const climbing = (where: string): Fault => new Fault(`“${where}” was not opened: a path in it leads out of it.`, where);

async function* unpacked(zip: ZipFile, entry: ZipEntry | undefined, path: string): AsyncGenerator<Uint8Array> {
  const damaged = (): Fault =>
    new Fault(`${path} cannot be unpacked: it is damaged or locked. Take the archive away again.`, path);
  if (!entry) throw damaged();
  const stream = await new Promise<NodeJS.ReadableStream>((resolve, reject) => {
    zip.openReadStream(entry, (error: Error | null, made) => (error ? reject(damaged()) : resolve(made)));
  });
  let sum = 0;
  const pieces = stream[Symbol.asyncIterator]() as AsyncIterator<Uint8Array>;
  try {
    for (;;) {
      const piece = await pieces.next().catch(() => {
        throw damaged();
      });
      if (piece.done) break;
      sum = crc32(piece.value, sum);
      yield piece.value;
    }
    if (sum !== entry.crc32) throw damaged();
  } finally {
    await pieces.return?.();
  }
}
