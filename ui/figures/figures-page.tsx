'use client';
import { Plus } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useFresh } from '@/ui/together/use-changes';
import { counted } from '@/core/fault';
import { deleteFigure, makeFigure, restoreFigure } from '@/server/actions';
import type { FigureHead } from '@/server/figures';
import { Button, Menu } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { ForEditors, Rights } from '@/ui/kit/rights';
import { TopBar } from '@/ui/kit/top-bar';
import { StudyPlaces } from '@/ui/together/study-places';
import { changedWords } from '@/ui/studies/ago';
import type { Role } from '@/server/db';
import { Card, deleteEntry, filingEntry } from '@/ui/studies/card';
import { InFolders } from '@/ui/studies/in-folders';

/** The figures of a study, as cards. */
export function FiguresPage({
  study,
  figures,
  networks,
}: {
  study: { id: string; name: string; role?: Role };
  figures: FigureHead[];
  networks: { id: string; name: string }[];
}) {
  const router = useRouter();
  useFresh();
  const make = async (network: { id: string; name: string }): Promise<void> => {
    const answer = await makeFigure(study.id, network.id);
    if (answer.ok) router.push(`/studies/${study.id}/figures/${answer.value.id}`);
    else toast.error(answer.fault);
  };
  const edits = study.role !== 'reader';
  return (
    <Rights role={study.role}>
      <div className="flex min-h-dvh flex-col">
        <TopBar>
          <StudyPlaces study={study} here="figures" />
        </TopBar>
        <main className="mx-auto w-full max-w-5xl px-8 py-8">
          <div className="flex items-end justify-between">
            <div>
              <h1 className="font-serif text-2xl font-semibold">Figures</h1>
              <p className="text-quiet">Pages to be printed: maps with their legend, caption and how they were made.</p>
            </div>
            <ForEditors>
              <Menu
                align="end"
                trigger={
                  <Button look="main" className="h-8" disabled={networks.length === 0}>
                    <Plus size={15} aria-hidden /> New figure
                  </Button>
                }
                entries={networks.map((network) => ({
                  label: `of “${network.name}”`,
                  onSelect: () => void make(network),
                }))}
              />
            </ForEditors>
          </div>
          {figures.length === 0 && (
            <p className="mt-10 rounded-lg border border-dashed border-line p-8 text-center text-quiet">
              {networks.length === 0 ? (
                <>
                  No figure yet, and no network to make one of.{' '}
                  <Link href={`/studies/${study.id}/networks`} className="font-semibold text-accent underline">
                    Make a network first
                  </Link>
                  .
                </>
              ) : (
                'No figure yet. “New figure” puts a network on a page, with its legend and how it was made.'
              )}
            </p>
          )}
          <InFolders
            study={study.id}
            what="figure"
            things={figures}
            onRenamed={edits ? () => router.refresh() : undefined}
            card={(one) => (
              <Card
                key={one.id}
                name={one.name}
                href={`/studies/${study.id}/figures/${one.id}`}
                picture={{ address: one.picture, name: one.name }}
                seen={one.seen}
                entries={
                  !edits
                    ? []
                    : [
                        filingEntry(study.id, { kind: 'figure', id: one.id }, () => router.refresh()),
                        deleteEntry(one.name, {
                          remove: () => deleteFigure(study.id, one.id),
                          restore: () => restoreFigure(study.id, one.id),
                          gone: () => router.refresh(),
                          back: () => router.refresh(),
                        }),
                      ]
                }
              >
                <p className="text-quiet">{sizeWords(one.size)}</p>
                <p className="mt-1 text-sm text-quiet">{changedWords(one.changedAt)}</p>
              </Card>
            )}
          />
        </main>
      </div>
    </Rights>
  );
}

const sizeWords = (size: FigureHead['size']): string =>
  size
    ? `${size.width} × ${size.height} mm, ${counted(size.maps, 'map')}${size.held ? ', held' : ''}`
    : 'cannot be read';
