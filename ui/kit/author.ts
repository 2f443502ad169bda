/** Whose changes these are: an id of this browser's, until people have names. */
let own: string | undefined;
const key = 'nunatak author';

export function author(): string {
  if (own) return own;
  try {
    own = localStorage.getItem(key) ?? undefined;
    if (!own || !/^[0-9a-f-]{36}$/.test(own)) {
      own = crypto.randomUUID();
      localStorage.setItem(key, own);
    }
  } catch {
    // A browser that keeps nothing has an id for as long as the page stands.
    own ??= crypto.randomUUID();
  }
  return own;
}
