/** Changes of what is sifted by. */
import { type Network, kindColumn } from '@/core/graph';
import { type Sift, type SiftKindName, type SiftOf, type Sifting, siftKinds } from '@/core/sift';
import { type Column, type ColumnSpec, dayNumber } from '@/core/tables';
import type { TableAddress } from '@/worker/client';

export const changed = (sifting: Sifting, id: string, change: Partial<Sift>): Sifting => ({
  ...sifting,
  sifts: sifting.sifts.map((sift) => (sift.id === id ? ({ ...sift, ...change } as Sift) : sift)),
});

/** A sift of numbers that are years as one of dates, so that they can last from one column to another. */
export const asYears = (
  { sifts, ...rest }: Sifting,
  { id, on, of, table, column, from, to }: SiftOf<'numbers'>,
): Sifting => ({
  ...rest,
  sifts: sifts.map((sift) => {
    if (sift.id !== id) return sift;
    const dates = siftKinds.dates.schema.parse({ id, kind: 'dates', on, of, table, column });
    const day = (year: number | undefined): number | undefined =>
      year === undefined ? undefined : dayNumber(Math.floor(year), 1, 1);
    return { ...dates, from: day(from), to: day(to === undefined ? undefined : to + 1) };
  }),
});

export const lifted = (sifting: Sifting, id: string): Sifting => ({
  ...sifting,
  sifts: sifting.sifts.filter((sift) => sift.id !== id),
});

/** The sift at one place, put in another. */
export function moved({ sifts, ...rest }: Sifting, from: number, to: number): Sifting {
  const next = [...sifts];
  const [one] = next.splice(from, 1);
  next.splice(to, 0, one);
  return { ...rest, sifts: next };
}

/** The sift with a free name, at the end. */
export function added(
  sifting: Sifting,
  sift: { kind: SiftKindName; of: Sift['of']; [setting: string]: unknown },
): Sifting {
  const taken = new Set(sifting.sifts.map(({ id }) => id));
  let n = sifting.sifts.length + 1;
  while (taken.has(`s${n}`)) n++;
  const made = siftKinds[sift.kind].schema.parse({ ...sift, id: `s${n}` });
  return { ...sifting, sifts: [...sifting.sifts, made] };
}

/** What can be sifted by. */
export interface Offer {
  of: Sift['of'];
  /** Whose column it is, as one would say it. */
  whose: string;
  table?: string;
  column: string;
  kind: SiftKindName;
}

const byType: Partial<Record<ColumnSpec['type'], SiftKindName>> = {
  text: 'values',
  list: 'values',
  yesno: 'values',
  reference: 'values',
  number: 'numbers',
  date: 'dates',
};

/** Columns of the records behind ties, of nodes and of ties, in that order. */
export function offersFor(net: Network | undefined, tables: readonly TableAddress[]): Offer[] {
  if (!net) return [];
  const found: Offer[] = [];
  for (const key of net.edgeRecords?.tables ?? []) {
    const table = tables.find((one) => one.key === key);
    for (const { name, type } of table?.columns ?? []) {
      const kind = byType[type];
      if (kind && table) found.push({ of: 'records', whose: table.name, table: key, column: name, kind });
    }
  }
  const add = (of: 'nodes' | 'edges', whose: string, columns: readonly Column[]): void => {
    for (const column of columns) {
      const kind = byType[column.type];
      if (kind && !(column.type === 'text' && column.as === 'picture'))
        found.push({ of, whose, column: column.name, kind });
    }
  };
  add('nodes', 'nodes', net.nodeColumns);
  const weight: Column = { type: 'number', name: 'weight', values: net.weight };
  add('edges', 'ties', [weight, ...net.edgeColumns.filter(({ name }) => name !== 'weight' && name !== kindColumn)]);
  return found;
}
