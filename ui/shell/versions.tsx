'use client';
/** Every version of the open network: put beside to be looked at, and brought back. */
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { networkVersionOf, networkVersions } from '@/server/actions';
import type { NetworkVersion } from '@/server/networks/versions';
import { Button, Trouble, momentOf } from '@/ui/kit';
import { notReached } from '@/ui/kit/not-reached';
import { toast } from '@/ui/kit/toast';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

export function Versions({ onClose }: { onClose: () => void }) {
  const study = useWorkbench((state) => state.study);
  const network = useWorkbench((state) => state.network);
  const store = useWorkbenchStore();
  const [found, setFound] = useState<readonly NetworkVersion[]>([]);
  const [more, setMore] = useState(true);
  const [fault, setFault] = useState<string>();
  const load = async (before?: number): Promise<void> => {
    const answer = await networkVersions(study.id, network.id, before).catch(notReached);
    if (!answer.ok) return setFault(answer.fault);
    setFound((now) => (before === undefined ? answer.value : [...now, ...answer.value]));
    setMore((answer.value.at(-1)?.version ?? 1) > 1);
  };
  // What is saved meanwhile is in the list.
  useEffect(() => void load(), [network.version]); // eslint-disable-line react-hooks/exhaustive-deps -- `load` asks for the same
  const get = async (
    version: number,
    work: (trail: ReturnType<typeof store.getState>['trail']) => void,
  ): Promise<void> => {
    const answer = await networkVersionOf(study.id, network.id, version).catch(notReached);
    if (!answer.ok) return setFault(answer.fault);
    work(answer.value.trail);
    onClose();
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-20 left-1/2 z-50 flex max-h-[80vh] w-[34rem] max-w-[96vw] -translate-x-1/2 flex-col rounded-lg border border-line bg-panel p-5 shadow-lg"
        >
          <Dialog.Title className="font-serif text-lg font-semibold break-words">
            Versions of “{network.name}”
          </Dialog.Title>
          <p className="text-quiet">Each save is one. Nothing is lost by bringing one back: that is a save as well.</p>
          {fault && <Trouble>{fault}</Trouble>}
          <ol aria-label="Versions" className="mt-2 min-h-0 overflow-y-auto">
            {found.map(({ version, at, who, what }) => (
              <li key={version} className="flex items-center gap-2 border-b border-rule py-1.5">
                <span className="min-w-0 grow">
                  <span className="block break-words">
                    <b className="font-semibold">{version}</b> {what}
                  </span>
                  <span className="text-sm text-quiet">
                    {who !== null && `${who} · `}
                    {momentOf(new Date(at))}
                  </span>
                </span>
                {version === network.version ? (
                  <span className="text-sm text-quiet">as it is stored</span>
                ) : (
                  <>
                    <Button
                      aria-label={`Look at version ${version}`}
                      onClick={() =>
                        void get(version, (trail) => {
                          const { panes } = store.getState();
                          store.setState({
                            beside: { name: `${network.name}, version ${version}`, trail },
                            panes: [panes[0]],
                            pane: 0,
                          });
                        })
                      }
                    >
                      Look
                    </Button>
                    {study.role !== 'reader' && (
                      <Button
                        aria-label={`Bring version ${version} back`}
                        onClick={() =>
                          void get(version, (trail) => {
                            store.getState().edit(() => trail);
                            toast(`Version ${version} is brought back. Undo takes it away again.`);
                          })
                        }
                      >
                        Bring back
                      </Button>
                    )}
                  </>
                )}
              </li>
            ))}
          </ol>
          <div className="mt-3 flex gap-2">
            {more && found.length > 0 && <Button onClick={() => void load(found.at(-1)?.version)}>Older ones</Button>}
            <Button onClick={onClose}>Close</Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
