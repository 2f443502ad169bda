'use client';
import { ChevronDown, X } from 'lucide-react';
import { IconButton, Menu, type MenuEntry } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { WorkbenchStore } from '@/ui/state/store';
import { viewOf } from './registry';
import type { View } from './view';

/** Which view a pane shows beside another: a list of views, and of networks that can stand there. */
export function PaneList({ pane, offered }: { pane: number; offered: readonly View[] }) {
  const view = useWorkbench((state) => state.panes[pane]);
  const beside = useWorkbench((state) => state.beside);
  const store = useWorkbenchStore();
  const { title } = viewOf(view);
  return (
    <div className="pointer-events-auto flex overflow-hidden rounded-lg border border-line bg-panel">
      <Menu
        trigger={
          <button
            type="button"
            aria-label={`View ${pane + 1}: ${title}`}
            className="flex h-7 items-center gap-1 bg-ink px-2.5 font-semibold text-paper"
          >
            {title} <ChevronDown size={14} aria-hidden />
          </button>
        }
        entries={[
          ...offered.map((one) => ({ label: one.title, onSelect: () => store.getState().show(one.key, pane) })),
          ...(pane > 0 ? others(store) : []),
        ]}
      />
      {!beside && (
        <IconButton name={`Close ${title}`} onClick={() => store.getState().unsplit(pane)}>
          <X size={14} aria-hidden />
        </IconButton>
      )}
    </div>
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
