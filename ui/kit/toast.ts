'use client';
/** Short messages. The package that shows them comes with the first one. */
import type { ExternalToast } from 'sonner';

/** Milliseconds that a message stays at least; that one stays which can be answered, or says what went wrong; and that each letter takes a slow reader. */
const [shortest, answered, letter] = [4000, 10_000, 80];

let wanted = false;
let stands: () => void;
const standing = new Promise<void>((resolve) => (stands = resolve));
const listeners = new Set<() => void>();

/** Whether a message was ever to be shown, so that its place must be on the page. */
export const messages = {
  subscribe(listener: () => void): () => void {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  wanted: (): boolean => wanted,
  /** Told by the place of the messages once it stands. */
  stand: (): void => stands(),
};

async function show(kind: 'message' | 'error', text: string, options?: ExternalToast): Promise<void> {
  wanted = true;
  for (const listener of listeners) listener();
  const [{ toast }] = await Promise.all([import('sonner'), standing]);
  const least = kind === 'error' || options?.action ? answered : shortest;
  toast[kind](text, { duration: Math.max(least, letter * text.length), ...options });
}

export const toast = Object.assign(
  (text: string, options?: ExternalToast): void => void show('message', text, options),
  {
    error: (text: string, options?: ExternalToast): void => void show('error', text, options),
  },
);
