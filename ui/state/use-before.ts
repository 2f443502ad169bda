'use client';
import { useEffect, useState } from 'react';
import { useSession, useWorkbench } from './context';
import type { Holdings } from '@/worker/client';

/** What the network holds before the step, or at its end; asked anew when the run before it has changed. */
export function useBefore(id: string | undefined): Holdings | undefined {
  const trail = useWorkbench((state) => state.trail);
  const reports = useWorkbench((state) => state.reports);
  const session = useSession();
  const [held, setHeld] = useState<{ id: string; holdings: Holdings }>();
  useEffect(() => {
    const service = session.current?.service;
    if (!id || !service) return;
    let stale = false;
    service
      .before(trail, id)
      .then((holdings) => !stale && setHeld({ id, holdings }))
      .catch(() => undefined);
    return () => {
      stale = true;
    };
  }, [id, trail, reports, session]);
  return held?.id === id ? held?.holdings : undefined;
}
