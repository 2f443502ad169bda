'use client';
import dynamic from 'next/dynamic';
import { nothing } from '@/ui/kit';
import { Suspense, useEffect, useRef, useState } from 'react';
import { ReadingPanel } from '@/ui/reading/reading-panel';
import { StepEditor } from '@/ui/trail/step-editor';
import { TrailStrip } from '@/ui/trail/trail-strip';
import { Panes } from '@/ui/views/panes';
import { views } from '@/ui/views/registry';
import { ViewBar } from '@/ui/views/view-bar';
import { siftStep } from '@/ui/state/in-view';
import { type WorkbenchStart, createWorkbench } from '@/ui/state/store';
import { type Session, startSession } from '@/ui/state/session';
import { WorkbenchBar } from './workbench-bar';
import { WorkbenchContext, useWorkbench } from '@/ui/state/context';
import { useWorkbenchKeys } from './workbench-keys';
import { addressOf, lookedAt, whatDiffers } from '@/ui/state/address';
import { OfBefore } from '@/ui/trail/of-before';
import { useFailed } from '@/ui/state/failed';

// What is looked at now and then comes when it is.
const ShortlistsPanel = dynamic(() => import('@/ui/shortlists/panel').then((it) => it.ShortlistsPanel), {
  loading: nothing,
});
const SiftPanel = dynamic(() => import('@/ui/sift/panel').then((it) => it.SiftPanel), { loading: nothing });
const SiftChips = dynamic(() => import('@/ui/sift/chips').then((it) => it.SiftChips), { loading: nothing });
const SiftWork = dynamic(() => import('@/ui/sift/work').then((it) => it.SiftWork), { loading: nothing });
const NoNetwork = dynamic(() => import('./no-network').then((it) => it.NoNetwork), { loading: nothing });
const FollowLook = dynamic(() => import('@/ui/state/follow-look').then((it) => it.FollowLook), { loading: nothing });
const Conflict = dynamic(() => import('./conflict').then((it) => it.Conflict), { loading: nothing });

/** One network, opened to be worked on. */
export function WorkbenchPage({ start }: { start: WorkbenchStart }) {
  const [store] = useState(() => createWorkbench(start));
  const session = useRef<Session | undefined>(undefined);
  const [value] = useState(() => ({ store, session }));
  useEffect(() => {
    let started: Session | undefined;
    // In a task of its own: the page has just been put together.
    const soon = setTimeout(() => {
      started = startSession(store);
      session.current = started;
    });
    const sifts = `nunatak sifts ${start.network.id}`;
    const kept = stored(sifts);
    if (kept) void import('@/ui/sift/kept').then(({ readSifting }) => store.getState().sift(() => readSifting(kept)));
    const settled = `nunatak views ${start.network.id}`;
    const settings = stored(settled);
    if (settings) void import('@/ui/state/kept-views').then(({ readViews }) => store.setState(readViews(settings)));
    const first = store.getInitialState().step;
    const looked = lookedAt(
      window.location.search,
      start.trail.steps,
      views.map(({ key }) => key),
      start.networks.filter(({ id }) => id !== start.network.id),
    );
    store.setState(whatDiffers(looked, store.getState()));
    const unsubscribe = store.subscribe((state, before) => {
      if (setViews.some((key) => state[key] !== before[key]))
        void import('@/ui/state/kept-views').then(({ writtenViews }) =>
          stored(settled, writtenViews(store.getState())),
        );
      if (state.sifting !== before.sifting)
        stored(sifts, state.sifting.sifts.length ? JSON.stringify(state.sifting) : null);
      if (
        state.panes === before.panes &&
        state.step === before.step &&
        state.selection === before.selection &&
        state.reading === before.reading &&
        state.lists === before.lists &&
        state.beside === before.beside
      )
        return;
      const query = addressOf(state, first, window.location.search);
      if (query !== window.location.search) {
        window.history.replaceState(window.history.state, '', `${window.location.pathname}${query}`);
      }
    });
    return () => {
      unsubscribe();
      session.current = undefined;
      clearTimeout(soon);
      started?.end();
    };
  }, [store, start]);
  return (
    <WorkbenchContext.Provider value={value}>
      <Frame />
    </WorkbenchContext.Provider>
  );
}

/** Each part comes to life in a task of its own, so that the page never stands still: none of them is drawn anew by what stands around it. */
function Frame() {
  useWorkbenchKeys();
  return (
    <div className="flex h-dvh flex-col overflow-hidden">
      <a
        href="#views"
        className="sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:rounded-md focus:bg-ink focus:px-3 focus:py-1.5 focus:text-paper"
      >
        Skip to the network
      </a>
      <Heading />
      <Suspense>
        <WorkbenchBar />
      </Suspense>
      <Suspense>
        <TrailStrip />
      </Suspense>
      <div className="flex min-h-0 grow">
        <Suspense>
          <Aside />
        </Suspense>
        <main id="views" tabIndex={-1} aria-label="Views" className="relative flex min-w-0 grow flex-col">
          <Chips />
          <div className="relative flex min-h-0 grow flex-col">
            <Suspense>
              <ViewBar />
            </Suspense>
            <Notes />
            <Suspense>
              <Panes />
            </Suspense>
          </div>
        </main>
        <Suspense>
          <Reading />
        </Suspense>
      </div>
    </div>
  );
}

function Heading() {
  return <h1 className="sr-only">{useWorkbench((state) => state.network.name)}</h1>;
}

/** Left of the views. */
function Aside() {
  const editing = useWorkbench((state) => state.step !== undefined);
  const lists = useWorkbench((state) => state.lists);
  const sifting = useWorkbench((state) => state.step === siftStep);
  return lists ? <ShortlistsPanel /> : sifting ? <SiftPanel /> : editing && <StepEditor />;
}

function Chips() {
  return useWorkbench((state) => state.sifting.sifts.length > 0) && <SiftChips />;
}

/** What stands over the views, where there is something to say. */
function Notes() {
  const overGraph = useWorkbench((state) => state.panes.includes('graph'));
  const sifted = useWorkbench((state) => state.sifting.sifts.length > 0);
  const lost = useWorkbench((state) => !state.net);
  const failed = useFailed();
  const follows = useWorkbench(({ trail }) => trail.steps.some((step) => step.kind === 'style' && step.follows));
  const conflict = useWorkbench((state) => state.save.kind === 'conflict');
  return (
    <>
      {sifted && <SiftWork />}
      {conflict && <Conflict />}
      {follows && <FollowLook />}
      <div
        className={`pointer-events-none absolute inset-x-0 z-10 flex justify-center empty:hidden ${overGraph ? 'top-14' : 'bottom-3'}`}
      >
        <OfBefore />
      </div>
      {lost && failed && <NoNetwork />}
    </>
  );
}

function Reading() {
  return useWorkbench((state) => state.reading) && <ReadingPanel />;
}

/** What is kept of how views were set. */
const setViews = ['lanes', 'places', 'matrix', 'cards', 'tableView', 'divide'] as const;

/** What the browser keeps under a name, for whoever looks here; put there, or taken away, where something is given. Nothing where it keeps nothing. */
function stored(key: string, value?: string | null): string | null {
  try {
    if (value === undefined) return localStorage.getItem(key);
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
  } catch {
    // Full, or forbidden: sifts are then gone with the page.
  }
  return null;
}
