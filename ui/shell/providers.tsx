'use client';
import dynamic from 'next/dynamic';
import { Tooltip } from 'radix-ui';
import { type ReactNode, useSyncExternalStore } from 'react';
import { messages } from '@/ui/kit/toast';

const Messages = dynamic(() => import('./messages').then((it) => it.Messages), { ssr: false });

/** What every page stands in. */
export function Providers({ children }: { children: ReactNode }) {
  const wanted = useSyncExternalStore(messages.subscribe, messages.wanted, () => false);
  return (
    <Tooltip.Provider delayDuration={350}>
      {children}
      {wanted && <Messages />}
    </Tooltip.Provider>
  );
}
