'use client';
import { Dialog } from 'radix-ui';
import { tabs } from '@/ui/views/registry';

/** The keys of the workbench, as the help lists them. Those of the graph are its own affair. */
const keyHelp: readonly { keys: string; does: string }[] = [
  { keys: 'Ctrl K', does: 'find or do' },
  { keys: 'Ctrl Z', does: 'undo' },
  { keys: 'Shift Ctrl Z', does: 'redo' },
  { keys: `1 … ${tabs.length}`, does: tabs.map(({ title }) => title).join(', ') },
  { keys: '[ ]', does: 'previous, next step' },
  { keys: 'F', does: 'fit the network to the view' },
  { keys: '+ −', does: 'closer, farther' },
  { keys: 'Space', does: 'hold to move the map' },
  { keys: 'Shift', does: 'hold to draw a box around nodes, or to add to the selection' },
  { keys: 'S', does: 'sift' },
  { keys: 'L', does: 'selection into a shortlist' },
  { keys: 'Delete', does: 'leave the selection out, as a Keep step' },
  { keys: 'N, Shift N', does: 'next, previous node of the graph, largest first' },
  { keys: 'Enter', does: 'in the graph: closer to the selected node' },
  { keys: 'Arrows', does: 'nudge the selected nodes' },
  { keys: 'Esc', does: 'step back: menu, selection, editor' },
  { keys: '?', does: 'these keys' },
];

export function KeysDialog({ onOpen }: { onOpen: (open: boolean) => void }) {
  return (
    <Dialog.Root open onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 z-50 w-96 -translate-x-1/2 rounded-lg border border-line bg-panel p-5 shadow-lg"
        >
          <Dialog.Title className="font-serif text-lg font-semibold">Keys</Dialog.Title>
          <dl className="mt-3 grid grid-cols-[7.5rem_1fr] gap-y-1.5">
            {keyHelp.map(({ keys, does }) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd className="text-quiet">{does}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
