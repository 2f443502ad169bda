/** Edits that wait for an answer, kept in the browser for each tab, so that a reload or a crash loses none. */
import type { Keeping, Waiting } from './edit-queue';

const prefix = (study: string, table: string): string => `nunatak edits ${study} ${table} `;
/** Larger ones are not kept: leaving warns. */
const mostKept = 1_500_000;

type Storage = Pick<globalThis.Storage, 'length' | 'key' | 'getItem' | 'setItem' | 'removeItem'>;

const keysOf = (storage: Storage, begins: string): string[] =>
  Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? '').filter((key) => key.startsWith(begins));

/**
 * What waits is written under the tab's own key. What other tabs left, or still have, is taken over: a change that is sent twice is done once.
 */
export function keepingFor(study: string, table: string, tab: string, storage: () => Storage): Keeping {
  const own = prefix(study, table) + tab;
  let adopted: string[] = [];
  return {
    read() {
      try {
        const found = new Map<string, Waiting>();
        adopted = keysOf(storage(), prefix(study, table));
        for (const key of adopted.sort()) {
          const kept = JSON.parse(storage().getItem(key) ?? '[]') as Waiting[];
          for (const one of kept)
            if (typeof one.token === 'string' && typeof one.base === 'number') found.set(one.token, one);
        }
        return [...found.values()];
      } catch {
        return [];
      }
    },
    write(waiting) {
      try {
        if (!waiting.length) {
          for (const key of [own, ...adopted]) storage().removeItem(key);
          adopted = [];
          return true;
        }
        let size = 0;
        for (const { change } of waiting) size += sizeOf(change);
        if (size > mostKept) return false;
        storage().setItem(own, JSON.stringify(waiting));
        return true;
      } catch {
        return false;
      }
    },
  };
}

/** About how many characters a change takes, without writing it. */
function sizeOf(change: Waiting['change']): number {
  if ('step' in change) return 50;
  const { edit } = change;
  if (edit.kind === 'cells') return edit.edits.reduce((sum, { text }) => sum + text.length + 40, 100);
  if (edit.kind === 'add rows')
    return edit.rows.reduce((sum, cells) => sum + cells.reduce((all, cell) => all + cell.length + 3, 2), 100);
  if (edit.kind === 'delete rows') return 8 * edit.rows.length;
  return 1000;
}

/** Tables of a study for which changes wait from before. */
export function tablesWithKept(study: string, storage: () => Storage): string[] {
  try {
    const begins = `nunatak edits ${study} `;
    return [...new Set(keysOf(storage(), begins).map((key) => key.slice(begins.length).split(' ')[0]))];
  } catch {
    return [];
  }
}
