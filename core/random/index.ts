/** Seeded randomness: the only source of chance in the core. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

export interface Random {
  /** A whole number in [0, limit), each equally likely; limit at most 2^32. */
  below(limit: number): number;
  /** A number in [0, 1) with 32 random bits. */
  unit(): number;
  /** Puts the numbers into a random order, in place (Fisher–Yates). */
  shuffle(items: Uint32Array): void;
}

/** A generator that gives the same numbers for the same seed everywhere (xoroshiro128+). */
export function seeded(seed: number): Random {
  const generator = xoroshiro128plus(seed | 0);
  const bits = (): number => generator.next() >>> 0;
  const random: Random = {
    below(limit) {
      // Draws over the largest multiple of the limit are thrown away, so that no value is favoured.
      const top = 4294967296 - (4294967296 % limit);
      let drawn = bits();
      while (drawn >= top) drawn = bits();
      return drawn % limit;
    },
    unit: () => bits() / 4294967296,
    shuffle(items) {
      for (let i = items.length - 1; i > 0; i--) {
        const j = random.below(i + 1);
        const held = items[i];
        items[i] = items[j];
        items[j] = held;
      }
    },
  };
  return random;
}
