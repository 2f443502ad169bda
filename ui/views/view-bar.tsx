'use client';
import { ListChecks, MousePointerClick, PanelRightOpen } from 'lucide-react';
import { inverted, withNeighbours } from '@/core/graph';
import { Button, IconButton, Menu, grouped } from '@/ui/kit';
import { viewOf } from '@/ui/state/in-view';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

/** What is selected, the shortlists, and the way back to the reading panel; over the views, at the right. */
export function ViewBar() {
  const reading = useWorkbench((state) => state.reading);
  const lists = useWorkbench((state) => state.lists);
  const store = useWorkbenchStore();
  return (
    <div className="pointer-events-none absolute top-2.5 right-3 z-10 flex items-start gap-1.5">
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
    const state = store.getState();
    const { net, selection, select } = state;
    if (!net) return;
    // Of what is sifted out nothing is selected.
    const view = viewOf(state);
    const places = view && new Map(net.ids.map((id, v) => [id, v]));
    const nodes = next(net, selection.nodes);
    select({ nodes: view ? nodes.filter((id) => view.nodes[places?.get(id) ?? -1] === 1) : nodes });
  };
  return (
    <Menu
      align="end"
      trigger={
        <Button>
          <MousePointerClick size={15} aria-hidden />{' '}
          {count === 0 ? 'Select' : count < 1000 ? `${count} selected` : grouped(count)}
        </Button>
      }
      entries={[
        { label: 'All', onSelect: () => change((net) => [...net.ids]) },
        { label: 'None', hint: 'Esc', disabled: !count, onSelect: () => change(() => []) },
        { label: 'Invert', onSelect: () => change(inverted) },
        {
          label: 'Add the neighbours',
          disabled: !count,
          onSelect: () => change((net, ids) => withNeighbours(net, ids, viewOf(store.getState())?.edges)),
        },
        {
          label: 'As lanes',
          disabled: count < 2,
          onSelect: () => {
            const { selection, lanes, show } = store.getState();
            store.setState({ lanes: { ...lanes, only: [...selection.nodes] } });
            show('lanes');
          },
        },
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
