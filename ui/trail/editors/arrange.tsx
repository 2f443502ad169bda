'use client';
import { layouts } from '@/core/arrange';
import { fieldsOf } from '@/core/settings';
import { Button, Choose, counted } from '@/ui/kit';
import { SettingsForm } from '@/ui/kit/settings-form';
import type { EditorProps } from '../editor';

const choices = Object.values(layouts).map(({ key, title }) => ({ value: key, label: title }));

export function ArrangeEditor({ step, set }: EditorProps<'arrange'>) {
  const hands = Object.keys(step.placed).length;
  const { schema } = layouts[step.method];
  return (
    <>
      <Choose
        label="Layout"
        value={step.method}
        choices={choices}
        onChange={(method) => {
          const { key, schema: its } = layouts[method as keyof typeof layouts];
          if (key !== step.method) set({ method: key, settings: its.parse({}) });
        }}
      />
      <SettingsForm
        fields={fieldsOf(schema)}
        values={step.settings}
        onChange={(change, merge) => set({ settings: { ...step.settings, ...change } }, merge)}
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
