'use client';
import { useCallback, useEffect, useRef } from 'react';
import { type Started, type TableDesk, startTableWorker } from '@/worker/client';

/** A desk of one's own, started when it is first used and ended with the component. */
export function useDesk(): () => Started<TableDesk>['service'] {
  const worker = useRef<Started<TableDesk> | undefined>(undefined);
  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = undefined;
    },
    [],
  );
  return useCallback(() => {
    worker.current ??= startTableWorker();
    return worker.current.service;
  }, []);
}

export type Desk = ReturnType<typeof useDesk>;
