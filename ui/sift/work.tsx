'use client';
/** Asks what is in view whenever the sifts, or the network, change. */
import { useEffect } from 'react';
import { narrows } from '@/core/sift';
import { Trouble } from '@/ui/kit';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

export function SiftWork() {
  const sifting = useWorkbench((state) => state.sifting);
  const net = useWorkbench((state) => state.net);
  const running = useWorkbench((state) => state.running && state.partial);
  const store = useWorkbenchStore();
  const { ask, fault } = useQuestion('sift');
  useEffect(() => {
    if (!net || running) return;
    void ask('end', sifting).then((answer) => {
      // What was asked of another network, or of other sifts, is not shown; the next answer comes.
      if (!answer || answer.nodes.length !== net.ids.length || store.getState().sifting.sifts.length === 0) return;
      store.setState({ inView: { ...answer, net, untied: sifting.untied, narrows: sifting.sifts.some(narrows) } });
    });
  }, [ask, net, running, sifting, store]);
  return fault ? (
    <div className="absolute right-3 bottom-12 z-10 max-w-80">
      <Trouble>{fault}</Trouble>
    </div>
  ) : null;
}
