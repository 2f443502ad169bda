/** Bodies of requests: bounded in size whether or not they say how long they are, and given up where nothing comes any more. */
import { type FileHandle, open, unlink } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { Fault } from '@/core/fault';

export type Body = AsyncIterable<Uint8Array>;

/** Milliseconds without a byte after which a body is given up. */
const patience = 30_000;

/** The pieces of a body; a Fault at the first beyond `most` bytes, saying `tooLarge`, or where none comes for too long. */
export async function* bounded(
  body: Body,
  most: number,
  tooLarge: string,
  wait = patience,
): AsyncGenerator<Uint8Array> {
  const pieces = body[Symbol.asyncIterator]();
  let size = 0;
  let ended = false;
  try {
    for (;;) {
      const piece = await within(pieces.next(), wait);
      if (piece.done) {
        ended = true;
        return;
      }
      size += piece.value.length;
      if (size > most) throw new Fault(tooLarge);
      yield piece.value;
    }
  } finally {
    // Not waited for: a sender that sends nothing would not answer this either.
    if (!ended) void pieces.return?.()?.catch(() => undefined);
  }
}

async function within<T>(work: Promise<T>, milliseconds: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(
      () => reject(new Fault('The data stopped coming, so nothing was stored. Try again.')),
      milliseconds,
    );
  });
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
  }
}

/** All of a body in memory. */
export async function whole(body: Body, most: number, tooLarge: string): Promise<Buffer> {
  const pieces: Uint8Array[] = [];
  for await (const piece of bounded(body, most, tooLarge)) pieces.push(piece);
  return Buffer.concat(pieces);
}

/** Work on a body that has come whole: it lies in a file meanwhile, so that nothing else waits for a slow sender. The file has no name and goes with its use. */
export async function setDown<T>(
  body: Body,
  most: number,
  tooLarge: string,
  work: (pieces: Body) => Promise<T>,
): Promise<T> {
  return laidDown(body, most, tooLarge, (file) => work(piecesOf(file)));
}

/** The same, for work that reads the file where it likes. */
export async function laidDown<T>(
  body: Body,
  most: number,
  tooLarge: string,
  work: (file: FileHandle) => Promise<T>,
): Promise<T> {
  const file = await namelessFile();
  try {
    for await (const piece of bounded(body, most, tooLarge)) await file.write(piece);
    return await work(file);
  } finally {
    await file.close();
  }
}

/** A file that has no name, and goes when it is closed. */
export async function namelessFile(): Promise<FileHandle> {
  const path = join(tmpdir(), `nunatak-${randomUUID()}`);
  const file = await open(path, 'wx+', 0o600);
  await unlink(path);
  return file;
}

/** The bytes of a file from its beginning on; it stays open. */
export const piecesOf = (file: FileHandle): Body =>
  file.createReadStream({ start: 0, autoClose: false, highWaterMark: 256 * 1024 });
