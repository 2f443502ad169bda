'use client';
import { ChevronDown, Columns2, Copy, Keyboard, Pencil, Plus, Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from '@/ui/kit/toast';
import { Button, IconButton, Menu, TextField } from '@/ui/kit';
import { createNetwork, deleteNetwork, makeFigure, renameNetwork, restoreNetwork } from '@/server/actions';
import { deleteEntry } from '@/ui/studies/card';
import { stored } from '@/core/trail';
import { SaveWord } from '@/ui/kit/save-word';
import { TopBar } from '@/ui/kit/top-bar';
import { Find } from './find';
import { TakeAway } from './take-away';
import { KeysHelp } from './keys-help';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';

/** The top bar of an open network. */
export function WorkbenchBar() {
  const study = useWorkbench((state) => state.study);
  const past = useWorkbench((state) => state.past.length);
  const future = useWorkbench((state) => state.future.length);
  const save = useWorkbench((state) => state.save.kind);
  const store = useWorkbenchStore();
  const [keys, setKeys] = useState(false);
  return (
    <TopBar>
      <nav aria-label="Study" className="flex min-w-0 items-center gap-2 text-quiet">
        <Link href={`/studies/${study.id}/networks`} className="max-w-48 truncate rounded hover:text-ink">
          {study.name}
        </Link>
        <span aria-hidden>/</span>
      </nav>
      <NetworkMenu />
      <span className="grow" />
      <Find onKeys={() => setKeys(true)} />
      <div className="flex">
        <IconButton name="Undo" keys="Ctrl Z" disabled={past === 0} onClick={() => store.getState().undo()}>
          <Undo2 size={16} aria-hidden />
        </IconButton>
        <IconButton name="Redo" keys="Shift Ctrl Z" disabled={future === 0} onClick={() => store.getState().redo()}>
          <Redo2 size={16} aria-hidden />
        </IconButton>
        <IconButton name="Keys" keys="?" onClick={() => setKeys(true)}>
          <Keyboard size={16} aria-hidden />
        </IconButton>
      </div>
      <SaveWord kind={save} reads={study.role === 'reader'} />
      <TakeAway />
      <MakeFigure />
      <KeysHelp open={keys} onOpen={setKeys} />
    </TopBar>
  );
}

/** Puts the network on a page of its own. */
function MakeFigure() {
  const study = useWorkbench((state) => state.study.id);
  const network = useWorkbench((state) => state.network.id);
  const session = useSession();
  const router = useRouter();
  const [making, setMaking] = useState(false);
  return (
    <Button
      look="main"
      disabled={making}
      onClick={async () => {
        setMaking(true);
        await session.current?.saveNow();
        const answer = await makeFigure(study, network);
        setMaking(false);
        if (answer.ok) router.push(`/studies/${study}/figures/${answer.value.id}`);
        else toast.error(answer.fault);
      }}
    >
      Make figure
    </Button>
  );
}

/** Switch, rename, copy, delete, make a new one. */
function NetworkMenu() {
  const session = useSession();
  const study = useWorkbench((state) => state.study.id);
  const network = useWorkbench((state) => state.network);
  const networks = useWorkbench((state) => state.networks);
  const store = useWorkbenchStore();
  const router = useRouter();
  const [renaming, setRenaming] = useState(false);
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
  return (
    <Menu
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
            const answer = await createNetwork(study, `${network.name}, fork`, stored(store.getState().trail));
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
          label: 'Rename',
          icon: <Pencil size={15} aria-hidden />,
          onSelect: () => setTimeout(() => setRenaming(true), 50),
        },
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
