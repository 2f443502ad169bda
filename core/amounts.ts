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
