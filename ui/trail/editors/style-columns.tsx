/** Columns that a channel can follow. */
import { columnTitle } from '@/core/measure';
import { own } from '@/core/own';
import type { SettingField } from '@/core/settings';
import { Choose } from '@/ui/kit';
import type { Change } from '@/ui/kit/settings-form';
import type { ColumnHoldings, Holdings } from '@/worker/client';

type ColumnField = Extract<SettingField, { kind: 'column' }>;

const isAmount = ({ type }: ColumnHoldings): boolean => type === 'number' || type === 'date';

/** The columns that fit, with what they are called; edges have their weight beside their columns. */
export function columnsFor(
  { of, as, most = Infinity }: ColumnField['column'],
  before: Holdings | undefined,
): { value: string; label: string }[] {
  const columns = (of === 'nodes' ? before?.nodeColumns : before?.edgeColumns) ?? [];
  const fits = {
    amount: isAmount,
    category: ({ values }: ColumnHoldings) => values.length > 0 && values.length <= most,
    picture: ({ pictures }: ColumnHoldings) => pictures === true,
    place: ({ type }: ColumnHoldings) => type === 'place',
    any: () => true,
  }[as];
  const found = columns.filter(fits).map(({ name }) => ({ value: name, label: columnTitle(name) }));
  return of === 'edges' && as === 'amount' ? [{ value: 'weight', label: 'weight' }, ...found] : found;
}

/** The choice of a column; what was set by value goes with the column that had the values. */
export function ColumnField({
  field,
  values,
  before,
  onChange,
}: {
  field: ColumnField;
  values: Readonly<Record<string, unknown>>;
  before: Holdings | undefined;
  onChange: Change;
}) {
  const { column, key, title } = field;
  const none = column.none === undefined ? [] : [{ value: '', label: column.none }];
  const byValue: Record<string, object> = {};
  for (const [name, held] of Object.entries(values)) if (typeof held === 'object') byValue[name] = {};
  return (
    <Choose
      label={title}
      value={(own(values, key) as string | undefined) ?? ''}
      choices={[...none, ...columnsFor(column, before)]}
      onChange={(name) => onChange({ ...byValue, [key]: name || undefined })}
    />
  );
}
