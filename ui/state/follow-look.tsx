'use client';
/** Brings the changes of a kept look to the network that follows it: when it is opened, and when one comes back to it. */
import { useEffect, useRef } from 'react';
import { missingFor, standingTo, taking } from '@/core/style/follow';
import { toast } from '@/ui/kit/toast';
import { useWorkbench, useWorkbenchStore } from './context';
import { useKept } from './use-kept';

export function FollowLook() {
  const store = useWorkbenchStore();
  const { looks, reload } = useKept();
  const net = useWorkbench((state) => state.net);
  const settled = useWorkbench((state) => !state.running && !state.stale);
  const trail = useWorkbench((state) => state.trail);
  /** What was brought once is not brought again: it may have been undone. */
  const brought = useRef(new Set<string>());

  useEffect(() => {
    const back = (): void => void (document.visibilityState === 'visible' && reload());
    document.addEventListener('visibilitychange', back);
    return () => document.removeEventListener('visibilitychange', back);
  }, [reload]);

  useEffect(() => {
    if (!net || !settled) return;
    for (const step of trail.steps) {
      if (step.kind !== 'style' || !step.follows) continue;
      const { follows } = step;
      const look = looks.find(({ id }) => id === follows.id);
      const { changedThere, changedHere } = standingTo(step, look);
      const key = `${step.id} ${look?.version}`;
      // Where something was changed here as well, or columns are missing, the editor asks.
      if (!look || !changedThere || changedHere || brought.current.has(key)) continue;
      const has = ({ of, name }: { of: 'nodes' | 'edges'; name: string }): boolean =>
        name === 'weight' || (of === 'nodes' ? net.nodeColumns : net.edgeColumns).some((col) => col.name === name);
      if (missingFor(look.style, has, follows.columns).length) {
        brought.current.add(key);
        toast(
          `The look “${look.name}” was changed and reads columns that are not here. The Style step asks what to do.`,
        );
        continue;
      }
      brought.current.add(key);
      store.getState().setStep(step.id, taking(look, step, follows.columns, has));
      toast(`The look “${look.name}” was changed, and this network follows it.`, {
        action: {
          label: 'Part from it',
          onClick: () => store.getState().setStep(step.id, { ...step, follows: undefined }),
        },
      });
    }
  }, [looks, net, settled, store, trail]);
  return null;
}
