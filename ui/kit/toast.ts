'use client';
/** Short messages. The package that shows them comes with the first one. */
import type { ExternalToast } from 'sonner';

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
  toast[kind](text, options);
}

export const toast = Object.assign(
  (text: string, options?: ExternalToast): void => void show('message', text, options),
  {
    error: (text: string, options?: ExternalToast): void => void show('error', text, options),
  },
);
