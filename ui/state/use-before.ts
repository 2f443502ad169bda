'use client';
import { useCallback } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Step } from '@/core/trail';
import { own } from '@/core/own';
import { useSession, useWorkbench } from './context';
import type { Workbench } from './store';
import type { Holdings } from '@/worker/client';
import { useAsked } from '@/ui/kit/use-asked';

/** The steps before one, or all where there is none of that id. */
const stepsBefore = ({ trail: { steps } }: Workbench, id: string | undefined): Step[] => {
  const at = steps.findIndex((step) => step.id === id);
  return at < 0 ? steps : steps.slice(0, at);
};

/** What came of the steps before one, in short. */
const reported = (state: Workbench, id: string | undefined): string =>
  JSON.stringify(stepsBefore(state, id).map((step) => own(state.reports, step.id)));

/** What the network holds before the step, or at its end; asked anew when the steps before it, or what came of them, have changed. */
export function useBefore(id: string | undefined): Holdings | undefined {
  const steps = useWorkbench(useShallow((state) => stepsBefore(state, id)));
  const came = useWorkbench((state) => reported(state, id));
  const shortlists = useWorkbench((state) => state.shortlists);
  const session = useSession();
  const ask = useCallback(() => {
    const { service } = session.current ?? {};
    return id && service ? service.holdings({ steps }).then((holdings) => ({ id, holdings })) : undefined;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what came of the steps is why it is asked again
  }, [id, steps, came, shortlists, session]);
  const { answer: held } = useAsked(ask);
  return held?.id === id ? held?.holdings : undefined;
}
