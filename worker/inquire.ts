/** Costly questions: answered in the page, or by other processes, as their size or whoever asks has it. */
import { type Inquiry, inquiryKey, inquirySeconds, trailFor } from '@/core/inquiry';
import type { Network } from '@/core/graph';
import type { Source, Trail } from '@/core/trail';
import type { Away, Elsewhere, Place } from './elsewhere';

export interface Asking {
  study: string;
  network: string;
  /** Up to the step of whose network it is asked. */
  trail: Trail;
  source: Source;
  /** Digests of the steps, and of those that were stopped. */
  digests: ReadonlyMap<string, string>;
  stopped: ReadonlySet<string>;
  threads: number;
  /** Where it is to be answered; absent: by its size. */
  place?: Place;
  /** Throws when it was stopped. */
  breathe(share: number): Promise<void>;
  heard(away: Away | undefined): void;
}

/** The answer, by `make` or from elsewhere. */
export async function inquired(
  elsewhere: Elsewhere,
  asking: Asking,
  net: Network,
  inquiry: Inquiry,
  make: () => Promise<unknown>,
): Promise<unknown> {
  const { study, network, source, digests, stopped, threads, place, breathe, heard } = asking;
  const trail = trailFor(asking.trail, (step) => stopped.has(digests.get(step) ?? ''));
  const work = {
    ...{ key: inquiryKey(source, trail, inquiry), name: inquiry.kind, step: inquiry.kind },
    ...{ seconds: inquirySeconds(net, inquiry), splits: true },
  };
  const running = {
    ...{ study, network, trail, source, threads, inquiry },
    places: new Map(place ? [[work.step, place]] : []),
    breathe: (_step: string, share: number) => breathe(share),
    heard: (_step: string, away: Away | undefined) => heard(away),
  };
  const held = place === 'here' ? undefined : await elsewhere.kept(running, work);
  return held === undefined ? elsewhere.done(running, work, make) : held;
}
