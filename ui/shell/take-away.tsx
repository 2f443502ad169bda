'use client';
import { Download } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRef, useState } from 'react';
import { IconButton, nothing } from '@/ui/kit';
import type { PageWishes } from './take-away-files';

const TakeAwayPanel = dynamic(() => import('./take-away-panel').then((it) => it.TakeAwayPanel), { loading: nothing });

/** Pictures and data to take along. */
export function TakeAway() {
  const [wishes, setWishes] = useState<PageWishes>({ shape: '1200x900', factor: '2', transparent: false });
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  return (
    <>
      <IconButton
        ref={button}
        name="Take away"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <Download size={16} aria-hidden />
      </IconButton>
      {open && (
        <TakeAwayPanel
          anchor={button}
          wishes={wishes}
          onWish={(wish) => setWishes((before) => ({ ...before, ...wish }))}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}
