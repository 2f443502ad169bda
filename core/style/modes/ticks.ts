/** Round amounts along a range, for scales that are read off a page. */
import type { Amounts, Spread } from '../../amounts';

export interface Tick {
  value: number;
  /** Where it lies between the least (0) and the largest look (1). */
  share: number;
}

/** Where an amount lies on its scale, as `shares` places it; by rank where the nearest amount that there is lies. */
function placed(value: number, values: Float64Array, { shares, low, high }: Amounts, { scale }: Spread): number {
  if (scale !== 'rank') {
    const share = (value - low) / (high - low);
    return scale === 'linear' ? share : scale === 'sqrt' ? Math.sqrt(share) : Math.log1p(99 * share) / Math.log(100);
  }
  let nearest = 0;
  let off = Infinity;
  values.forEach((held, i) => {
    if (Math.abs(held - value) < off) [off, nearest] = [Math.abs(held - value), i];
  });
  return shares[nearest];
}

/** Amounts of one digit within the range: …, 0.9, 1, 2, …, 9, 10, 20, …; below 0 as above it. At most a few dozen. */
function roundWithin(low: number, high: number): number[] {
  const found = low <= 0 && high >= 0 ? [0] : [];
  const most = Math.max(Math.abs(low), Math.abs(high));
  const top = Math.floor(Math.log10(most));
  for (let power = top; power > top - 4; power--) {
    for (let digit = 9; digit > 0; digit--) {
      // Written and read again, so that no rest of the arithmetic shows.
      const value = Number(`${digit}e${power}`);
      for (const one of [value, -value]) if (one >= low && one <= high) found.push(one);
    }
  }
  return found.sort((a, b) => a - b);
}

/** Three round amounts or fewer: one near the lowest, one near the middle of the looks, one near the highest. None where all are equal, or are days. */
export function ticksOf(values: Float64Array, amounts: Amounts, spread: Spread): Tick[] {
  const { low, high, dates, classes } = amounts;
  if (!(low < high) || dates !== undefined || classes) return [];
  // By rank the shares are reversed already.
  const turned = spread.reversed && spread.scale !== 'rank';
  const all = roundWithin(low, high).map((value): Tick => {
    const share = placed(value, values, amounts, spread);
    return { value, share: turned ? 1 - share : share };
  });
  if (!all.length) return [];
  const nearest = (to: number): Tick =>
    all.reduce((best, one) => (Math.abs(one.share - to) < Math.abs(best.share - to) ? one : best));
  const ends = [nearest(0), nearest(1)];
  const middle = nearest((ends[0].share + ends[1].share) / 2);
  return [...new Set([ends[0], middle, ends[1]])].sort((a, b) => a.value - b.value);
}
