'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { type Change, onNews } from './bus';

/** Milliseconds in which several changes are looked at as one. */
const together = 400;
/** Milliseconds at least from one look to the next: many who change much must not make all others ask all the time. */
const apart = 3000;

/** Does something soon after what others, or other pages, have changed. */
export function useChanges(work: (changes: readonly Change[]) => void): void {
  const latest = useRef(work);
  latest.current = work;
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let changes: Change[] = [];
    let last = -Infinity;
    const end = onNews((change) => {
      changes.push(change);
      timer ??= setTimeout(
        () => {
          timer = undefined;
          last = performance.now();
          const some = changes;
          changes = [];
          latest.current(some);
        },
        Math.max(together, last + apart - performance.now()),
      );
    });
    return () => {
      end();
      clearTimeout(timer);
    };
  }, []);
}

/** Loads what the page shows anew when it was changed. It was made a moment before the stream began, and is not made twice for that. */
export function useFresh(): void {
  const router = useRouter();
  useChanges((changes) => {
    if (changes.some(({ first }) => !first)) router.refresh();
  });
}
