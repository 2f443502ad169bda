'use client';
import { useEffect, useState } from 'react';
import { sentence } from './words';

/**
 * What a worker answers: asked whenever `ask` changes, so it is to be made with `useCallback`; undefined asks nothing. An answer that comes after the next question
 * is not heard; until it comes, the answer before stays.
 */
export function useAsked<T>(ask: (() => Promise<T | undefined> | undefined) | undefined): {
  answer?: T;
  fault?: string;
} {
  const [heard, setHeard] = useState<{ answer?: T; fault?: string }>({});
  useEffect(() => {
    let over = false;
    ask?.()
      ?.then((answer) => !over && answer !== undefined && setHeard({ answer }))
      .catch((error: unknown) => !over && setHeard(({ answer }) => ({ answer, fault: sentence(error) })));
    return () => {
      over = true;
    };
  }, [ask]);
  return heard;
}
