import * as z from 'zod';
import type { Entries } from '../entries';
import { entriesOf } from '../entries';
import { counter } from '../measure';
import { type SiftKind, measureSchema, siftBase } from '../sift';

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
  most: z.number().int().min(1).max(10_000).default(12),
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
  tally(rows, sift, marks) {
    const entries = entriesOf(rows.column(sift.column));
    const { dictionary, offsets, codes } = entries;
    const none = dictionary.length;
    const counts = counter(rows, sift.measure, none + 1, marks);
    for (let r = 0; r < rows.size; r++) {
      if (!marks.all[r]) continue;
      if (!offsets) counts.add(codes[r] < 0 ? none : codes[r], r);
      else if (offsets[r] === offsets[r + 1]) counts.add(none, r);
      else for (let k = offsets[r]; k < offsets[r + 1]; k++) if (first(codes, offsets[r], k)) counts.add(codes[k], r);
    }
    const wanted = sift.search.trim().toLocaleLowerCase();
    const there: number[] = [];
    let distinct = 0;
    for (let code = 0; code <= none; code++) {
      if (counts.all[code] === 0) continue;
      if (code < none) distinct++;
      const text = code === none ? '' : dictionary[code];
      if (wanted === '' || text.toLocaleLowerCase().includes(wanted)) there.push(code);
    }
    const name = (code: number): string => (code === none ? '' : dictionary[code]);
    const byName = (a: number, b: number): number => compare(name(a), name(b));
    const byCount = sift.order === 'most in all' ? counts.all : counts.inView;
    there.sort(
      sift.order === 'by name' ? byName : (a, b) => byCount[b] - byCount[a] || counts.all[b] - counts.all[a] || a - b,
    );
    const listed = there.slice(0, sift.most);
    // What was chosen stays to be seen, and let go, wherever it stands in the order.
    const places = new Map(sift.values.length ? dictionary.map((text, code) => [text, code]) : []);
    const missing = sift.values.filter((value) => !listed.some((code) => name(code) === value));
    return {
      kind: 'values',
      distinct,
      shown: there.length,
      values: [
        ...missing.map((value) => {
          const code = value === '' ? none : (places.get(value) ?? -1);
          return { value, inView: code < 0 ? 0 : counts.inView[code], all: code < 0 ? 0 : counts.all[code] };
        }),
        ...listed.map((code) => ({ value: name(code), inView: counts.inView[code], all: counts.all[code] })),
      ],
    };
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

/** Whether a value stands in a cell for the first time: one that is written twice counts once. */
function first(codes: Int32Array | Uint32Array, from: number, at: number): boolean {
  for (let k = from; k < at; k++) if (codes[k] === codes[at]) return false;
  return true;
}

const collator = new Intl.Collator('en', { numeric: true });
const compare = (a: string, b: string): number => collator.compare(a, b) || (a < b ? -1 : a > b ? 1 : 0);
