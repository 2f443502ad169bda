'use client';
import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import { isTyping } from '@/ui/kit/typing';
import { nothing } from '@/ui/kit';

const KeysDialog = dynamic(() => import('./keys-dialog').then((it) => it.KeysDialog), { loading: nothing });

/** The list of keys; `?` opens it. */
export function KeysHelp({ open, onOpen }: { open: boolean; onOpen: (open: boolean) => void }) {
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if (event.key === '?' && !isTyping(event.target)) onOpen(true);
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [onOpen]);
  return open ? <KeysDialog onOpen={onOpen} /> : null;
}
