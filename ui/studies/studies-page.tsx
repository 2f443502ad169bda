'use client';
import { Download, Pencil, Plus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from '@/ui/kit/toast';
import { createStudy, deleteStudy, renameStudy, restoreStudy } from '@/server/actions';
import type { StudyCard } from '@/server/studies';
import { Button, TextField, counted, sizeInWords } from '@/ui/kit';
import { TopBar } from '@/ui/kit/top-bar';
import { useHouse } from '@/ui/kit/who';
import { takeStudy, useArchives } from './archives';
import { Card, deleteEntry } from './card';
import { changedWords } from './ago';

/** All studies, as cards with a picture of what is in them. */
export function StudiesPage({ studies }: { studies: StudyCard[] }) {
  const router = useRouter();
  const [naming, setNaming] = useState(false);
  const { who, accounts } = useHouse();
  const { button, told, drop } = useArchives();
  const create = async (name: string): Promise<void> => {
    const answer = await createStudy(name);
    if (answer.ok) router.push(`/studies/${answer.value.id}/records`);
    else toast.error(answer.fault);
  };
  return (
    <div
      className="flex min-h-dvh flex-col"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        drop([...event.dataTransfer.files]);
      }}
    >
      <TopBar>
        <span className="grow" />
      </TopBar>
      <main className="mx-auto w-full max-w-5xl px-8 py-8">
        <div className="flex items-end justify-between">
          <div>
            <h1 className="font-serif text-2xl font-semibold">Studies</h1>
            <p className="text-quiet">Tables, names and networks of one piece of research.</p>
            {who && !accounts && (
              <p className="text-sm text-quiet">
                You work as {who.name}. Only this machine reaches this server, so nobody signs in.
              </p>
            )}
          </div>
          {naming ? (
            <form
              className="flex gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                const name = new FormData(event.currentTarget).get('name');
                void create(typeof name === 'string' ? name : '');
              }}
            >
              <input
                name="name"
                aria-label="Name of the new study"
                placeholder="What is it about?"
                autoFocus
                className="h-8 w-64 rounded-md border border-line bg-panel px-2.5"
                onKeyDown={(event) => event.key === 'Escape' && setNaming(false)}
              />
              <Button type="submit" look="main" className="h-8">
                Create
              </Button>
            </form>
          ) : (
            <div className="flex gap-2">
              {button}
              <Button look="main" className="h-8" onClick={() => setNaming(true)}>
                <Plus size={15} aria-hidden /> New study
              </Button>
            </div>
          )}
        </div>
        {told}
        {studies.length === 0 && (
          <p className="mt-10 rounded-lg border border-dashed border-line p-8 text-center text-quiet">
            No study yet. Create one and drop your files into it; open the archive of one; or start with{' '}
            <code>npm run demo</code>, which brings one along.
          </p>
        )}
        <ul className="mt-6 grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-4">
          {studies.map((study) => (
            <StudyCardOf key={study.id} study={study} />
          ))}
        </ul>
      </main>
    </div>
  );
}

function StudyCardOf({ study }: { study: StudyCard }) {
  const router = useRouter();
  const [renaming, setRenaming] = useState(false);
  const [first] = study.networks;
  const refresh = (): void => router.refresh();
  const rename = async (name: string): Promise<void> => {
    setRenaming(false);
    const answer = await renameStudy(study.id, name);
    if (!answer.ok) toast.error(answer.fault);
    refresh();
  };
  return (
    <Card
      name={study.name}
      href={`/studies/${study.id}/${study.networks.length ? 'networks' : 'records'}`}
      picture={{
        address: study.networks.find(({ picture }) => picture)?.picture ?? null,
        name: first?.name ?? study.name,
      }}
      naming={
        renaming ? (
          <div className="relative z-10 grow" ref={(node) => node?.querySelector('input')?.select()}>
            <TextField label="Name of the study" compact value={study.name} onCommit={(name) => void rename(name)} />
          </div>
        ) : undefined
      }
      entries={[
        ...(study.role === 'reader'
          ? []
          : [
              {
                label: 'Rename',
                icon: <Pencil size={15} aria-hidden />,
                onSelect: () => setTimeout(() => setRenaming(true), 50),
              },
            ]),
        {
          label: 'Take away as an archive',
          icon: <Download size={15} aria-hidden />,
          onSelect: () => void takeStudy(study),
        },
        ...(study.role === 'owner'
          ? [
              deleteEntry(study.name, {
                remove: () => deleteStudy(study.id),
                restore: () => restoreStudy(study.id),
                gone: refresh,
                back: refresh,
              }),
            ]
          : []),
      ]}
    >
      <p className="text-quiet">
        {counted(study.tables, 'table')}, {counted(study.records, 'record')},{' '}
        {counted(study.networks.length, 'network')}
      </p>
      {first?.nodes != null && (
        <p className="text-quiet">
          {first.name}: {sizeInWords(first.nodes, first.edges ?? 0, first.groups)}
        </p>
      )}
      <p className="mt-1 text-sm text-quiet">
        {study.role !== 'owner' && `you are a${study.role === 'editor' ? 'n' : ''} ${study.role} · `}
        {changedWords(study.changedAt)}
      </p>
    </Card>
  );
}
