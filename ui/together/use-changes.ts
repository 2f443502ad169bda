'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { type Change, onNews } from './bus';

/** Milliseconds in which several changes are looked at as one. */
const together = 400;

/** Does something soon after what others, or other pages, have changed. */
export function useChanges(work: (changes: readonly Change[]) => void): void {
  const latest = useRef(work);
  latest.current = work;
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let changes: Change[] = [];
    const end = onNews((change) => {
      changes.push(change);
      timer ??= setTimeout(() => {
        timer = undefined;
        const some = changes;
        changes = [];
        latest.current(some);
      }, together);
    });
    return () => {
      end();
      clearTimeout(timer);
    };
  }, []);
}

/** Loads what the page shows anew when it was changed. */
export function useFresh(): void {
  const router = useRouter();
  useChanges(() => router.refresh());
}
