'use client';
import { useRef } from 'react';
import * as z from 'zod';
import type { OneLook } from '@/core/style';
import { fieldOf, fieldsOf } from '@/core/settings';
import { own } from '@/core/own';
import { Button } from '@/ui/kit';
import { type Change, type MoreFields, Setting, SettingsForm } from '@/ui/kit/settings-form';
import { toast } from '@/ui/kit/toast';

/** What a rule, or a hand, begins with. */
export function firstLook({ schema }: OneLook<unknown>): unknown {
  const one = (type: z.ZodType): unknown => type.meta()?.first ?? type.meta()?.colour;
  if (schema instanceof z.ZodObject)
    return Object.fromEntries(Object.entries(schema.shape).map(([key, type]) => [key, one(type as z.ZodType)]));
  return one(schema);
}

/** Pixels of the longest side of a picture kept in the step. */
const keptSide = 160;

const pictureField: MoreFields = ({ kind, key, title }, values, onChange) => {
  if (kind !== 'picture') return null;
  const address = (own(values, key) as string | undefined) ?? '';
  return <PictureField label={title} address={address} onChoose={(picture) => onChange({ [key]: picture })} />;
};

/** A picture chosen from a file, or none. */
function PictureField({
  label,
  address,
  onChoose,
}: {
  label: string;
  address: string;
  onChoose: (address: string) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <div className="mt-2 flex items-center gap-2">
      {address !== '' && <img src={address} alt="" className="size-8 rounded object-cover" />}
      <Button onClick={() => file.current?.click()}>{address === '' ? 'Choose a picture' : 'Another picture'}</Button>
      {address !== '' && <Button onClick={() => onChoose('')}>None</Button>}
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/webp,image/gif,image/avif"
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          if (!chosen) return;
          import('@/ui/kit/pictures')
            .then(({ pictureOf }) => pictureOf(chosen, keptSide))
            .then(onChoose)
            .catch(() =>
              toast.error(
                `“${chosen.name}” is no picture that can be read here, or too large a one. Choose a PNG, JPEG or WebP file, or make it smaller.`,
              ),
            );
        }}
      />
    </div>
  );
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
    return <SettingsForm fields={fieldsOf(schema)} values={values} onChange={change} more={pictureField} />;
  }
  const field = fieldOf('look', schema);
  return field ? (
    <Setting field={field} values={{ look: value }} onChange={({ look }, merge) => onChange(look, merge)} />
  ) : null;
}
