import * as z from 'zod';
import { type Entries, entriesOf } from '../entries';
import { type Grouping, counting } from '../measure';
import { type SiftKind, type Tally, measureSchema, siftBase } from '../sift';

export const valueOrders = ['most in view', 'most in all', 'by name'] as const;

const schema = z.object({
  ...siftBase,
  kind: z.literal('values'),
  column: z.string(),
  /** Those that pass, '' for an empty cell; none: all pass. */
  values: z.array(z.string()).default([]),
  /** Whether those named are the ones that do not pass. */
  none: z.boolean().default(false),
  /** What the card lists: values with these letters, in this order, so many. */
  search: z.string().default(''),
  order: z.enum(valueOrders).default('most in view'),
  most: z.number().int().min(1).max(10_000).default(8),
  measure: measureSchema,
});
type Values = z.infer<typeof schema>;

export const values: SiftKind<'values', Values> = {
  key: 'values',
  title: 'Values',
  schema,
  fits: ({ type }) => type === 'text' || type === 'list' || type === 'yesno',
  open: ({ values: named }) => named.length === 0,
  passes(rows, sift) {
    const entries = entriesOf(rows.column(sift.column));
    const named = marked(entries, sift.values);
    const empty = sift.values.includes('');
    const { offsets, codes } = entries;
    const hit = sift.none ? 0 : 1;
    const found = new Uint8Array(rows.size).fill(1 - hit);
    for (let r = 0; r < rows.size; r++) {
      if (!offsets) {
        if (codes[r] < 0 ? empty : named[codes[r]]) found[r] = hit;
        continue;
      }
      if (offsets[r] === offsets[r + 1] && empty) found[r] = hit;
      for (let k = offsets[r]; k < offsets[r + 1]; k++) if (named[codes[k]]) found[r] = hit;
    }
    return found;
  },
  tallies: ({ column, measure }) => [column, measure],
  tally(rows, { column, measure }, all) {
    const entries = entriesOf(rows.column(column));
    const count = counting(rows, measure, groupingOf(entries, rows.size));
    const total = count(all);
    return (inView, sift) => listed(entries.dictionary, sift, total, count(inView));
  },
  words({ column, values: named, none }) {
    const said = named.slice(0, 2).map((value) => (value === '' ? `no ${column}` : value));
    const more = named.length - said.length;
    return `${none ? 'not ' : ''}${said.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
  },
};

/** 1 for each entry of the dictionary that is named. */
function marked({ dictionary }: Entries, named: readonly string[]): Uint8Array {
  const wanted = new Set(named);
  return Uint8Array.from(dictionary, (text) => (wanted.has(text) ? 1 : 0));
}

/** Each row at the values of its cell, at one place more where it is empty. A value that is written twice in a cell counts once. */
function groupingOf({ dictionary, offsets, codes }: Entries, size: number): Grouping {
  const none = dictionary.length;
  if (!offsets) return { many: none + 1, places: Int32Array.from(codes, (code) => (code < 0 ? none : code)) };
  const begins = new Uint32Array(size + 1);
  const places = new Uint32Array(codes.length + size);
  let at = 0;
  for (let r = 0; r < size; r++) {
    if (offsets[r] === offsets[r + 1]) places[at++] = none;
    for (let k = offsets[r]; k < offsets[r + 1]; k++) {
      let again = false;
      for (let i = begins[r]; i < at; i++) if (places[i] === codes[k]) again = true;
      if (!again) places[at++] = codes[k];
    }
    begins[r + 1] = at;
  }
  return { many: none + 1, offsets: begins, places: places.slice(0, at) };
}

/** The values that a card lists; those that were chosen stay to be seen, and let go, wherever they stand in the order. */
function listed(dictionary: readonly string[], sift: Values, all: Float64Array, inView: Float64Array): Tally {
  const none = dictionary.length;
  const name = (code: number): string => (code === none ? '' : dictionary[code]);
  const wanted = sift.search.trim().toLocaleLowerCase();
  const there: number[] = [];
  let distinct = 0;
  for (let code = 0; code <= none; code++) {
    if (all[code] === 0) continue;
    if (code < none) distinct++;
    if (wanted === '' || name(code).toLocaleLowerCase().includes(wanted)) there.push(code);
  }
  const byCount = sift.order === 'most in all' ? all : inView;
  const order =
    sift.order === 'by name'
      ? (a: number, b: number): number => compare(name(a), name(b))
      : (a: number, b: number): number => byCount[b] - byCount[a] || all[b] - all[a] || a - b;
  const first = (sift.order === 'by name' ? there : likely(there, byCount, sift.most)).sort(order).slice(0, sift.most);
  const shown = new Set(first.map(name));
  const places = new Map<string, number>();
  if (sift.values.some((value) => !shown.has(value))) dictionary.forEach((text, code) => places.set(text, code));
  const missing = sift.values.flatMap((value) => {
    if (shown.has(value)) return [];
    const code = value === '' ? none : places.get(value);
    return [{ value, inView: code === undefined ? 0 : inView[code], all: code === undefined ? 0 : all[code] }];
  });
  return {
    kind: 'values',
    distinct,
    shown: there.length,
    values: [...missing, ...first.map((code) => ({ value: name(code), inView: inView[code], all: all[code] }))],
  };
}

/** Those among which the greatest so many are: few enough to be put in order. */
function likely(codes: number[], by: Float64Array, most: number): number[] {
  if (codes.length <= most) return codes;
  const least = Float64Array.from(codes, (code) => by[code]).sort()[codes.length - most];
  const above = codes.filter((code) => by[code] > least);
  return [...above, ...codes.filter((code) => by[code] === least)];
}

// Made when it is first needed: not while the page loads.
let collator: Intl.Collator | undefined;
const compare = (a: string, b: string): number =>
  (collator ??= new Intl.Collator('en', { numeric: true })).compare(a, b) || (a < b ? -1 : a > b ? 1 : 0);
