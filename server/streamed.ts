/** Texts as the body of an answer: the next is made when the last was taken, and a reader who leaves ends the making. */
export function streamed(texts: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await texts.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await texts.return(undefined);
    },
  });
}
