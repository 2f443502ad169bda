/** How wide a text is, from the widths of the shipped typeface's letters, so that it is the same with a screen and without. */
import { widths } from './widths';
import { type Weight, measured } from './measured';

const tables: Partial<Record<Weight, ReadonlyMap<number, number>>> = {};

/** Width in pixels of a text of this size in pixels. Pairs of letters that stand closer together are not told apart: within 3 % of what a browser draws. */
export function textWidth(text: string, size: number, weight: Weight = 400): number {
  return measured(tables, widths, text, size, weight);
}
