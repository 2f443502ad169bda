'use client';
import { clsx } from 'clsx';
import { PanelRightOpen } from 'lucide-react';
import { IconButton } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/shell/workbench-context';
import type { ViewName } from '@/ui/shell/workbench-store';

const views: readonly { key: ViewName; name: string }[] = [
  { key: 'graph', name: 'Graph' },
  { key: 'table', name: 'Table' },
];

/** Which view is shown. */
export function ViewBar() {
  const view = useWorkbench((state) => state.view);
  const reading = useWorkbench((state) => state.reading);
  const store = useWorkbenchStore();
  return (
    <div className="pointer-events-none absolute top-2.5 right-3 left-3 z-10 flex items-start">
      <div
        role="tablist"
        aria-label="View"
        className="pointer-events-auto flex overflow-hidden rounded-lg border border-line bg-panel"
      >
        {views.map(({ key, name }) => (
          <button
            key={key}
            type="button"
            role="tab"
            aria-selected={view === key}
            onClick={() => store.setState({ view: key })}
            className={clsx(
              'h-7 px-3 font-medium',
              view === key ? 'bg-ink font-semibold text-paper' : 'hover:bg-ground',
            )}
          >
            {name}
          </button>
        ))}
      </div>
      <span className="grow" />
      {!reading && (
        <span className="pointer-events-auto rounded-md border border-line bg-panel">
          <IconButton name="Open the reading panel" side="left" onClick={() => store.setState({ reading: true })}>
            <PanelRightOpen size={16} aria-hidden />
          </IconButton>
        </span>
      )}
    </div>
  );
}
