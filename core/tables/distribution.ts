/** The small distribution in a column's header. */
import { type Column, rowsOf } from './column';

export interface Distribution {
  filled: number;
  distinct: number;
  /** Heights of the bars, counts of cells: equal bands for numbers and dates, most frequent values first for the others. */
  bars: number[];
  /** Of the first and last bar, or of the first bar's value. */
  low?: number;
  high?: number;
}

const bands = 16;

/** Counts over at most 16 bars. */
export function distribution(col: Column): Distribution {
  switch (col.type) {
    case 'number':
      return banded(col.values);
    case 'date':
      return banded(col.day);
    case 'place':
      return { ...banded(col.longitude), low: undefined, high: undefined };
    case 'yesno': {
      const bars = [0, 0];
      for (const value of col.values) if (value >= 0) bars[1 - value]++;
      return { filled: bars[0] + bars[1], distinct: bars.filter((count) => count > 0).length, bars };
    }
    case 'text':
    case 'list': {
      const counts = new Uint32Array(col.dictionary.length);
      let filled = 0;
      for (const code of col.codes) if (code >= 0) counts[code]++;
      if (col.type === 'text') for (const code of col.codes) filled += code >= 0 ? 1 : 0;
      else for (let r = 0; r < rowsOf(col); r++) filled += col.offsets[r + 1] > col.offsets[r] ? 1 : 0;
      // Texts that stand in no cell any more are none of its values.
      const used = counts.filter((count) => count > 0).sort();
      return { filled, distinct: used.length, bars: Array.from(used.subarray(-bands)).reverse() };
    }
  }
}

function banded(values: Float64Array): Distribution {
  let low = Infinity;
  let high = -Infinity;
  let filled = 0;
  const seen = new Set<number>();
  for (const value of values) {
    if (Number.isNaN(value)) continue;
    filled++;
    seen.add(value);
    if (value < low) low = value;
    if (value > high) high = value;
  }
  if (filled === 0) return { filled, distinct: 0, bars: [] };
  // Halves and parts before differences: the range itself may be larger than a number can be.
  const width = high / bands - low / bands || 1;
  const bars = new Array<number>(low === high ? 1 : bands).fill(0);
  for (const value of values)
    if (!Number.isNaN(value)) bars[Math.min(bars.length - 1, Math.floor(value / width - low / width))]++;
  return { filled, distinct: seen.size, bars, low, high };
}
