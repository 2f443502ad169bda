'use client';
import { Plus } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useFresh } from '@/ui/together/use-changes';
import { useState } from 'react';
import { toast } from '@/ui/kit/toast';
import { deleteNetwork, restoreNetwork, suggestNetwork } from '@/server/actions';
import type { NetworkHead } from '@/server/networks';
import { Button, sizeInWords } from '@/ui/kit';
import { ForEditors, Rights } from '@/ui/kit/rights';
import { TopBar } from '@/ui/kit/top-bar';
import { StudyPlaces } from '@/ui/together/study-places';
import type { Role } from '@/server/db';
import { Card, deleteEntry, filingEntry } from './card';
import { InFolders } from './in-folders';
import { NewNetwork } from './new-network';
import { changedWords } from './ago';

/** The networks of a study, as cards. */
export function NetworksPage({
  study,
  networks,
  tables,
  asked,
}: {
  study: { id: string; name: string; role?: Role };
  networks: NetworkHead[];
  tables: number;
  /** The table that a network is to be made of; empty: of any. */
  asked?: string;
}) {
  const router = useRouter();
  useFresh();
  const [making, setMaking] = useState(false);
  const [asking, setAsking] = useState(asked !== undefined);
  const create = async (ties?: object): Promise<void> => {
    setMaking(true);
    const answer = await suggestNetwork(study.id, ties);
    setMaking(false);
    if (answer.ok) router.push(`/studies/${study.id}/networks/${answer.value.id}`);
    else toast.error(answer.fault);
  };
  const edits = study.role !== 'reader';
  return (
    <Rights role={study.role}>
      <div className="flex min-h-dvh flex-col">
        <TopBar>
          <StudyPlaces study={study} here="networks" />
        </TopBar>
        <main className="mx-auto w-full max-w-5xl px-8 py-8">
          <div className="flex items-end justify-between">
            <div>
              <h1 className="font-serif text-2xl font-semibold">Networks</h1>
              <p className="text-quiet">What the records hold, seen as nodes and ties.</p>
            </div>
            <ForEditors>
              <Button look="main" className="h-8" onClick={() => setAsking(true)} disabled={tables === 0 || making}>
                <Plus size={15} aria-hidden /> {making ? 'Reading the tables …' : 'New network'}
              </Button>
            </ForEditors>
          </div>
          {asking && edits && tables > 0 && (
            <NewNetwork
              study={study.id}
              table={asked || undefined}
              onChoose={(ties) => {
                setAsking(false);
                void create(ties);
              }}
              onClose={() => setAsking(false)}
            />
          )}
          {networks.length === 0 && (
            <p className="mt-10 rounded-lg border border-dashed border-line p-8 text-center text-quiet">
              {tables === 0 ? (
                <>
                  No network yet, and no records to make one of.{' '}
                  <Link href={`/studies/${study.id}/records`} className="font-semibold text-accent underline">
                    Bring in tables first
                  </Link>
                  .
                </>
              ) : (
                'No network yet. “New network” asks what you want to know of the tables; every step of what it makes can be changed.'
              )}
            </p>
          )}
          <InFolders
            study={study.id}
            what="network"
            things={networks}
            onRenamed={edits ? () => router.refresh() : undefined}
            card={(one) => (
              <Card
                key={one.id}
                name={one.name}
                href={`/studies/${study.id}/networks/${one.id}`}
                picture={{ address: one.picture, name: one.name }}
                seen={one.seen}
                entries={
                  !edits
                    ? []
                    : [
                        filingEntry(study.id, { kind: 'network', id: one.id }, () => router.refresh()),
                        deleteEntry(one.name, {
                          remove: () => deleteNetwork(study.id, one.id),
                          restore: () => restoreNetwork(study.id, one.id),
                          gone: () => router.refresh(),
                          back: () => router.refresh(),
                        }),
                      ]
                }
              >
                <p className="text-quiet">
                  {one.nodes === null ? 'not run yet' : sizeInWords(one.nodes, one.edges ?? 0, one.groups)}
                </p>
                <p className="mt-1 text-sm text-quiet">{changedWords(one.changedAt)}</p>
              </Card>
            )}
          />
        </main>
      </div>
    </Rights>
  );
}
