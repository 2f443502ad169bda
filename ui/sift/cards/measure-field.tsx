'use client';
import { useMemo } from 'react';
import type { Sift, SiftMeasure } from '@/core/sift';
import { Choose } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import { offersFor } from '../changes';

const plain = { records: 'records', nodes: 'nodes', edges: 'ties' };

/** What is counted: the rows themselves, a column's sum, or its different values. */
export function MeasureField({
  sift,
  onChange,
}: {
  sift: Sift & { measure: SiftMeasure };
  onChange: (measure: SiftMeasure) => void;
}) {
  const net = useWorkbench((state) => state.net);
  const tables = useWorkbench((state) => state.tables);
  const choices = useMemo(() => {
    const own = offersFor(net, tables).filter(({ of, table }) => of === sift.of && table === sift.table);
    return [
      { value: 'rows', label: plain[sift.of] },
      ...own
        .filter(({ kind }) => kind === 'numbers')
        .map(({ column }) => ({ value: `sum ${column}`, label: `sum of ${column}` })),
      ...own
        .filter(({ kind }) => kind === 'values')
        .map(({ column }) => ({ value: `distinct ${column}`, label: `different ${column}` })),
    ];
  }, [net, sift.of, sift.table, tables]);
  const value = sift.measure.by === 'rows' ? 'rows' : `${sift.measure.by} ${sift.measure.column}`;
  return (
    <Choose
      compact
      label="What is counted"
      value={value}
      choices={choices}
      onChange={(next) => {
        const [by, ...rest] = next.split(' ');
        onChange(by === 'rows' ? { by } : { by: by as 'sum' | 'distinct', column: rest.join(' ') });
      }}
    />
  );
}
