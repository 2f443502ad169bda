'use client';
import { useCallback } from 'react';
import { useSession, useWorkbench } from './context';
import type { Holdings } from '@/worker/client';
import { useAsked } from '@/ui/kit/use-asked';

/** What the network holds before the step, or at its end; asked anew when the run before it has changed. */
export function useBefore(id: string | undefined): Holdings | undefined {
  const trail = useWorkbench((state) => state.trail);
  const reports = useWorkbench((state) => state.reports);
  const session = useSession();
  const ask = useCallback(() => {
    const { service } = session.current ?? {};
    return id && service ? service.before(trail, id).then((holdings) => ({ id, holdings })) : undefined;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the reports are why it is asked again
  }, [id, trail, reports, session]);
  const { answer: held } = useAsked(ask);
  return held?.id === id ? held?.holdings : undefined;
}
