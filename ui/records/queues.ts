'use client';
/** The queues of edits of this page, one for each table; they go on when the table is not shown. */
import { author } from '@/ui/kit/author';
import { EditQueue } from './edit-queue';
import { keepingFor, tablesWithKept } from './kept-edits';

const queues = new Map<string, EditQueue>();
const tab = typeof crypto === 'undefined' ? '' : crypto.randomUUID();
const storage = (): Storage => localStorage;

export function queueFor(study: string, table: string, version: number): EditQueue {
  const name = `${study} ${table}`;
  let queue = queues.get(name);
  if (!queue) {
    queue = new EditQueue(
      {
        address: `/api/studies/${study}/tables/${encodeURIComponent(table)}/edits`,
        author: author(),
        keeping: keepingFor(study, table, tab, storage),
        send: (...asked) => fetch(...asked),
        pause: (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds)),
        token: () => crypto.randomUUID(),
      },
      version,
    );
    queues.set(name, queue);
  }
  return queue;
}

/** Sends what waits in this browser from before, also of tables that are not shown. */
export function sendKept(study: string, tables: readonly { key: string; version: number }[]): void {
  const kept = tablesWithKept(study, storage);
  for (const { key, version } of tables) if (kept.includes(key)) queueFor(study, key, version);
}
