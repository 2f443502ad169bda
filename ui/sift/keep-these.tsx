'use client';
import { kindOf, narrows } from '@/core/sift';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { viewOf } from '@/ui/state/in-view';

/** Makes what is in view a Keep step with the same nodes, ties and records; the sifts are then gone. */
export function KeepThese() {
  const view = useWorkbench(viewOf);
  const store = useWorkbenchStore();
  const keep = (): void => {
    const { sifting, trail, addStep, sift } = store.getState();
    const sifts = sifting.sifts.filter(narrows);
    const [first] = trail.steps;
    const weigh =
      first?.kind === 'ties' && 'weight' in first && first.weight
        ? { weigh: { column: first.weight, by: first.weightBy } }
        : {};
    const words = sifts.map((one) => kindOf(one).words(one));
    const left = sifting.untied === 'kept' ? 'kept' : 'left out';
    addStep('keep', { rule: { by: 'sift', sifts, untied: left, words, ...weigh } });
    sift((now) => ({ ...now, sifts: [] }));
  };
  return view ? (
    <button type="button" className="pt-1 text-sm font-semibold text-accent" onClick={keep}>
      Keep these as a step
    </button>
  ) : null;
}
