'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { usesOf } from '@/server/actions';
import type { TableUses, Use } from '@/server/tables/uses';
import { counted } from '@/ui/kit';

export interface KnownUses {
  /** As far as it is known. */
  now: TableUses | undefined;
  /** Once it is known; undefined where it cannot be had. */
  known: () => Promise<TableUses | undefined>;
}

/** What reads the table and its columns. */
export function useUses(study: string, table: { key: string; version: number }): KnownUses {
  const [uses, setUses] = useState<TableUses>();
  const asked = useRef<Promise<TableUses | undefined>>(Promise.resolve(undefined));
  useEffect(() => {
    let stale = false;
    setUses(undefined);
    asked.current = usesOf(study, table.key).then(
      (answer) => (answer.ok ? answer.value : undefined),
      () => undefined,
    );
    void asked.current.then((found) => !stale && setUses(found));
    return () => {
      stale = true;
    };
  }, [study, table.key, table.version]);
  return useMemo(() => ({ now: uses, known: () => asked.current }), [uses]);
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
