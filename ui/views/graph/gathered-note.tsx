'use client';
/** Says that circles stand for groups, and lets the whole be drawn instead. */
import { circlePath } from '@/core/gather/ids';
import type { Network } from '@/core/graph';
import { counted, grouped } from '@/ui/kit';
import { gatherStep } from '@/ui/state/circles';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { own } from '@/core/own';

export function GatheredNote({ net }: { net: Network }) {
  const step = useWorkbench(gatherStep);
  const before = useWorkbench(({ trail, reports }) => {
    const at = trail.steps.findIndex(({ id }) => id === step?.id);
    return own(reports, trail.steps[at - 1]?.id);
  });
  const store = useWorkbenchStore();
  if (!step) return null;
  const circles = net.ids.reduce((sum, id) => sum + (circlePath(id) === undefined ? 0 : 1), 0);
  const draw = (draws: 'circles' | 'all'): void => store.getState().setStep(step.id, { draws });
  const whole = before && `${grouped(before.nodes)} nodes and ${grouped(before.edges)} ties`;
  return (
    <div
      role="note"
      aria-label="Gathered"
      className="absolute top-14 left-3 z-10 flex items-center gap-3 rounded-md border border-line bg-panel px-2.5 py-1 text-sm"
    >
      <span>
        {step.draws === 'all' ? 'Every node is drawn.' : `${counted(circles, 'circle')} for ${whole ?? 'the network'}.`}
      </span>
      <button
        type="button"
        className="font-semibold text-accent"
        onClick={() => draw(step.draws === 'all' ? 'circles' : 'all')}
      >
        {step.draws === 'all' ? 'Draw groups as circles' : 'Draw every node'}
      </button>
    </div>
  );
}
