import * as z from 'zod';
import { numbers as numbersOf } from '../../amounts';
import { isYears } from '../../tables';
import { shortNumber } from '../../style';
import { counting } from '../measure';
import { type Bar, type SiftKind, measureSchema, siftBase } from '../sift';

const bars = 28;

const schema = z.object({
  ...siftBase,
  kind: z.literal('numbers'),
  column: z.string(),
  /** The ends of the range, both within it; absent: open. */
  from: z.number().optional(),
  to: z.number().optional(),
  /** Whether rows without a number pass as well. */
  empty: z.boolean().default(false),
  measure: measureSchema,
});
type Numbers = z.infer<typeof schema>;

export const numbers: SiftKind<'numbers', Numbers> = {
  key: 'numbers',
  title: 'Numbers',
  schema,
  fits: ({ type }) => type === 'number',
  open: ({ from, to }) => from === undefined && to === undefined,
  passes(rows, { column, from = -Infinity, to = Infinity, empty }) {
    const values = numbersOf(rows.column(column));
    const found = new Uint8Array(rows.size);
    for (let r = 0; r < rows.size; r++) {
      const value = values[r];
      if (Number.isNaN(value) ? empty : value >= from && value <= to) found[r] = 1;
    }
    return found;
  },
  tallies: ({ column, measure }) => [column, measure],
  tally(rows, sift, all) {
    const col = rows.column(sift.column);
    const values = numbersOf(col);
    const years = isYears(col);
    let [low, high] = [Infinity, -Infinity];
    for (let r = 0; r < rows.size; r++) {
      if (!all[r] || !Number.isFinite(values[r])) continue;
      if (values[r] < low) low = values[r];
      if (values[r] > high) high = values[r];
    }
    if (low > high) [low, high] = [0, 0];
    let whole = Number.isInteger(low) && Number.isInteger(high);
    for (let r = 0; whole && r < rows.size; r++) if (all[r] && values[r] % 1) whole = false;
    const top = heldAt(values, all, low, high);
    // Whole numbers share bars evenly, else some bars would hold more of them than others. Parts before differences: the range itself may be larger than a number can be.
    const step = whole ? Math.max(1, Math.ceil((top - low + 1) / bars)) : 0;
    const many = whole && Number.isFinite(step) ? Math.ceil((top - low + 1) / step) : low < high ? bars : 1;
    const width = whole && Number.isFinite(step) ? step : top / many - low / many || 1;
    const places = Int32Array.from(values, (value) =>
      Number.isNaN(value) ? many : Math.max(0, Math.min(many - 1, Math.floor(value / width - low / width))),
    );
    const count = counting(rows, sift.measure, { many: many + 1, places });
    const total = count(all);
    return (inView) => {
      const here = count(inView);
      const found = Array.from({ length: many }, (_, i): Bar => {
        const from = low + i * width;
        return { from, to: i === many - 1 ? (whole ? high + 1 : high) : from + width, inView: here[i], all: total[i] };
      });
      return { kind: 'bars', bars: found, low, high, whole, years, empty: { inView: here[many], all: total[many] } };
    };
  },
  words({ column, from, to }) {
    if (from === undefined) return `${column} up to ${shortNumber(to ?? 0)}`;
    if (to === undefined) return `${column} from ${shortNumber(from)}`;
    return `${column} ${shortNumber(from)}–${shortNumber(to)}`;
  },
};

/** Where the last bar begins to hold all that is above: where a few values are far above the others, they would be one bar and the rest empty. */
function heldAt(values: Float64Array, all: Uint8Array, low: number, high: number): number {
  const sorted = values.filter((value, r) => all[r] && Number.isFinite(value)).sort();
  const most = sorted[Math.floor(0.98 * (sorted.length - 1))];
  return sorted.length >= 50 && most > low && high / 4 - low / 4 > most - low ? most : high;
}
