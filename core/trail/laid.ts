/** The layout that a trail asks for, before anything is done by hand: how it is named, and where it is held. */
import type { TrailCache } from './cache';
import { digestOf } from './digest';
import type { Trail } from './registry';
import { type Source, digestsOf, memoKey } from './run';
import { layoutKey } from './steps/arrange';
import type { Placement } from '../arrange';

export interface Laid {
  /** Digest of the layout. */
  layout: string;
  /** Its key in the cache. */
  key: string;
}

/** The layout of the last Arrange step that is on; undefined where there is none. */
export function laidBy(source: Source, trail: Trail): Laid | undefined {
  const i = trail.steps.findLastIndex((step) => step.kind === 'arrange' && step.on);
  const step = trail.steps[i];
  if (step?.kind !== 'arrange') return undefined;
  const key = memoKey(digestsOf(source, trail)[i - 1], layoutKey(step));
  return { layout: digestOf(key), key };
}

/** What the layout gave when the trail was run with this cache: x and y of each node in turn; undefined where it has none. */
export function laidIn(cache: TrailCache, laid: Laid | undefined): Placement | undefined {
  return laid && (cache.get(laid.key) as { value?: Placement } | undefined)?.value;
}
