'use client';
import { useEffect } from 'react';

/** What would be lost by leaving the page now. */
let losing: string | undefined;

/** Leaving asks first, until what is returned is called: `page` where only closing or reloading the page would lose something. */
export function warnOnLeaving(sentence: string, what: 'page' | 'view' = 'view'): () => void {
  const warn = (event: BeforeUnloadEvent): void => event.preventDefault();
  if (what === 'view') losing = sentence;
  window.addEventListener('beforeunload', warn);
  return () => {
    if (what === 'view') losing = undefined;
    window.removeEventListener('beforeunload', warn);
  };
}

/** As long as there is a sentence, leaving the page asks first. */
export function useStay(sentence: string | undefined): void {
  useEffect(() => (sentence === undefined ? undefined : warnOnLeaving(sentence)), [sentence]);
}

/** For links within the application: stays here where something would be lost and the user does not want that. */
export function askToLeave(event: { preventDefault(): void }): void {
  if (losing !== undefined && !window.confirm(`${losing} Leave all the same?`)) event.preventDefault();
}
