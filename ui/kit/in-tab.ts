/** What the tab keeps of a page that goes, for the one that is loaded next in it. */

const mark = 'nunatak left ';
let over = false;

/** What is kept under a name; put there, or taken away, where something is given. */
export function inTab(name: string, value?: string | null): string | null {
  try {
    if (value === undefined) return sessionStorage.getItem(mark + name);
    if (value === null) sessionStorage.removeItem(mark + name);
    else if (!over) sessionStorage.setItem(mark + name, value);
  } catch {
    // Full, or forbidden: then the request alone has it.
  }
  return null;
}

/** Keeps nothing for the next page: it may be somebody else’s. */
export function forgetTab(): void {
  over = true;
  try {
    for (const key of Object.keys(sessionStorage)) if (key.startsWith(mark)) sessionStorage.removeItem(key);
  } catch {
    // Nothing was kept.
  }
}
