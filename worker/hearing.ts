/** Hears what threads tell of work on its way. */
import * as Comlink from 'comlink';

/**
 * Asks a thread for work, and hears of it until the answer is there. News goes by another way than the answer: what was told last may come after it, and
 * would leave a page saying for ever that work goes on.
 */
export async function hearing<N extends unknown[], A>(
  heard: (...news: N) => void,
  ask: (heard: (...news: N) => void) => Promise<A>,
): Promise<A> {
  let over = false;
  try {
    return await ask(
      Comlink.proxy((...news: N) => {
        if (!over) heard(...news);
      }),
    );
  } finally {
    over = true;
  }
}
