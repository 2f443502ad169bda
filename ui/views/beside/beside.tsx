'use client';
/** Another network beside the one that is worked on: in any view, with the same nodes selected in both. */
import { ChevronDown, Link2, Link2Off, X } from 'lucide-react';
import Link from 'next/link';
import { Suspense, useEffect, useRef, useState } from 'react';
import { IconButton, Menu } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { SiftWork } from '@/ui/sift/work';
import { WorkbenchContext, useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { keptIn } from '@/ui/state/selection';
import { type Session, startSession } from '@/ui/state/session';
import { type WorkbenchStore, createWorkbench } from '@/ui/state/store';
import { makeTie } from '@/ui/state/tie';
import { viewOf, views } from '../registry';

/** A workbench of the network that stands beside: it shows, and changes nothing. */
function beside(outer: WorkbenchStore): WorkbenchStore {
  const { study, networks, shortlists, tables, names, besides, panes, sifting, theirs } = whole(outer);
  const network = { id: besides.id ?? '', name: besides.name, version: 0, layout: null };
  const made = createWorkbench({ study, network, networks, shortlists, tables, names, trail: besides.trail });
  made.setState({
    panes: [panes[0]],
    sifting,
    ...theirs,
    edit: () => void toast('This network stands beside for comparison. Open it to change it.'),
  });
  return made;
}

function whole(outer: WorkbenchStore) {
  const state = outer.getState();
  if (!state.beside) throw new Error('nothing stands beside');
  const { lanes, places, matrix, cards, tableView, tie } = state;
  return { ...state, besides: state.beside, theirs: { lanes, places, matrix, cards, tableView, tie } };
}

/** Keeps selection and sifts of two workbenches alike; each has of a selection what it holds itself. */
function alike(one: WorkbenchStore, other: WorkbenchStore): () => void {
  let passing = false;
  const pass = (from: WorkbenchStore, to: WorkbenchStore): (() => void) =>
    from.subscribe((state, before) => {
      if (passing) return;
      passing = true;
      const { net } = to.getState();
      // What a network that came anew no longer holds is let go of there alone.
      if (state.selection !== before.selection && state.net === before.net && net)
        to.getState().select(keptIn(net, state.selection));
      if (state.sifting !== before.sifting) to.getState().sift(() => state.sifting);
      if (state.tie !== before.tie) to.setState({ tie: state.tie });
      passing = false;
    });
  const ends = [pass(one, other), pass(other, one)];
  // Whenever the other network has come, also for the first time, it has what is selected here.
  ends.push(
    other.subscribe((state, before) => {
      if (before.net === state.net || !state.net) return;
      passing = true;
      state.select(keptIn(state.net, one.getState().selection));
      passing = false;
    }),
  );
  return () => ends.forEach((end) => end());
}

export function Beside({ share }: { share: number }) {
  const outer = useWorkbenchStore();
  const [store] = useState(() => beside(outer));
  const session = useRef<Session | undefined>(undefined);
  const [value] = useState(() => ({ store, session }));
  useEffect(() => {
    const started = startSession(store, false);
    session.current = started;
    const end = alike(outer, store);
    return () => {
      end();
      session.current = undefined;
      started.end();
      outer.setState({ tie: undefined });
    };
  }, [outer, store]);
  const name = useWorkbench((state) => state.beside?.name ?? '');
  return (
    <section
      aria-label={`Beside: ${name}`}
      className="relative flex min-w-0 flex-col overflow-hidden"
      style={{ flexGrow: share, flexBasis: 0 }}
    >
      <WorkbenchContext.Provider value={value}>
        <Shown outer={outer} />
      </WorkbenchContext.Provider>
    </section>
  );
}

function Shown({ outer }: { outer: WorkbenchStore }) {
  const view = useWorkbench((state) => state.panes[0]);
  const sifted = useWorkbench((state) => state.sifting.sifts.length > 0);
  const { id, name } = useWorkbench((state) => state.network);
  const study = useWorkbench((state) => state.study.id);
  const tied = useWorkbench((state) => state.tie !== undefined);
  const store = useWorkbenchStore();
  const View = viewOf(view).component;
  return (
    <>
      <Suspense>
        <View />
      </Suspense>
      {sifted && <SiftWork />}
      <div className="pointer-events-none absolute top-2.5 left-3 z-10 flex max-w-[calc(100%-1.5rem)] flex-col items-start gap-1.5">
        <div className="pointer-events-auto flex overflow-hidden rounded-lg border border-line bg-panel">
          <Menu
            trigger={
              <button
                type="button"
                aria-label={`View beside: ${viewOf(view).title}`}
                className="flex h-7 items-center gap-1 bg-ink px-2.5 font-semibold text-paper"
              >
                {viewOf(view).title} <ChevronDown size={14} aria-hidden />
              </button>
            }
            entries={views
              .filter(({ asked }) => !asked)
              .map(({ key, title }) => ({ label: title, onSelect: () => store.getState().show(key) }))}
          />
          <IconButton name="Close what stands beside" onClick={() => outer.setState({ beside: undefined })}>
            <X size={14} aria-hidden />
          </IconButton>
        </div>
        <div className="pointer-events-auto flex max-w-full items-center rounded-lg border border-line bg-panel">
          <IconButton
            name={tied ? 'Part the two cameras' : 'Move both maps together'}
            aria-pressed={tied}
            className={tied ? 'bg-tint' : ''}
            onClick={() => outer.setState({ tie: tied ? undefined : makeTie() })}
          >
            {tied ? <Link2Off size={14} aria-hidden /> : <Link2 size={14} aria-hidden />}
          </IconButton>
          <p className="min-w-0 truncate pr-2.5 pl-1">
            {id ? (
              <Link className="text-link hover:underline" href={`/studies/${study}/networks/${id}`}>
                {name}
              </Link>
            ) : (
              name
            )}
          </p>
        </div>
      </div>
    </>
  );
}
