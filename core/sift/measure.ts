/** What counts are of. */
import { numbers } from '../amounts';
import { eachEntry, entriesOf } from './entries';
import type { Marks, SiftMeasure, SiftRows } from './sift';

/** Adds rows up in places, in view and in all. */
export interface Counter {
  add(place: number, row: number): void;
  inView: Float64Array;
  all: Float64Array;
}

/** Counts into so many places. A Fault where the measure's column is not there, or holds no amounts. */
export function counter(rows: SiftRows, measure: SiftMeasure, places: number, marks: Marks): Counter {
  const inView = new Float64Array(places);
  const all = new Float64Array(places);
  if (measure.by === 'rows') {
    return {
      inView,
      all,
      add(place, row) {
        all[place]++;
        if (marks.inView[row]) inView[place]++;
      },
    };
  }
  if (measure.by === 'sum') {
    const values = numbers(rows.column(measure.column));
    return {
      inView,
      all,
      add(place, row) {
        const value = values[row];
        if (Number.isNaN(value)) return;
        all[place] += value;
        if (marks.inView[row]) inView[place] += value;
      },
    };
  }
  const entries = entriesOf(rows.column(measure.column));
  const seen = new Map<number, number>();
  const many = entries.dictionary.length;
  return {
    inView,
    all,
    add(place, row) {
      eachEntry(entries, row, (code) => {
        if (code < 0) return;
        const key = place * many + code;
        const before = seen.get(key) ?? 0;
        const now = before | 1 | (marks.inView[row] ? 2 : 0);
        if (now === before) return;
        if (!(before & 1)) all[place]++;
        if (now & 2 && !(before & 2)) inView[place]++;
        seen.set(key, now);
      });
    },
  };
}
