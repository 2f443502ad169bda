'use client';
import { ChevronDown, Keyboard, Redo2, Undo2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { toast } from '@/ui/kit/toast';
import { Button, IconButton } from '@/ui/kit';
import { nothing } from '@/ui/kit/nothing';
import { makeFigure } from '@/server/actions';
import { SaveWord } from '@/ui/kit/save-word';
import { TopBar } from '@/ui/kit/top-bar';
import { Find } from './find';
import { TakeAway } from './take-away';
import { KeysHelp } from './keys-help';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';

const HereNetwork = dynamic(() => import('@/ui/together/here-network').then((it) => it.HereNetwork), {
  loading: nothing,
});
const NetworkMenu = dynamic(() => import('./network-menu').then((it) => it.NetworkMenu), { loading: nothing });

/** The top bar of an open network. */
export function WorkbenchBar() {
  const study = useWorkbench((state) => state.study);
  const past = useWorkbench((state) => state.past.length);
  const future = useWorkbench((state) => state.future.length);
  const save = useWorkbench((state) => state.save.kind);
  const store = useWorkbenchStore();
  const [keys, setKeys] = useState(false);
  const later = useLater(useWorkbench((state) => !state.running && state.net !== undefined));
  return (
    <TopBar>
      <nav aria-label="Study" className="flex min-w-0 items-center gap-2 text-quiet">
        <Link href={`/studies/${study.id}/networks`} className="max-w-48 truncate rounded hover:text-ink">
          {study.name}
        </Link>
        <span aria-hidden>/</span>
      </nav>
      <NetworkName />
      <span className="grow" />
      {later && <HereNetwork />}
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
      {study.role !== 'reader' && <MakeFigure />}
      <KeysHelp open={keys} onOpen={setKeys} />
    </TopBar>
  );
}

/** Milliseconds after the network is there until what is not needed to work on it comes. */
const calm = 1500;

/** Whether something was so for a while, once. */
function useLater(now: boolean): boolean {
  const [later, setLater] = useState(false);
  useEffect(() => {
    if (!now || later) return;
    const timer = setTimeout(() => setLater(true), calm);
    return () => clearTimeout(timer);
  }, [now, later]);
  return later;
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

/** The network's name; its menu comes with the first click. */
function NetworkName() {
  const name = useWorkbench((state) => state.network.name);
  const [asked, setAsked] = useState<'menu' | 'versions'>();
  // An address can lead to the versions; looked at, they are no part of it.
  useEffect(() => {
    const address = new URL(window.location.href);
    if (!address.searchParams.has('versions')) return;
    address.searchParams.delete('versions');
    window.history.replaceState(window.history.state, '', address);
    setAsked('versions');
  }, []);
  if (asked) return <NetworkMenu atVersions={asked === 'versions'} />;
  return (
    <button
      type="button"
      aria-haspopup="menu"
      className="flex min-w-0 items-center gap-2 rounded-md px-1 font-semibold hover:bg-ground"
      onClick={() => setAsked('menu')}
    >
      <span className="truncate">{name}</span>
      <ChevronDown size={15} aria-hidden />
    </button>
  );
}
