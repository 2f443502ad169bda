'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { newsCome } from '@/ui/together/bus';
import { useChanges } from '@/ui/together/use-changes';

/** Milliseconds between two looks at what others did, where that is not told by itself. */
const every = 15_000;

/** Versions of what a study holds, by key. */
export interface Versions {
  tables: Record<string, number>;
  names: Record<string, number>;
}

/** Whether a study holds something in another version than a page shows; tables that are ahead of the server are this page's own work. */
export function isNews(
  now: Versions,
  tables: readonly { key: string; version: number }[],
  names: readonly { id?: string; version: number }[],
): boolean {
  const shown = new Map(tables.map(({ key, version }) => [key, version]));
  const lists = new Map(names.map(({ id = '', version }) => [id, version]));
  const differs = (found: Record<string, number>, held: Map<string, number>): boolean =>
    Object.keys(found).length !== held.size ||
    Object.entries(found).some(([key, version]) => (held.get(key) ?? -1) < version);
  return differs(now.tables, shown) || differs(now.names, lists);
}

/**
 * Loads the page anew when others changed what it shows. A page that is not looked at asks nothing; one that is still saving looks when it has been saved,
 * since the server is ahead of it until then.
 */
export function useNews(
  study: string,
  tables: readonly { key: string; version: number }[],
  names: readonly { id?: string; version: number }[],
  saving: boolean,
): void {
  const router = useRouter();
  const look = useRef((): void => undefined);
  const refresh = useRef((): void => undefined);
  const later = useRef(false);
  useEffect(() => {
    look.current = () => {
      later.current = saving;
      if (saving) return;
      void fetch(`/api/studies/${study}/versions`, { cache: 'no-store' }).then(
        async (answer) => {
          // What began to be saved meanwhile is looked at afterwards.
          if (answer.ok && isNews((await answer.json()) as Versions, tables, names)) refresh.current();
        },
        () => undefined,
      );
    };
    refresh.current = () => {
      later.current = saving;
      if (!saving) router.refresh();
    };
    if (later.current && !saving) look.current();
    const timer = setInterval(() => {
      if (document.visibilityState !== 'hidden' && !newsCome()) look.current();
    }, every);
    return () => clearInterval(timer);
  }, [study, tables, names, saving, router]);
  useChanges((changes) => {
    if (changes.some(({ thing }) => thing === null)) look.current();
  });
}
