/** Streams of server-sent events that end with whoever reads them, and with their process. */

const shared = globalThis as { nunatakStreams?: Set<() => void> };

/** The ends of the streams that are open. A process that is asked to stop ends them, as it waits for what it still answers. */
function streams(): Set<() => void> {
  if (!shared.nunatakStreams) {
    shared.nunatakStreams = new Set();
    if (process.env.NEXT_RUNTIME) for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, endStreams);
  }
  return shared.nunatakStreams;
}

/** Ends every stream of this process; the pages ask anew, of another process or of the next. */
export const endStreams = (): void => streams().forEach((end) => end());

type Send = (event: string, value: unknown) => void;

/** A stream: `begin` gets the way to send an event and the way to end it, and returns what is done once at its end. */
export function eventStream(begin: (send: Send, end: () => void) => () => void): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let end = (): void => undefined;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      let over = false;
      const done: { after?: () => void } = {};
      const send: Send = (event, value) => {
        if (!over) controller.enqueue(encoder.encode(`event: ${event}\ndata: ${JSON.stringify(value)}\n\n`));
      };
      end = () => {
        if (over) return;
        over = true;
        streams().delete(end);
        done.after?.();
        try {
          controller.close();
        } catch {
          // The page has closed it already.
        }
      };
      streams().add(end);
      done.after = begin(send, () => end());
      // It may have ended while it began.
      if (over as boolean) done.after();
    },
    cancel() {
      end();
    },
  });
}

/** The answer that carries a stream: not to be kept, packed or held back on the way. */
export const streamed = (events: ReadableStream<Uint8Array>): Response =>
  new Response(events, {
    headers: {
      'Content-Type': 'text/event-stream; charset=utf-8',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    },
  });
