/** Looks that follow an amount: numbers and dates, placed between a least and a largest look. */
import * as z from 'zod';
import type { Column } from '../../tables';
import { type Amounts, type Spread, numbers, spreadFields, spreadOut } from '../../amounts';

const by = z.literal('amount').meta({ title: 'by amount' });

/** A way of setting a channel by an amount; `most` and `least` are what its ends look like. */
export const byAmount = <S extends z.ZodRawShape>(of: 'nodes' | 'edges', shape: S, wish?: string) =>
  z.object({
    by,
    column: z.string().meta({ title: 'Column', column: { of, as: 'amount', wish } }),
    ...shape,
    ...spreadFields,
  });

/** Where each value lies between the lowest and the highest. */
export const amountsOf = (col: Column, spread: Spread, step?: string): Amounts => spreadOut(numbers(col, step), spread);

/** Looks between the least and the largest; the least where there is no value. */
export function between(amounts: Amounts, min: number, max: number): Float32Array {
  return Float32Array.from(amounts.shares, (share) => (Number.isNaN(share) ? min : min + (max - min) * share));
}

/** The ends of the range as the legend writes them; an end that is held says so. */
export function ends({ low, high }: Amounts, { from, to }: Partial<Spread> = {}): { low: string; high: string } {
  return {
    low: from === undefined ? shortNumber(low) : `${shortNumber(low)} and under`,
    high: to === undefined ? shortNumber(high) : `${shortNumber(high)} and over`,
  };
}

/** At most four significant digits, thousands separated. */
export function shortNumber(value: number): string {
  if (!Number.isFinite(value)) return '–';
  const whole = Number.isInteger(value) && Math.abs(value) < 1e15;
  const text = whole
    ? value.toLocaleString('en-GB')
    : Number(value.toPrecision(4)).toLocaleString('en-GB', { maximumSignificantDigits: 4 });
  return text.replace('-', '−');
}
