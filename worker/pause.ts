/** How long work goes on before the thread is handed back. */

/** The thread is handed back at least this often, in milliseconds. */
export const slice = 12;

export const pause = (ms = 0): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Hands the thread back now and then. */
export const pausing = (): (() => Promise<void> | void) => {
  let yielded = performance.now();
  return () => {
    if (performance.now() - yielded < slice) return undefined;
    return pause().then(() => {
      yielded = performance.now();
    });
  };
};
