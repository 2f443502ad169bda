'use client';
import { type Layout, layouts } from '@/core/arrange';
import { fieldsOf } from '@/core/settings';
import { Button, Choose, counted } from '@/ui/kit';
import { SettingsForm } from '@/ui/kit/settings-form';
import { own } from '@/core/own';
import { NodeField } from '@/ui/science/node-field';
import type { Holdings } from '@/worker/client';
import type { EditorProps } from '../editor';
import { ColumnField, columnsFor } from './style-columns';

const choices = Object.values(layouts).map(({ key, title }) => ({ value: key, label: title }));

type Changed = Partial<EditorProps<'arrange'>['step']>;

/** What a layout begins with: its columns are taken from those there are. */
function begun({ schema }: Layout, before: Holdings | undefined): object {
  const chosen = fieldsOf(schema).flatMap((field) => {
    if (field.kind !== 'column' || field.column.none !== undefined) return [];
    const there = columnsFor(field.column, before).map(({ value }) => value);
    const name = there.find((one) => one === field.column.wish) ?? there[0];
    return name === undefined ? [] : [[field.key, name]];
  });
  return schema.parse(Object.fromEntries(chosen) as object);
}

export function ArrangeEditor({ step, before, set }: EditorProps<'arrange'>) {
  const hands = Object.keys(step.placed).length;
  const layout = layouts[step.method] as Layout;
  return (
    <>
      <Choose
        label="Layout"
        value={step.method}
        choices={choices}
        onChange={(method) => {
          const next = layouts[method as keyof typeof layouts] as Layout;
          if (next.key !== step.method) set({ method: next.key, settings: begun(next, before) } as Changed);
        }}
        help={layout.help}
      />
      <SettingsForm
        fields={fieldsOf(layout.schema)}
        values={step.settings}
        onChange={(change, merge) => set({ settings: { ...step.settings, ...change } } as Changed, merge)}
        more={(field, values, onChange) =>
          field.kind === 'column' ? (
            <ColumnField field={field} values={values} before={before} onChange={onChange} />
          ) : field.kind === 'node' ? (
            <NodeField
              label={field.title}
              nobody={field.none}
              value={own(values, field.key) as string | undefined}
              onChange={(id) => onChange({ [field.key]: id })}
            />
          ) : null
        }
      />
      {hands > 0 && (
        <div className="mt-4 flex items-center justify-between border-t border-line pt-3">
          <span>{counted(hands, 'node')} placed by hand</span>
          <Button onClick={() => set({ placed: {} })}>Let them go</Button>
        </div>
      )}
    </>
  );
}
