import { AsyncLocalStorage } from 'node:async_hooks';
import type { FileHandle } from 'node:fs/promises';
import { piecesOf } from './body';

/**
 * Texts as the body of an answer: the next is made when the last was taken, and a reader who leaves ends the making. What makes them goes on as whoever
 * asked, also after the answer has begun.
 */
export function streamed(texts: AsyncGenerator<string, void>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  const asAsked = AsyncLocalStorage.snapshot();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const next = await asAsked(() => texts.next());
      if (next.done) controller.close();
      else controller.enqueue(encoder.encode(next.value));
    },
    async cancel() {
      await asAsked(() => texts.return(undefined));
    },
  });
}

/** Values as lines of JSON, the first of which was taken already. */
export async function* lines(first: IteratorResult<unknown>, rest: AsyncGenerator): AsyncGenerator<string, void> {
  try {
    for (let one = first; !one.done; one = await rest.next()) yield `${JSON.stringify(one.value)}\n`;
  } finally {
    await rest.return(undefined);
  }
}

/** The bytes of an open file as the body of an answer; it is closed at the end, or when the reader leaves. */
export function streamedFile(file: FileHandle): ReadableStream<Uint8Array> {
  const pieces = piecesOf(file)[Symbol.asyncIterator]();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const next = await pieces.next();
      if (!next.done) return controller.enqueue(new Uint8Array(next.value));
      controller.close();
      await file.close();
    },
    async cancel() {
      await pieces.return?.();
      await file.close();
    },
  });
}
