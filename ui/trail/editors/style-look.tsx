'use client';
import * as z from 'zod';
import type { OneLook } from '@/core/style';
import { fieldOf, fieldsOf } from '@/core/settings';
import { type Change, Setting, SettingsForm } from '@/ui/kit/settings-form';

/** What a rule, or a hand, begins with. */
export function firstLook({ schema }: OneLook<unknown>): unknown {
  const one = (type: z.ZodType): unknown => type.meta()?.first ?? type.meta()?.colour;
  if (schema instanceof z.ZodObject)
    return Object.fromEntries(Object.entries(schema.shape).map(([key, type]) => [key, one(type as z.ZodType)]));
  return one(schema);
}

/** One look, to be set. */
export function LookForm({
  look: { schema },
  value,
  onChange,
}: {
  look: OneLook<unknown>;
  value: unknown;
  onChange: (value: unknown, merge?: string) => void;
}) {
  if (schema instanceof z.ZodObject) {
    const values = value as Readonly<Record<string, unknown>>;
    const change: Change = (part, merge) => onChange({ ...values, ...part }, merge);
    return <SettingsForm fields={fieldsOf(schema)} values={values} onChange={change} />;
  }
  const field = fieldOf('look', schema);
  return field ? (
    <Setting field={field} values={{ look: value }} onChange={({ look }, merge) => onChange(look, merge)} />
  ) : null;
}
