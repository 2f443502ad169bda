'use client';
/** Under which column nodes stand, and in which order within. */
import type { Network } from '@/core/graph';
import { columnTitle } from '@/core/measure';
import { Choose } from '@/ui/kit';

/** A column of texts, or '' for none. */
export function GroupChoice({
  label,
  net,
  value,
  onChange,
}: {
  label: string;
  net: Network;
  value: string;
  onChange: (column: string) => void;
}) {
  return (
    <Choose
      compact
      label={label}
      value={value}
      choices={[
        { value: '', label: 'no groups' },
        ...net.nodeColumns
          .filter(({ type }) => type === 'text' || type === 'yesno')
          .map(({ name }) => ({ value: name, label: `by ${columnTitle(name)}` })),
      ]}
      onChange={onChange}
    />
  );
}

/** One of the orders that have a name, or a column of amounts. */
export function OrderChoice<By extends string>({
  net,
  orders,
  value,
  onChange,
}: {
  net: Network;
  orders: Record<By, string>;
  value: { by: By } | { by: 'column'; column: string };
  onChange: (order: { by: By } | { by: 'column'; column: string }) => void;
}) {
  return (
    <Choose
      compact
      label="Then"
      value={'column' in value ? `column ${value.column}` : value.by}
      choices={[
        ...Object.entries<string>(orders).map(([by, label]) => ({ value: by, label })),
        ...net.nodeColumns
          .filter(({ type }) => type === 'number')
          .map(({ name }) => ({ value: `column ${name}`, label: `by ${columnTitle(name)}` })),
      ]}
      onChange={(next) =>
        onChange(next.startsWith('column ') ? { by: 'column', column: next.slice(7) } : { by: next as By })
      }
    />
  );
}
