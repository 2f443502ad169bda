'use client';
import { Download } from 'lucide-react';
import dynamic from 'next/dynamic';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Button, nothing } from '@/ui/kit';
import type { PageWishes } from './take-away-files';

const TakeAwayFiles = dynamic(() => import('./take-away-files').then((it) => it.TakeAwayFiles), { loading: nothing });

/** Pictures and data to take along. */
export function TakeAway() {
  const [wishes, setWishes] = useState<PageWishes>({ shape: '1200x900', factor: '2', transparent: false });
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button look="main">
          <Download size={15} aria-hidden /> Take away
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Take away"
          className="z-40 max-h-[85vh] w-80 overflow-auto rounded-lg border border-line bg-panel p-4 shadow-lg"
        >
          <TakeAwayFiles wishes={wishes} onWish={(wish) => setWishes((before) => ({ ...before, ...wish }))} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
