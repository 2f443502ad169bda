/** What counts are of. */
import { numbers } from '../amounts';
import { eachEntry, entriesOf } from './entries';
import type { SiftMeasure, SiftRows, Tally } from './sift';

/** Which of so many places each row is counted in: one, −1 for none; or, where there are offsets, several as compressed rows. */
export interface Grouping {
  many: number;
  offsets?: Uint32Array;
  places: Int32Array | Uint32Array;
}

/** Counts the marked rows by place. */
export type Counting = (marks: Uint8Array) => Float64Array;

/** Made once for a grouping, counted again and again. A Fault where the measure's column is not there, or holds no amounts. */
export function counting(rows: SiftRows, measure: SiftMeasure, grouping: Grouping): Counting {
  const { many, offsets, places } = grouping;
  const { size } = rows;
  if (measure.by === 'distinct') return countingDistinct(rows, measure.column, grouping);
  const values =
    measure.by === 'sum'
      ? numbers(rows.column(measure.column)).map((value) => (value === value ? value : 0))
      : undefined;
  return (marks) => {
    const found = new Float64Array(many);
    if (offsets) {
      for (let r = 0; r < size; r++) {
        if (!marks[r]) continue;
        const by = values ? values[r] : 1;
        for (let k = offsets[r]; k < offsets[r + 1]; k++) found[places[k]] += by;
      }
    } else if (values) {
      for (let r = 0; r < size; r++) if (marks[r] && places[r] >= 0) found[places[r]] += values[r];
    } else {
      for (let r = 0; r < size; r++) if (marks[r] && places[r] >= 0) found[places[r]]++;
    }
    return found;
  };
}

/** How many of the rows that pass there are, and how many of them are in view. */
export function countingHits(hit: Uint8Array, all: Uint8Array): (inView: Uint8Array) => Tally {
  return (inView) => {
    const count = { inView: 0, all: 0 };
    for (let r = 0; r < hit.length; r++) {
      if (!hit[r] || !all[r]) continue;
      count.all++;
      if (inView[r]) count.inView++;
    }
    return { kind: 'count', count };
  };
}

/** How many different values of a column stand in the marked rows of each place. */
function countingDistinct(rows: SiftRows, name: string, { many, offsets, places }: Grouping): Counting {
  const entries = entriesOf(rows.column(name));
  const kinds = entries.dictionary.length;
  // Each value at each place has a number; each row the numbers of what it brings.
  const numbersOf = new Map<number, number>();
  const placeOf: number[] = [];
  const begins = new Uint32Array(rows.size + 1);
  const pairs: number[] = [];
  for (let r = 0; r < rows.size; r++) {
    for (let k = offsets ? offsets[r] : r; k < (offsets ? offsets[r + 1] : r + 1); k++) {
      const place = places[k];
      if (place < 0) continue;
      eachEntry(entries, r, (code) => {
        if (code < 0) return;
        const key = place * kinds + code;
        let pair = numbersOf.get(key);
        if (pair === undefined) {
          numbersOf.set(key, (pair = placeOf.length));
          placeOf.push(place);
        }
        pairs.push(pair);
      });
    }
    begins[r + 1] = pairs.length;
  }
  return (marks) => {
    const found = new Float64Array(many);
    const seen = new Uint8Array(placeOf.length);
    for (let r = 0; r < rows.size; r++) {
      if (!marks[r]) continue;
      for (let k = begins[r]; k < begins[r + 1]; k++) {
        if (seen[pairs[k]]) continue;
        seen[pairs[k]] = 1;
        found[placeOf[pairs[k]]]++;
      }
    }
    return found;
  };
}
