/** Modules that are loaded where they are first needed. */

/** Loads once, and again where that failed. Asking the loader again takes up to half a millisecond, which counts where thousands of networks are drawn. */
export function loaded<T>(load: () => Promise<T>): () => Promise<T> {
  let held: Promise<T> | undefined;
  return () =>
    (held ??= load().catch((error: unknown) => {
      held = undefined;
      throw error;
    }));
}
