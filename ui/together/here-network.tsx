'use client';
/** An open network in company: what others save is shown at once, and whoever only reads follows. */
import { useRef } from 'react';
import { listKept, listShortlists, networkNow } from '@/server/actions';
import { notReached } from '@/ui/kit/not-reached';
import { toast } from '@/ui/kit/toast';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { WorkbenchStore } from '@/ui/state/store';
import { type Versions, isNews } from '@/ui/together/use-news';
import { Together } from './together';
import { useChanges } from './use-changes';

/** Milliseconds after which a save that is under way is looked at again. */
const later = 700;

export function HereNetwork() {
  const study = useWorkbench((state) => state.study.id);
  const network = useWorkbench((state) => state.network.id);
  const store = useWorkbenchStore();
  const told = useRef(false);
  useChanges((changes) => {
    const anything = changes.some(({ missed }) => missed);
    const kinds = new Set(changes.map(({ kind }) => kind));
    if (anything || changes.some(({ thing, first }) => first || thing === network))
      void followNetwork(
        store,
        changes.some(({ first }) => first),
      );
    if (anything || kinds.has('shortlist')) void followShortlists(store);
    if (anything || kinds.has('kept')) void followKept(store);
    if (changes.some(({ thing }) => thing === null) && !told.current)
      void tellOfRecords(store).then((did) => (told.current = did));
  });
  return <Together study={study} place="networks" thing={network} />;
}

/**
 * Looks at what is stored: a reader goes on with it; whoever may change it is asked, and nothing of theirs is touched.
 * @param opening It was just opened: it goes on with what was stored meanwhile, maybe by the page before, as long as nothing is changed.
 */
export async function followNetwork(store: WorkbenchStore, opening = false): Promise<void> {
  const { study, network } = store.getState();
  const answer = await networkNow(study.id, network.id).catch(notReached);
  if (!answer.ok) return void toast.error(answer.fault);
  const now = store.getState();
  // A save that is under way gives a version of its own, or is told of the other one itself.
  if (now.save.kind === 'saving') return void setTimeout(() => void followNetwork(store, opening), later);
  if (now.network.id !== network.id || answer.value.version <= now.network.version) return;
  const { version, trail, changedAt } = answer.value;
  const untouched = !now.past.length && !now.future.length;
  if (study.role !== 'reader' && !(opening && now.save.kind === 'saved' && untouched)) {
    if (now.save.kind === 'saved')
      store.setState({ save: { kind: 'conflict', version, trail, changedAt, idle: true } });
  } else if (now.past.length) {
    toast('This network was changed. What you try here stays; load the page anew to see it as it is now.');
    store.setState({ network: { ...now.network, version } });
  } else store.setState({ network: { ...now.network, version }, trail, future: [] });
}

export async function followShortlists(store: WorkbenchStore): Promise<void> {
  const { study, shortlists } = store.getState();
  const answer = await listShortlists(study.id).catch(notReached);
  // The same lists make nothing run again.
  if (answer.ok && JSON.stringify(answer.value) !== JSON.stringify(shortlists))
    store.setState({ shortlists: answer.value });
}

async function followKept(store: WorkbenchStore): Promise<void> {
  const { study, kept } = store.getState();
  if (!kept) return;
  const answer = await listKept(study.id).catch(notReached);
  if (answer.ok) store.setState({ kept: answer.value });
}

/** Records and names are those with which the page was loaded: that there are others is said, once. */
async function tellOfRecords(store: WorkbenchStore): Promise<boolean> {
  const { study, tables, names } = store.getState();
  const answer = await fetch(`/api/studies/${study.id}/versions`, { cache: 'no-store' }).catch(() => undefined);
  if (!answer?.ok || !isNews((await answer.json()) as Versions, tables, names)) return false;
  toast('Records or names of this study were changed. The network is still made from those before.', {
    duration: Infinity,
    action: { label: 'Load anew', onClick: () => location.reload() },
  });
  return true;
}
