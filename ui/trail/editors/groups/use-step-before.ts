'use client';
import { useMemo } from 'react';
import { useWorkbench } from '@/ui/state/context';

/** The step before one, to ask about the network as it stands there, and a text that changes with that network. */
export function useStepBefore(id: string): { at: string | undefined; key: string } {
  const steps = useWorkbench((state) => state.trail.steps);
  return useMemo(() => {
    const i = steps.findIndex((step) => step.id === id);
    return { at: steps[i - 1]?.id, key: JSON.stringify(steps.slice(0, Math.max(0, i)).filter(({ on }) => on)) };
  }, [steps, id]);
}
