'use client';
/** Asks what is in view whenever the sifts, or the network, change. */
import { useEffect } from 'react';
import type { Network } from '@/core/graph';
import { type SiftAnswer, type Sifting, narrows } from '@/core/sift';
import { looksInView } from '@/core/sift/in-view';
import type { Looks } from '@/core/style';
import { Trouble } from '@/ui/kit';
import { useQuestion } from '@/ui/science/use-question';
import type { InView } from '@/ui/state/in-view';
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
      store.setState({ inView: inViewOf(answer, net, sifting) });
    });
  }, [ask, net, running, sifting, store]);
  return fault ? (
    <div className="absolute right-3 bottom-12 z-10 max-w-80">
      <Trouble>{fault}</Trouble>
    </div>
  ) : null;
}

/** What the views are told of an answer. */
export function inViewOf(answer: SiftAnswer, net: Network, { sifts, untied }: Sifting): InView {
  const dress = (looks: Looks, byWeight: boolean): Looks => looksInView(net, looks, answer, untied, byWeight);
  return { ...answer, net, untied, narrows: sifts.some(narrows), dress };
}
