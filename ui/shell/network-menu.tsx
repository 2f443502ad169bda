'use client';
import { ChevronDown, Columns2, Copy, History, Pencil, Plus } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { stored } from '@/core/trail';
import { createNetwork, deleteNetwork, renameNetwork, restoreNetwork } from '@/server/actions';
import { Menu, TextField } from '@/ui/kit';
import { nothing } from '@/ui/kit/nothing';
import { toast } from '@/ui/kit/toast';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { deleteEntry, filingEntry } from '@/ui/studies/card';

const Versions = dynamic(() => import('./versions').then((it) => it.Versions), { loading: nothing });

/** Switch, rename, copy, delete, make a new one; open as it comes. */
export function NetworkMenu({ atVersions }: { atVersions: boolean }) {
  const session = useSession();
  const study = useWorkbench((state) => state.study.id);
  const network = useWorkbench((state) => state.network);
  const networks = useWorkbench((state) => state.networks);
  const store = useWorkbenchStore();
  const router = useRouter();
  const [renaming, setRenaming] = useState(false);
  const [fresh, setFresh] = useState(true);
  const [versions, setVersions] = useState(atVersions);
  const to = (id: string): void => router.push(`/studies/${study}/networks/${id}`);

  if (renaming) {
    return (
      <div className="w-64" ref={(node) => node?.querySelector('input')?.select()}>
        <TextField
          label="Name of the network"
          compact
          className="h-7 font-semibold"
          value={network.name}
          onCommit={async (name) => {
            setRenaming(false);
            const answer = await renameNetwork(study, network.id, name);
            if (!answer.ok) toast.error(answer.fault);
            else store.setState({ network: { ...store.getState().network, name: name.trim() } });
          }}
        />
      </div>
    );
  }
  if (versions)
    return (
      <>
        <span className="truncate px-1 font-semibold">{network.name}</span>
        <Versions onClose={() => setVersions(false)} />
      </>
    );
  return (
    <Menu
      opened={fresh && !atVersions}
      trigger={
        <button type="button" className="flex min-w-0 items-center gap-2 rounded-md px-1 font-semibold hover:bg-ground">
          <span className="truncate">{network.name}</span>
          <ChevronDown size={15} aria-hidden />
        </button>
      }
      entries={[
        ...networks
          .filter(({ id }) => id !== network.id)
          .map(({ id, name }) => ({ label: name, onSelect: () => to(id) })),
        networks.length > 1 ? null : undefined,
        {
          label: 'New network',
          icon: <Plus size={15} aria-hidden />,
          onSelect: () => router.push(`/studies/${study}/networks?new=`),
        },
        {
          label: 'Fork: try another way',
          icon: <Copy size={15} aria-hidden />,
          onSelect: async () => {
            const answer = await createNetwork(
              study,
              `${network.name}, fork`,
              stored(store.getState().trail),
              network.id,
            );
            if (answer.ok) to(answer.value.id);
            else toast.error(answer.fault);
          },
        },
        {
          label: 'Compare with another',
          icon: <Columns2 size={15} aria-hidden />,
          disabled: networks.length < 2,
          onSelect: () => store.getState().show('compare'),
        },
        {
          label: 'Versions',
          icon: <History size={15} aria-hidden />,
          onSelect: () => {
            setFresh(false);
            setTimeout(() => setVersions(true), 50);
          },
        },
        {
          label: 'Rename',
          icon: <Pencil size={15} aria-hidden />,
          onSelect: () => {
            setFresh(false);
            setTimeout(() => setRenaming(true), 50);
          },
        },
        filingEntry(study, { kind: 'network', id: network.id }, () => router.refresh()),
        deleteEntry(network.name, {
          remove: async () => {
            await session.current?.hush();
            return deleteNetwork(study, network.id);
          },
          restore: () => restoreNetwork(study, network.id),
          gone: () => router.push(`/studies/${study}/networks`),
          back: () => to(network.id),
        }),
      ].filter((entry) => entry !== undefined)}
    />
  );
}
