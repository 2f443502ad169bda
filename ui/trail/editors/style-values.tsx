'use client';
/** Looks that are set value by value. */
import { useMemo } from 'react';
import { type ColourByCategory, categoryColours, lookOf } from '@/core/style';
import { own } from '@/core/own';
import type { SettingField } from '@/core/settings';
import { Choose } from '@/ui/kit';
import type { Change } from '@/ui/kit/settings-form';
import { useWorkbench } from '@/ui/state/context';
import type { Holdings } from '@/worker/client';

/** The colour of each value. */
export function ValueColours({
  rule,
  of,
  onChange,
}: {
  rule: ColourByCategory;
  of: 'nodes' | 'edges';
  onChange: Change;
}) {
  const net = useWorkbench((state) => state.net);
  const entries = useMemo(() => {
    const col = (of === 'nodes' ? net?.nodeColumns : net?.edgeColumns)?.find(({ name }) => name === rule.column);
    return col ? categoryColours(col, rule) : [];
  }, [net, of, rule]);
  return (
    <ul aria-label="Colours" className="mt-2 max-h-52 overflow-auto">
      {entries.slice(0, 60).map(({ value, colour }) => (
        <li key={value} className="flex items-center gap-2 py-0.5">
          <input
            type="color"
            aria-label={`Colour of ${value}`}
            value={colour}
            onChange={(event) =>
              onChange({ colours: { ...rule.colours, [value]: event.target.value } }, `colour ${value}`)
            }
            className="size-5 cursor-pointer rounded border border-line bg-panel"
          />
          <span className="truncate">{value}</span>
        </li>
      ))}
    </ul>
  );
}

type ValuesField = Extract<SettingField, { kind: 'values' }>;

/** Which value looks how: each with a choice. */
export function ValueLooks({
  field,
  of,
  values,
  before,
  onChange,
}: {
  field: ValuesField;
  of: 'nodes' | 'edges';
  values: Readonly<Record<string, unknown>>;
  before: Holdings | undefined;
  onChange: Change;
}) {
  const { key, title, looks, rest } = field;
  const columns = (of === 'nodes' ? before?.nodeColumns : before?.edgeColumns) ?? [];
  const col = columns.find(({ name }) => name === values.column);
  const byHand = (own(values, key) ?? {}) as Record<string, string>;
  return (
    <ul aria-label={title} className="mt-2 space-y-1">
      {(col?.values ?? []).map(({ value }, i) => (
        <li key={value} className="grid grid-cols-[1fr_8rem] items-center gap-2">
          <span className="truncate">{value}</span>
          <Choose
            compact
            label={`${title} of ${value}`}
            value={lookOf(value, i, byHand, looks, rest)}
            choices={looks.map((look) => ({ value: look, label: look }))}
            onChange={(look) => onChange({ [key]: { ...byHand, [value]: look } })}
          />
        </li>
      ))}
    </ul>
  );
}
