'use client';
import dynamic from 'next/dynamic';
import { nothing } from '@/ui/kit';
import { useShown } from '@/ui/state/shown';
import { gatherStep } from '@/ui/state/circles';
import { useWorkbench } from '@/ui/state/context';
import { DrawnMap } from './drawn-map';
import { Legend } from './legend';

const GatheredNote = dynamic(() => import('./gathered-note').then((it) => it.GatheredNote), { loading: nothing });
const HandTools = dynamic(() => import('./hand-tools').then((it) => it.HandTools), { loading: nothing });

/** The network as it is arranged, with its legend. */
export function GraphView() {
  const { net } = useShown();
  const arranging = useWorkbench(({ trail, step }) => {
    const last = trail.steps.findLast((one) => one.kind === 'arrange' && one.on);
    return last?.kind === 'arrange' && last.id === step ? last : undefined;
  });
  const gathers = useWorkbench((state) => gatherStep(state) !== undefined);
  const unsettled = useWorkbench((state) => state.partial);
  return (
    <DrawnMap corner={!arranging && <Legend />} news={unsettled ? 'settling' : undefined}>
      {gathers && net && net.ids.length > 0 && <GatheredNote net={net} />}
      {arranging && net && net.ids.length > 0 && (
        <div className="pointer-events-none absolute right-14 bottom-2.5 left-3 z-10 flex justify-center">
          <HandTools step={arranging} />
        </div>
      )}
    </DrawnMap>
  );
}
