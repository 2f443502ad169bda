'use client';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { toast } from '@/ui/kit/toast';
import { grouped } from '@/ui/kit';
import { viewOf } from '@/ui/state/in-view';

/** More are not named one by one in a step. */
const mostTies = 20_000;

/** Makes what is in view a Keep step with the same nodes and ties; the sifts are then gone. */
export function KeepThese() {
  const view = useWorkbench(viewOf);
  const store = useWorkbenchStore();
  const keep = (): void => {
    const { net, sifting, addStep, sift } = store.getState();
    if (!net || !view) return;
    const nodes = net.ids.filter((_, v) => view.nodes[v] === 1);
    const on = sifting.sifts.filter((one) => one.on);
    const ofTies = on.some(({ of }) => of !== 'nodes');
    const kept = Array.from(view.edges.keys()).filter((e) => view.edges[e]);
    if (ofTies && kept.length > mostTies) {
      toast.error(
        `A step names at most ${grouped(mostTies)} ties, and ${grouped(kept.length)} are in view. Sift further, or keep by a condition.`,
      );
      return;
    }
    const ties = ofTies && { ties: kept.map((e) => [net.ids[net.source[e]], net.ids[net.target[e]]]) };
    addStep('keep', { rule: { by: 'nodes', nodes, leave: false, ...ties } });
    sift((now) => ({ ...now, sifts: [] }));
    if (view.weight) toast('The step keeps these nodes and ties; ties count all their records again.');
  };
  return view ? (
    <button type="button" className="pt-1 text-sm font-semibold text-accent" onClick={keep}>
      Keep these as a step
    </button>
  ) : null;
}
