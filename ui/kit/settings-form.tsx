'use client';
import { Fragment, type ReactNode } from 'react';
import { own } from '@/core/own';
import type { SettingField } from '@/core/settings';
import { Choose } from './choose';
import { Slide } from './slide';
import { NumberField } from './text-field';
import { Toggle } from './toggle';

/** Changes by key; those with the same `merge` in quick succession are one to undo. A value that is undefined leaves the setting out. */
export type Change = (change: Record<string, unknown>, merge?: string) => void;

type Values = Readonly<Record<string, unknown>>;
/** Draws fields of kinds that need to know more than the settings; undefined: nothing. */
export type MoreFields = (field: SettingField, values: Values, onChange: Change) => ReactNode;

/** A form drawn from settings that describe themselves. */
export function SettingsForm({
  fields,
  values,
  onChange,
  more,
}: {
  fields: readonly SettingField[];
  values: Values;
  onChange: Change;
  more?: MoreFields;
}) {
  const shown = fields.filter(({ when }) =>
    Object.entries(when ?? {}).every(([key, some]) => some.includes(String(own(values, key)))),
  );
  return inRows(shown).map((row) => {
    const drawn = row.map((field) => (
      <Setting key={field.key} field={field} values={values} onChange={onChange} more={more} />
    ));
    return row.length === 1 ? (
      <Fragment key={row[0].key}>{drawn}</Fragment>
    ) : (
      <div key={row[0].key}>
        <div className="grid grid-cols-2 gap-2">{drawn}</div>
        {row.map(
          ({ key, help }) =>
            help && (
              <p key={key} className="mt-1 text-sm text-quiet">
                {help}
              </p>
            ),
        )}
      </div>
    );
  });
}

/** Fields that stand beside another one share its row. */
function inRows(fields: readonly SettingField[]): SettingField[][] {
  const rows: SettingField[][] = [];
  for (const field of fields) {
    const row = rows.find(([{ key }]) => key === field.beside);
    if (row) row.push(field);
    else rows.push([field]);
  }
  return rows;
}

/** One field, with the switch that leaves it out where it has one. */
export function Setting({
  field,
  values,
  onChange,
  more,
}: {
  field: SettingField;
  values: Values;
  onChange: Change;
  more?: MoreFields;
}) {
  const value = own(values, field.key);
  const { auto, key } = field;
  if (!auto) return <Control field={field} value={value} values={values} onChange={onChange} more={more} />;
  return (
    <>
      <Toggle
        label={auto.title}
        checked={value === undefined}
        onChange={(left) => onChange({ [key]: left ? undefined : auto.first })}
      />
      {value !== undefined && <Control field={field} value={value} values={values} onChange={onChange} more={more} />}
    </>
  );
}

function Control({
  field,
  value,
  values,
  onChange,
  more,
}: {
  field: SettingField;
  value: unknown;
  values: Values;
  onChange: Change;
  more?: MoreFields;
}) {
  const { key, title: label, help } = field;
  switch (field.kind) {
    case 'yesno':
      return (
        <Toggle label={label} help={help} checked={value === true} onChange={(next) => onChange({ [key]: next })} />
      );
    case 'choice':
      return (
        <Choose
          label={label}
          help={help}
          value={(value ?? field.choices[0].value) as string}
          choices={field.choices}
          onChange={(next) => onChange({ [key]: next })}
        />
      );
    case 'number':
      return (
        <NumberField
          label={label}
          whole={field.whole}
          min={field.min}
          max={field.max}
          value={value as number}
          onCommit={(next) => onChange({ [key]: next })}
        />
      );
    case 'slide': {
      const { from: min, to: max, step, digits } = field;
      const show = digits === undefined ? undefined : (shown: number): string => shown.toFixed(digits);
      // Steps are added up in binary: what is shown is what is kept.
      const exact = (next: number): number => Number(next.toFixed(6));
      return (
        <Slide
          label={label}
          help={help}
          value={(value ?? field.first ?? min) as number}
          min={min}
          max={max}
          step={step}
          show={show}
          onChange={(next) => onChange({ [key]: exact(next) }, key)}
        />
      );
    }
    case 'colour':
      return (
        <ColourField label={label} value={value as string} onChange={(colour) => onChange({ [key]: colour }, key)} />
      );
    default:
      return more?.(field, values, onChange);
  }
}

function ColourField({ label, value, onChange }: { label: string; value: string; onChange: (colour: string) => void }) {
  return (
    <label className="mt-2 flex items-center gap-2">
      <input
        type="color"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="size-6 cursor-pointer rounded border border-line bg-panel"
      />
      {label}
    </label>
  );
}
