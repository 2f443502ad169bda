/** Packs files one after the other as a ZIP: the same files give the same bytes. */
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { Fault } from '../fault';
import { mostBytes, mostEntries } from './files';
import type { ArchiveFile } from './write';

/** Bytes that are packed in one go. */
const step = 1 << 16;

/** Hands the bytes on as they are made, and waits for them to be taken. */
export async function packed(
  files: Iterable<ArchiveFile>,
  take: (bytes: Uint8Array) => Promise<void> | void,
): Promise<void> {
  const made: Uint8Array[] = [];
  let failed: Error | undefined;
  const zip = new Zip((error, bytes) => {
    if (error) failed = error;
    else made.push(bytes);
  });
  const flush = async (): Promise<void> => {
    if (failed) throw failed;
    for (let bytes = made.shift(); bytes; bytes = made.shift()) await take(bytes);
  };
  const encoder = new TextEncoder();
  let [count, sum] = [0, 0];
  const grown = (by: number): void => {
    sum += by;
    if (count > mostEntries || sum > mostBytes)
      throw new Fault('The study is too large for one archive. Take its networks away one by one.');
  };
  for (const { path, pieces } of files) {
    // What is packed already gains nothing.
    const file = /\.(png|gz)$/.test(path) ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 2 });
    // A fixed date: equal data give equal bytes.
    file.mtime = '1980-01-02T00:00:00';
    zip.add(file);
    count++;
    for await (const piece of pieces) {
      const bytes = typeof piece === 'string' ? encoder.encode(piece) : piece;
      grown(bytes.length);
      for (let at = 0; at < bytes.length; at += step) {
        file.push(bytes.subarray(at, at + step), false);
        await flush();
      }
    }
    file.push(new Uint8Array(0), true);
    await flush();
  }
  zip.end();
  await flush();
}
