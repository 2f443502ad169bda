/** The sifts that were on when a network was looked at here last. */
import { noSifting, siftingSchema } from '@/core/sift';

/** What was kept, or nothing where it can no longer be read. */
export function readSifting(text: string): typeof noSifting {
  try {
    const read = siftingSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : noSifting;
  } catch {
    return noSifting;
  }
}
