'use client';
import { useEffect, useMemo, useState } from 'react';
import { type Network, edgeCount, nodeCount } from '@/core/graph';

/** Nodes and edges up to which what follows from a network is there with the first picture of it. */
const few = 100_000;

/** Work in pieces, none longer than a moment; the last gives what comes of it. */
export type Pieces<R> = Generator<undefined, R>;

/**
 * What follows from a network: at once where that is small, else in tasks of its own, one for each piece, so that no picture waits for it; undefined until
 * then, or where there is no network. `compute` is a function that stays the same.
 */
export function useDerived<R>(net: Network | undefined, compute: (net: Network) => Pieces<R>): R | undefined {
  const [held, setHeld] = useState<{ net: Network; came: R }>();
  const atOnce = net === undefined || nodeCount(net) + edgeCount(net) <= few;
  const first = useMemo(() => (net && atOnce ? whole(compute(net)) : undefined), [net, atOnce, compute]);
  useEffect(() => {
    if (net === undefined || atOnce) return;
    const pieces = compute(net);
    const next = (): void => {
      const { done, value } = pieces.next();
      if (done) setHeld({ net, came: value });
      else timer = setTimeout(next, 0);
    };
    let timer = setTimeout(next, 0);
    return () => clearTimeout(timer);
  }, [net, atOnce, compute]);
  if (atOnce) return first;
  return held?.net === net ? held.came : undefined;
}

function whole<R>(pieces: Pieces<R>): R {
  for (;;) {
    const { done, value } = pieces.next();
    if (done) return value;
  }
}
