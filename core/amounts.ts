/** Amounts in columns: numbers and dates, and from them to shares of a range. */
import * as z from 'zod';
import { Fault } from './fault';
import type { Column } from './tables';

export const scales = ['linear', 'sqrt', 'log', 'rank'] as const;
export type Scale = (typeof scales)[number];

const scaleNames: Record<Scale, string> = { linear: 'linear', sqrt: 'square root', log: 'logarithm', rank: 'rank' };

/** How amounts are spread; its field stands beside another one. */
export const scaleSchema = (beside: string, first: Scale = 'sqrt') =>
  z.enum(scales).default(first).meta({ title: 'Scale', labels: scaleNames, beside });

/** A column's numbers; days for dates. A Fault where it holds none. */
export function numbers(col: Column, step?: string): Float64Array {
  if (col.type === 'number') return col.values;
  if (col.type === 'date') return col.day;
  throw new Fault(`“${col.name}” holds no amounts. Choose a number or date column, or set this by category.`, step);
}

export interface Amounts {
  /** 0 … 1 per value; NaN where there is none. */
  shares: Float64Array;
  low: number;
  high: number;
  /** The classes that values fall into, from the lowest: the share they all have, and the lowest and highest of them; absent where there are none. */
  classes?: { share: number; low: number; high: number }[];
  /** How precisely the days are known that the amounts are, where they are dates. */
  dates?: number;
}

/**
 * Places values between the lowest (0) and the highest (1): linear, by square root, by logarithm, or by rank with equal values sharing the mean of their
 * ranks. Values below 0 are taken as they are for linear and rank; square root and logarithm count from the lowest value. All equal: 0.5 each.
 */
export function shares(values: Float64Array, scale: Scale): Amounts {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (Number.isNaN(value)) continue;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const result = new Float64Array(values.length).fill(NaN);
  if (low === Infinity) return { shares: result, low: NaN, high: NaN };
  if (low === high) {
    for (let i = 0; i < values.length; i++) if (!Number.isNaN(values[i])) result[i] = 0.5;
    return { shares: result, low, high };
  }
  if (scale === 'rank') return { shares: rankShares(values, result), low, high };
  const range = high - low;
  for (let i = 0; i < values.length; i++) {
    const share = (values[i] - low) / range;
    // The logarithm is taken over two decades above the lowest value, which has no logarithm of its own at 0.
    result[i] =
      scale === 'linear' ? share : scale === 'sqrt' ? Math.sqrt(share) : Math.log1p(99 * share) / Math.log(100);
  }
  return { shares: result, low, high };
}

function rankShares(values: Float64Array, result: Float64Array): Float64Array {
  const order = Uint32Array.from(values.keys()).filter((i) => !Number.isNaN(values[i]));
  order.sort((a, b) => values[a] - values[b]);
  const last = order.length - 1;
  for (let i = 0; i < order.length;) {
    let j = i;
    while (j < last && values[order[j + 1]] === values[order[i]]) j++;
    for (let k = i; k <= j; k++) result[order[k]] = (i + j) / 2 / last;
    i = j + 1;
  }
  return result;
}

/** How amounts are spread over a range of looks. */
export interface Spread {
  scale: Scale;
  /** What lies outside of these is held there, so that a few far values do not take the range from all others. */
  from?: number;
  to?: number;
  reversed?: boolean;
  /** Whether values fall into classes, and how: of equal width, with equally many values each, or from bounds set by hand. */
  classes?: 'none' | 'equal' | 'quantiles' | 'hand';
  count?: number;
  /** Where classes set by hand begin, the lowest aside, ascending. */
  begins?: readonly number[];
}

/** The fields of a spread beside its scale, as a form draws them. */
export const spreadFields = {
  from: z.number().optional().meta({ title: 'Held from', range: 'column' }),
  to: z.number().optional(),
  reversed: z.boolean().optional().meta({ title: 'Reversed' }),
  classes: z
    .enum(['none', 'equal', 'quantiles', 'hand'])
    .optional()
    .meta({ title: 'Classes', labels: { equal: 'of equal width', quantiles: 'of equally many', hand: 'set by hand' } }),
  begins: z.array(z.number()).max(30).optional(),
  count: z
    .number()
    .int()
    .min(2)
    .max(12)
    .optional()
    .meta({ title: 'How many classes', slide: [2, 9, 1], first: 5, when: { classes: ['equal', 'quantiles'] } }),
};

/** Shares of a range after its ends are held, its values classed, and it is reversed. `low` and `high` are the held ends. */
export function spreadOut(
  values: Float64Array,
  { scale, from, to, reversed, classes = 'none', count = 5, begins = [] }: Spread,
): Amounts {
  const held =
    from === undefined && to === undefined
      ? values
      : values.map((value) =>
          Number.isNaN(value) ? NaN : Math.min(to ?? Infinity, Math.max(from ?? -Infinity, value)),
        );
  const found = classes === 'quantiles' ? shares(held, 'rank') : shares(held, scale);
  if (classes === 'hand') {
    const bounds = [...begins].sort((a, b) => a - b);
    found.shares.forEach((share, i) => {
      if (!Number.isNaN(share)) found.shares[i] = classAt(held[i], bounds) / Math.max(1, bounds.length);
    });
  } else if (classes !== 'none' && found.low < found.high)
    found.shares.forEach((share, i) => {
      // A class has one look: the first that of the lowest value, the last that of the highest.
      if (!Number.isNaN(share)) found.shares[i] = Math.min(count - 1, Math.floor(share * count)) / (count - 1);
    });
  if (reversed) found.shares.forEach((share, i) => (found.shares[i] = 1 - share));
  return classes === 'none' || !(found.low < found.high) ? found : { ...found, classes: classesIn(held, found.shares) };
}

/** What the values are that share a look. */
function classesIn(values: Float64Array, classed: Float64Array): NonNullable<Amounts['classes']> {
  const found = new Map<number, { share: number; low: number; high: number }>();
  classed.forEach((share, i) => {
    if (Number.isNaN(share)) return;
    const held = found.get(share);
    if (!held) found.set(share, { share, low: values[i], high: values[i] });
    else {
      held.low = Math.min(held.low, values[i]);
      held.high = Math.max(held.high, values[i]);
    }
  });
  return [...found.values()].sort((a, b) => a.low - b.low);
}

/** Which class a value falls into, by the bounds at which each but the lowest begins. */
function classAt(value: number, bounds: readonly number[]): number {
  let place = 0;
  while (place < bounds.length && value >= bounds[place]) place++;
  return place;
}

/** What is known of a column's amounts: counts in bands of equal width from the lowest to the highest. */
export interface Bands {
  filled: number;
  bars: readonly number[];
  low?: number;
  high?: number;
}

/** A value at which the upper end is worth holding: few values, at most one in twenty, lie above it and take more than half of the range. Undefined where the range is well used. */
export function worthHolding({ filled, bars, low, high }: Bands): { to: number; above: number } | undefined {
  if (low === undefined || high === undefined || filled < 20 || bars.length < 4) return undefined;
  let above = 0;
  let band = bars.length;
  while (band > 0 && above + bars[band - 1] <= filled / 20) above += bars[--band];
  if (above === 0 || band >= bars.length / 2) return undefined;
  return { to: Number((low + ((high - low) * band) / bars.length).toPrecision(3)), above };
}
