/** Looks that follow an amount: numbers and dates, placed between a least and a largest look. */
import * as z from 'zod';
import { type Column, datePrecision, writeDate } from '../../tables';
import { type Amounts, type Spread, numbers, spreadFields, spreadOut } from '../../amounts';
import { type Network, edgeColumn } from '../../graph';
import { columnTitle } from '../../measure';
import { digits } from '../../written';
import type { LegendTick, Stands } from '../looks';
import { ticksOf } from './ticks';

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
export function amountsOf(col: Column, spread: Spread, step?: string): Amounts {
  const found = spreadOut(numbers(col, step), spread);
  if (col.type !== 'date') return found;
  const dates = col.precision.reduce((most, one) => Math.max(most, one), datePrecision.year);
  return { ...found, dates: Math.min(dates, datePrecision.day) };
}

/** The amounts that ties hold in a column, or as their weights, where each lies, and what they are called. */
export function edgeAmounts(
  net: Network,
  rule: Spread & { column: string },
  step?: string,
): { values: Float64Array; amounts: Amounts; title: string } {
  if (rule.column === 'weight')
    return { values: net.weight, amounts: spreadOut(net.weight, rule), title: columnTitle(net.weightName) };
  const col = edgeColumn(net, rule.column, step);
  return { values: numbers(col, step), amounts: amountsOf(col, rule, step), title: columnTitle(col.name) };
}

/** Looks between the least and the largest; the least where there is no value. */
export function between(amounts: Amounts, min: number, max: number): Float32Array {
  return Float32Array.from(amounts.shares, (share) => (Number.isNaN(share) ? min : min + (max - min) * share));
}

/** The ends of the range as the legend writes them; an end that is held says so. */
export function ends(amounts: Amounts, { from, to }: Partial<Spread> = {}): { low: string; high: string } {
  const [low, high] = [said(amounts.low, amounts), said(amounts.high, amounts)];
  const [under, over] = amounts.dates === undefined ? ['under', 'over'] : ['before', 'after'];
  return {
    low: from === undefined ? low : `${low} and ${under}`,
    high: to === undefined ? high : `${high} and ${over}`,
  };
}

/** Round amounts between the ends, in words. */
export function ticks(values: Float64Array, amounts: Amounts, spread: Spread): LegendTick[] {
  return ticksOf(values, amounts, spread).map(({ value, share }) => ({ label: said(value, amounts), share }));
}

/** Each class of amounts as an entry of the legend, from the lowest; what lies beyond held ends belongs to the first and the last. */
export function classEntries(amounts: Amounts): { label: string; share: number; stands: Stands }[] {
  const { classes = [] } = amounts;
  return classes.map(({ share, low, high }, i) => ({
    label: low === high ? said(low, amounts) : `${said(low, amounts)} – ${said(high, amounts)}`,
    share,
    stands: { ...(i > 0 ? { from: low } : {}), ...(i < classes.length - 1 ? { to: high } : {}) },
  }));
}

/** An amount in words: a date as precisely as the column tells it, a number that may be a year without commas, any other number. */
export function said(value: number, { low, high, dates }: Amounts): string {
  if (dates !== undefined && !Number.isNaN(value)) return writeDate(Math.round(value), dates, false);
  const years = low >= 1000 && high <= 2200 && Number.isInteger(low) && Number.isInteger(high);
  return years && Number.isInteger(value) ? String(value) : shortNumber(value);
}

/** At most four significant digits, thousands separated. */
export function shortNumber(value: number): string {
  if (!Number.isFinite(value)) return '–';
  const whole = Number.isInteger(value) && Math.abs(value) < 1e15;
  return digits(whole ? value : Number(value.toPrecision(4))).replace('-', '−');
}
