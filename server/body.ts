/** Bodies of requests: bounded in size whether or not they say how long they are, and given up where nothing comes any more. */
import { type FileHandle, open, unlink } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { Fault } from '@/core/fault';
import { currentPerson } from '@/server/people/person';

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

/** A body of JSON, parsed. @throws Fault where it is larger; SyntaxError where it is none */
export async function jsonOf(request: Request, most: number): Promise<unknown> {
  if (!request.body) throw new Fault('The request brings nothing. Try again.');
  const bytes = await whole(request.body as unknown as Body, most, 'This is too large to be sent at once.');
  return JSON.parse(bytes.toString('utf8'));
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
  const place = new Place(await sender());
  try {
    for await (const piece of bounded(body, most, tooLarge)) {
      place.take(piece.length);
      await file.write(piece);
    }
    return await work(file);
  } finally {
    place.free();
    await file.close();
  }
}

/** Bytes that one person's bodies may take up on this machine at once. */
const mostAtOnce = 4 * 1024 ** 3;
const taken = new Map<string, number>();

/** What one body takes up of its sender's share, until it is worked on to the end. */
export class Place {
  private held = 0;
  constructor(
    private readonly who: string,
    private readonly most = mostAtOnce,
  ) {}

  /** A Fault where the sender has no more. */
  take(bytes: number): void {
    const now = (taken.get(this.who) ?? 0) + bytes;
    if (now > this.most)
      throw new Fault('You are sending over 4 GB at once. Wait until the other files are there, and send this again.');
    this.held += bytes;
    taken.set(this.who, now);
  }

  free(): void {
    const left = (taken.get(this.who) ?? 0) - this.held;
    this.held = 0;
    if (left > 0) taken.set(this.who, left);
    else taken.delete(this.who);
  }
}

/** Who sends; outside of requests it is nobody. */
const sender = async (): Promise<string> => (await currentPerson().catch(() => undefined))?.id ?? '';

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
