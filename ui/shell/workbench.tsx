'use client';
import { useEffect, useRef, useState } from 'react';
import { GraphView } from '@/ui/views/graph/graph-view';
import { TableView } from '@/ui/views/table/table-view';
import { ChanceView } from '@/ui/views/chance/chance-view';
import { CompareView } from '@/ui/views/compare/compare-view';
import { ContactsView } from '@/ui/views/contacts/contacts-view';
import { MeasuresView } from '@/ui/views/measures/measures-view';
import { PathsView } from '@/ui/views/paths/paths-view';
import { ShortlistsPanel } from '@/ui/shortlists/panel';
import { ViewBar } from '@/ui/views/view-bar';
import { TrailStrip } from '@/ui/trail/trail-strip';
import { StepEditor } from '@/ui/trail/step-editor';
import { ReadingPanel } from '@/ui/reading/reading-panel';
import { type WorkbenchStart, createWorkbench } from './workbench-store';
import { type Session, startSession } from './workbench-session';
import { WorkbenchContext, useWorkbench } from './workbench-context';
import { WorkbenchBar } from './workbench-bar';
import { useWorkbenchKeys } from './workbench-keys';
import { Conflict } from './conflict';
import { OfBefore } from './of-before';

/** One network, opened to be worked on. */
export function WorkbenchPage({ start }: { start: WorkbenchStart }) {
  const [store] = useState(() => createWorkbench(start));
  const session = useRef<Session | undefined>(undefined);
  const [value] = useState(() => ({ store, session }));
  useEffect(() => {
    const started = startSession(store);
    session.current = started;
    return () => {
      session.current = undefined;
      started.end();
    };
  }, [store]);
  return (
    <WorkbenchContext.Provider value={value}>
      <Frame />
    </WorkbenchContext.Provider>
  );
}

function Frame() {
  useWorkbenchKeys();
  const view = useWorkbench((state) => state.view);
  const editing = useWorkbench((state) => state.step !== undefined);
  const lists = useWorkbench((state) => state.lists);
  const reading = useWorkbench((state) => state.reading);
  return (
    <div className="flex h-dvh flex-col overflow-hidden">
      <WorkbenchBar />
      <TrailStrip />
      <div className="flex min-h-0 grow">
        {lists ? <ShortlistsPanel /> : editing && <StepEditor />}
        <main aria-label="Views" className="relative flex min-w-0 grow flex-col">
          <ViewBar />
          <Conflict />
          <div className="pointer-events-none absolute inset-x-0 bottom-3 z-10 flex justify-center empty:hidden">
            <OfBefore />
          </div>
          {view === 'graph' && <GraphView />}
          {view === 'table' && <TableView />}
          {view === 'measures' && <MeasuresView />}
          {view === 'chance' && <ChanceView />}
          {view === 'paths' && <PathsView />}
          {view === 'contacts' && <ContactsView />}
          {view === 'compare' && <CompareView />}
        </main>
        {reading && <ReadingPanel />}
      </div>
    </div>
  );
}
