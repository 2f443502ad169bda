'use client';
import { clsx } from 'clsx';
import { ChevronDown, Columns2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { IconButton, Menu, nothing } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { viewOf, views } from './registry';

const PaneList = dynamic(() => import('./pane-list').then((it) => it.PaneList), { loading: nothing });

/** Which view a pane shows: as tabs while there is one, as a list beside another. */
export function PaneTabs({ pane }: { pane: number }) {
  const panes = useWorkbench((state) => state.panes);
  const store = useWorkbenchStore();
  const view = panes[pane];
  // Of those under “More” the one that was shown last keeps its tab.
  const [kept, setKept] = useState<string | undefined>();
  const last = viewOf(view).aside ? view : kept;
  if (last !== kept) setKept(last);
  // No view stands beside itself.
  const offered = views.filter(
    ({ key, asked }) => (!asked || key === view) && !panes.some((other, i) => i !== pane && other === key),
  );
  const beside = useWorkbench((state) => state.beside);
  if (panes.length > 1 || beside) {
    return <PaneList pane={pane} offered={offered} />;
  }
  const more = offered.filter(({ key, aside }) => aside && key !== last);
  return (
    <>
      <div
        role="tablist"
        aria-label="View"
        className="pointer-events-auto flex overflow-hidden rounded-lg border border-line bg-panel"
      >
        {offered
          .filter(({ key, aside }) => !aside || key === last)
          .map(({ key, title }) => (
            <button
              key={key}
              type="button"
              role="tab"
              aria-selected={view === key}
              onClick={() => store.getState().show(key)}
              className={clsx(
                'h-7 px-2 font-medium whitespace-nowrap',
                view === key ? 'bg-ink font-semibold text-paper' : 'hover:bg-ground',
              )}
            >
              {title}
            </button>
          ))}
      </div>
      {more.length > 0 && (
        <span className="pointer-events-auto overflow-hidden rounded-lg border border-line bg-panel">
          <Menu
            trigger={
              <button
                type="button"
                aria-label="More views"
                className="flex h-7 items-center gap-0.5 px-2 font-medium hover:bg-ground"
              >
                More <ChevronDown size={14} aria-hidden />
              </button>
            }
            entries={more.map(({ key, title }) => ({ label: title, onSelect: () => store.getState().show(key) }))}
          />
        </span>
      )}
      <span className="pointer-events-auto rounded-lg border border-line bg-panel">
        <IconButton name="Two views side by side" onClick={() => store.getState().split()}>
          <Columns2 size={15} aria-hidden />
        </IconButton>
      </span>
    </>
  );
}
