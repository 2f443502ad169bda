'use client';
import { clsx } from 'clsx';
import { ChevronDown, Columns2, X } from 'lucide-react';
import { useState } from 'react';
import { IconButton, Menu, type MenuEntry } from '@/ui/kit';
import type { WorkbenchStore } from '@/ui/state/store';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { viewOf, views } from './registry';

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
    return (
      <div className="pointer-events-auto flex overflow-hidden rounded-lg border border-line bg-panel">
        <Menu
          trigger={
            <button
              type="button"
              aria-label={`View ${pane + 1}: ${viewOf(view).title}`}
              className="flex h-7 items-center gap-1 bg-ink px-2.5 font-semibold text-paper"
            >
              {viewOf(view).title} <ChevronDown size={14} aria-hidden />
            </button>
          }
          entries={[
            ...offered.map(({ key, title }) => ({
              label: title,
              onSelect: () => store.getState().show(key, pane),
            })),
            ...(pane > 0 ? others(store) : []),
          ]}
        />
        {!beside && (
          <IconButton name={`Close ${viewOf(view).title}`} onClick={() => store.getState().unsplit(pane)}>
            <X size={14} aria-hidden />
          </IconButton>
        )}
      </div>
    );
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

/** Networks that can stand beside this one, in the same view. */
function others(store: WorkbenchStore): (MenuEntry | null)[] {
  const { networks, network, panes, trail } = store.getState();
  const title = viewOf(panes[0]).title;
  const put = (beside: { id?: string; name: string; trail: typeof trail }) => (): void =>
    store.setState({ beside, panes: [panes[0]], pane: 0 });
  return [
    null,
    ...networks.flatMap(({ id, name, trail: its }) =>
      its && id !== network.id ? [{ label: `${title} of “${name}”`, onSelect: put({ id, name, trail: its }) }] : [],
    ),
    { label: `${title} as it is now, held`, onSelect: put({ name: `${network.name}, as it was`, trail }) },
  ];
}
