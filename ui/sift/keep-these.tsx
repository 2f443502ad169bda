'use client';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { toast } from '@/ui/kit/toast';
import { type EdgeId, type Network, edgeIdOf } from '@/core/graph';
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
    const ties = ofTies && { edges: idsOf(net, kept) };
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

/** Names of edges by their ends; by a record as well only where others run beside them. */
function idsOf(net: Network, edges: readonly number[]): EdgeId[] {
  const beside = new Map<string, number>();
  const keyOf = (a: number, b: number): string => (net.directed || a < b ? `${a} ${b}` : `${b} ${a}`);
  for (let e = 0; e < net.source.length; e++) {
    const key = keyOf(net.source[e], net.target[e]);
    beside.set(key, (beside.get(key) ?? 0) + 1);
  }
  return edges.map((e) => {
    const { record, ...ends } = edgeIdOf(net, e);
    return record && (beside.get(keyOf(net.source[e], net.target[e])) ?? 0) > 1 ? { ...ends, record } : ends;
  });
}
