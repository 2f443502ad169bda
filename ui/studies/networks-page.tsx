'use client';
import { EllipsisVertical, Plus, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { deleteNetwork, restoreNetwork, suggestNetwork } from '@/server/actions';
import type { NetworkHead } from '@/server/networks';
import { Button, Menu, sizeInWords } from '@/ui/kit';
import { StudyPlaces, TopBar } from '@/ui/shell/top-bar';
import { Picture } from './picture';
import { changedWords } from './ago';

/** The networks of a study, as cards. */
export function NetworksPage({
  study,
  networks,
  tables,
}: {
  study: { id: string; name: string };
  networks: NetworkHead[];
  tables: number;
}) {
  const router = useRouter();
  const [making, setMaking] = useState(false);
  const create = async (): Promise<void> => {
    setMaking(true);
    const answer = await suggestNetwork(study.id);
    setMaking(false);
    if (answer.ok) router.push(`/studies/${study.id}/networks/${answer.value.id}`);
    else toast.error(answer.fault);
  };
  return (
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
          <Button look="main" className="h-8" onClick={create} disabled={tables === 0 || making}>
            <Plus size={15} aria-hidden /> {making ? 'Reading the tables …' : 'New network'}
          </Button>
        </div>
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
              'No network yet. “New network” makes a first one of the tables; every step of it can be changed.'
            )}
          </p>
        )}
        <ul className="mt-6 grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-4">
          {networks.map((one) => (
            <li
              key={one.id}
              className="relative rounded-lg border border-line bg-panel p-3 focus-within:border-quiet hover:border-quiet"
            >
              <Picture address={one.picture} name={one.name} />
              <div className="mt-2.5 flex items-start justify-between gap-2">
                <h2 className="min-w-0 font-serif text-[16px] leading-snug font-semibold break-words">
                  <Link
                    href={`/studies/${study.id}/networks/${one.id}`}
                    className="after:absolute after:inset-0 after:rounded-lg"
                  >
                    {one.name}
                  </Link>
                </h2>
                <span className="relative z-10">
                  <Menu
                    align="end"
                    trigger={
                      <button
                        type="button"
                        aria-label={`${one.name}: more`}
                        className="flex size-7 items-center justify-center rounded-md hover:bg-ground"
                      >
                        <EllipsisVertical size={15} aria-hidden />
                      </button>
                    }
                    entries={[
                      {
                        label: 'Delete',
                        danger: true,
                        icon: <Trash2 size={15} aria-hidden />,
                        onSelect: async () => {
                          const answer = await deleteNetwork(study.id, one.id);
                          if (!answer.ok) {
                            toast.error(answer.fault);
                            return;
                          }
                          router.refresh();
                          toast(`“${one.name}” deleted.`, {
                            duration: 10000,
                            action: {
                              label: 'Undo',
                              onClick: () => void restoreNetwork(study.id, one.id).then(() => router.refresh()),
                            },
                          });
                        },
                      },
                    ]}
                  />
                </span>
              </div>
              <p className="text-quiet">
                {one.nodes === null ? 'not run yet' : sizeInWords(one.nodes, one.edges ?? 0, one.groups)}
              </p>
              <p className="mt-1 text-sm text-quiet">{changedWords(one.changedAt)}</p>
            </li>
          ))}
        </ul>
      </main>
    </div>
  );
}
