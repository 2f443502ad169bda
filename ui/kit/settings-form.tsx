'use client';
import type { SettingField } from '@/core/settings';
import { Choose, NumberField, Slide, Toggle } from './field';

/** Changes by key; those with the same `merge` in quick succession are one to undo. */
type Change = (change: Record<string, unknown>, merge?: string) => void;

/** A form drawn from settings that describe themselves. Numbers that follow each other stand side by side. */
export function SettingsForm({
  fields,
  values,
  onChange,
}: {
  fields: readonly SettingField[];
  values: Readonly<Record<string, unknown>>;
  onChange: Change;
}) {
  return inRows(fields).map((row) =>
    row.length === 1 && row[0].kind !== 'number' ? (
      <Setting key={row[0].key} field={row[0]} value={values[row[0].key]} onChange={onChange} />
    ) : (
      <div key={row[0].key}>
        <div className="grid grid-cols-2 gap-2">
          {row.map((field) => (
            <Setting key={field.key} field={field} value={values[field.key]} onChange={onChange} />
          ))}
        </div>
        {row.map(({ key, help }) => help && <p key={key} className="mt-1 text-sm text-quiet">{help}</p>)}
      </div>
    ),
  ); // prettier-ignore
}

function inRows(fields: readonly SettingField[]): SettingField[][] {
  const rows: SettingField[][] = [];
  for (const field of fields) {
    const last = rows.at(-1);
    if (field.kind === 'number' && last?.length === 1 && last[0].kind === 'number') last.push(field);
    else rows.push([field]);
  }
  return rows;
}

function Setting({ field, value, onChange }: { field: SettingField; value: unknown; onChange: Change }) {
  const { key, title: label, help } = field;
  switch (field.kind) {
    case 'yesno':
      return <Toggle label={label} help={help} checked={value === true} onChange={(next) => onChange({ [key]: next })} />;
    case 'choice':
      return (
        <Choose label={label} help={help} value={value as string} choices={field.choices} onChange={(next) => onChange({ [key]: next })} />
      );
    case 'number':
      return (
        <NumberField label={label} whole={field.whole} min={field.min} max={field.max} value={value as number} onCommit={(next) => onChange({ [key]: next })} />
      );
    case 'slide': {
      const { from: min, to: max, step, digits } = field;
      const show = digits === undefined ? undefined : (shown: number): string => shown.toFixed(digits);
      // Steps are added up in binary: what is shown is what is kept.
      const exact = (next: number): number => Number(next.toFixed(6));
      return (
        <Slide label={label} help={help} value={value as number} min={min} max={max} step={step} show={show} onChange={(next) => onChange({ [key]: exact(next) }, key)} />
      );
    }
  }
} // prettier-ignore
