'use client';
import { clsx } from 'clsx';
import { ListChecks, MousePointerClick, PanelRightOpen } from 'lucide-react';
import { inverted, withNeighbours } from '@/core/graph';
import { Button, IconButton, Menu, grouped } from '@/ui/kit';
import { shownView } from '@/ui/state/store';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { views } from './registry';

/** Which view is shown, what is selected, and the shortlists. */
export function ViewBar() {
  const view = useWorkbench(shownView);
  const reading = useWorkbench((state) => state.reading);
  const lists = useWorkbench((state) => state.lists);
  const store = useWorkbenchStore();
  return (
    <div className="pointer-events-none absolute top-2.5 right-3 left-3 z-10 flex items-start gap-1.5">
      <div
        role="tablist"
        aria-label="View"
        className="pointer-events-auto flex overflow-hidden rounded-lg border border-line bg-panel"
      >
        {views
          .filter((one) => !one.asked || one.key === view)
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
      <span className="grow" />
      <span className="pointer-events-auto flex gap-1.5">
        <SelectMenu />
        <Button
          aria-pressed={lists}
          className={lists ? 'bg-tint' : ''}
          onClick={() => store.setState({ lists: !lists })}
        >
          <ListChecks size={15} aria-hidden /> Shortlists
        </Button>
      </span>
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

function SelectMenu() {
  const count = useWorkbench((state) => state.selection.nodes.length);
  const store = useWorkbenchStore();
  const change = (
    next: (net: NonNullable<ReturnType<typeof store.getState>['net']>, ids: readonly string[]) => string[],
  ): void => {
    const { net, selection, select } = store.getState();
    if (net) select({ nodes: next(net, selection.nodes) });
  };
  return (
    <Menu
      align="end"
      trigger={
        <Button>
          <MousePointerClick size={15} aria-hidden /> {count ? `${grouped(count)} selected` : 'Select'}
        </Button>
      }
      entries={[
        { label: 'All', onSelect: () => change((net) => [...net.ids]) },
        { label: 'None', hint: 'Esc', disabled: !count, onSelect: () => change(() => []) },
        { label: 'Invert', onSelect: () => change(inverted) },
        { label: 'Add the neighbours', disabled: !count, onSelect: () => change(withNeighbours) },
        { label: 'By rule …', onSelect: () => store.setState({ lists: true }) },
        { label: 'By name …', hint: 'Ctrl K', onSelect: () => window.dispatchEvent(new CustomEvent('nunatak:find')) },
        null,
        { label: 'Into a shortlist', hint: 'L', disabled: !count, onSelect: () => store.setState({ lists: true }) },
        {
          label: 'Leave out',
          hint: 'Delete',
          disabled: !count,
          onSelect: () => {
            const { selection, addStep } = store.getState();
            addStep('keep', { rule: { by: 'nodes', nodes: [...selection.nodes], leave: true } });
          },
        },
      ]}
    />
  );
}
