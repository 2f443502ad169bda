'use client';
import { Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { NetworkUse } from '@/server/networks/uses';
import type { Role } from '@/server/db';
import type { TableHead } from '@/server/tables';
import { IconButton } from '@/ui/kit';
import { savedWords } from '@/ui/kit/saved-words';
import { ServerState } from '@/ui/kit/server-state';
import { Rights } from '@/ui/kit/rights';
import { TopBar } from '@/ui/kit/top-bar';
import { StudyPlaces } from '@/ui/together/study-places';
import { Changes } from './changes';
import { Lists } from './lists';
import { Suggested } from './suggested';
import { type OpenList, useNames } from './use-names';
import { Values } from './values';

/** Spellings joined before anything is counted. */
export function NamesPage({
  study,
  tables,
  lists,
  uses,
  first,
}: {
  study: { id: string; name: string; role?: Role };
  tables: TableHead[];
  lists: readonly OpenList[];
  uses: readonly NetworkUse[];
  /** The id of the list that is open at first. */
  first?: unknown;
}) {
  const names = useNames(study.id, tables, lists, first);
  const [threshold, setThreshold] = useState(3);
  const { step } = names;
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      if (event.target instanceof HTMLInputElement && event.target.type !== 'checkbox') return;
      event.preventDefault();
      step(event.shiftKey ? 'redo' : 'undo');
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [step]);
  return (
    <Rights role={study.role}>
      <div className="flex h-dvh flex-col overflow-hidden">
        <TopBar>
          <StudyPlaces study={study} here="names" />
          <IconButton name="Undo" keys="Ctrl Z" disabled={!names.list} onClick={() => step('undo')}>
            <Undo2 size={16} aria-hidden />
          </IconButton>
          <IconButton name="Redo" keys="Shift Ctrl Z" disabled={!names.list} onClick={() => step('redo')}>
            <Redo2 size={16} aria-hidden />
          </IconButton>
          <span className={names.away ? 'text-danger' : 'min-w-14 text-quiet'} role="status">
            {savedWords({ waiting: names.saving, away: names.away })}
          </span>
        </TopBar>
        <div className="flex min-h-0 grow">
          <Lists study={study.id} tables={tables} names={names} />
          {names.list ? (
            <>
              <Values key={names.list.id} names={names} />
              <Suggested names={names} threshold={threshold} />
              <ServerState>
                <Changes
                  study={study.id}
                  names={names}
                  threshold={threshold}
                  onThreshold={setThreshold}
                  uses={uses}
                  onBack={study.role === 'reader' ? undefined : () => void names.reload()}
                />
              </ServerState>
            </>
          ) : (
            <div className="m-auto max-w-sm p-8 text-center">
              <h2 className="font-serif text-lg font-semibold">No lists yet</h2>
              <p className="mt-1 text-quiet">
                {tables.length ? (
                  'Make a list of the columns that hold the same kind of thing: senders and receivers, say, with the names in the list of people.'
                ) : (
                  <>
                    Bring tables in on the{' '}
                    <Link href={`/studies/${study.id}/records`} className="underline">
                      Records
                    </Link>{' '}
                    page first.
                  </>
                )}
              </p>
            </div>
          )}
        </div>
      </div>
    </Rights>
  );
}
