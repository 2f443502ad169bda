'use client';
import { usesOf } from '@/server/actions';
import type { TableUses, Use } from '@/server/tables/uses';
import { counted } from '@/ui/kit';
import { type ToldOf, useTold } from '@/ui/kit/server-state';

/** What reads the table and its columns. */
export const useUses = (study: string, table: { key: string; version: number }): ToldOf<TableUses> =>
  useTold(['uses', study, table.key, table.version], () => usesOf(study, table.key));

/** Who reads it, in a sentence; empty where nobody does. What could not be learned is said too: it may be read. */
export function readerWords(use: Use | undefined, what: string): string {
  if (!use) return `Whether something reads ${what} could not be learned from the server.`;
  const { networks, lists } = use;
  const parts: string[] = [];
  if (networks.length) {
    const [first] = networks;
    const one = `“${first.name}” (${first.steps.join(', ')})`;
    parts.push(networks.length > 1 ? `${one} and ${counted(networks.length - 1, 'other network')}` : one);
  }
  if (lists.length)
    parts.push(lists.length > 1 ? `${counted(lists.length, 'list')} of names` : `the names “${lists[0]}”`);
  if (!parts.length) return '';
  return `${what} is read by ${parts.join(' and ')}.`;
}

/** Who reads the column at a position. */
export const columnReaders = (uses: TableUses | undefined, column: number, what: string): string =>
  uses && column >= uses.columns.length ? '' : readerWords(uses?.columns[column], what);
