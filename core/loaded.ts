/** Modules that are loaded where they are first needed. */

/** Loads once. Asking the loader again takes up to half a millisecond, which counts where thousands of networks are drawn. */
export function loaded<T>(load: () => Promise<T>): () => Promise<T> {
  let held: Promise<T> | undefined;
  return () => (held ??= load());
}
