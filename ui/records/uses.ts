'use client';
import { usesOf } from '@/server/actions';
import type { TableUses, Use } from '@/server/tables/uses';
import { counted } from '@/ui/kit';
import { type ToldOf, useTold } from '@/ui/kit/server-state';

/** What reads the table and its columns. */
export const useUses = (study: string, table: { key: string; version: number }): ToldOf<TableUses> =>
  useTold(['uses', study, table.key, table.version], () => usesOf(study, table.key));

/** Who reads it, in a sentence; empty where nobody does. */
export function readerWords({ networks, lists }: Use, what: string): string {
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
