'use client';
import { useEffect, useState } from 'react';
import { usesOf } from '@/server/actions';
import type { TableUses, Use } from '@/server/tables/uses';
import { counted } from '@/ui/kit';

/** What reads the table and its columns; undefined until it is known. */
export function useUses(study: string, table: { key: string; version: number }): TableUses | undefined {
  const [uses, setUses] = useState<TableUses>();
  useEffect(() => {
    let stale = false;
    setUses(undefined);
    void usesOf(study, table.key).then((answer) => !stale && answer.ok && setUses(answer.value));
    return () => {
      stale = true;
    };
  }, [study, table.key, table.version]);
  return uses;
}

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
