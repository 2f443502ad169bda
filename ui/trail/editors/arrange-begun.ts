import type { Layout } from '@/core/arrange';
import { fieldsOf } from '@/core/settings';
import { namesLatitude, namesLongitude } from '@/core/tables';
import type { Holdings } from '@/worker/client';
import { columnsFor } from './style-columns';

/** Whether a column's name says what is wished for. */
const says: Record<'alike' | 'latitude' | 'longitude', (name: string, wish: string) => boolean> = {
  alike: (name, wish) => name.toLowerCase().startsWith(wish.slice(0, 3)),
  latitude: namesLatitude,
  longitude: namesLongitude,
};

/** What a layout begins with: its columns are taken from those there are, its sizes from how many nodes there are. */
export function begun({ schema, begun: large }: Layout, before: Holdings | undefined): Record<string, unknown> {
  const chosen = fieldsOf(schema).flatMap((field) => {
    if (field.kind !== 'column') return [];
    const { wish = '', none, as, named } = field.column;
    const there = columnsFor(field.column, before).map(({ value }) => value);
    // Where no column is a choice as well, only places are taken unasked.
    if (none !== undefined && as !== 'place') return [];
    const name = there.find((one) => one === wish) ?? (named ? there.find((one) => says[named](one, wish)) : there[0]);
    return name === undefined ? [] : [[field.key, name]];
  });
  return schema.parse({ ...large?.(before?.nodes ?? 0), ...Object.fromEntries(chosen) });
}
