'use client';
import { type Layout, layouts, letGo, mostBundled, putByHand } from '@/core/arrange';
import { fieldsOf } from '@/core/settings';
import { Button, Toggle, counted, grouped } from '@/ui/kit';
import { SettingsForm } from '@/ui/kit/settings-form';
import { own } from '@/core/own';
import { NodeField } from '@/ui/science/node-field';
import type { EditorProps } from '../editor';
import { begun } from './arrange-begun';
import { Gallery } from './arrange-gallery';
import { ColumnField } from './style-columns';

type Changed = Partial<EditorProps<'arrange'>['step']>;

export function ArrangeEditor({ step, before, set }: EditorProps<'arrange'>) {
  const layout = layouts[step.method] as Layout;
  const fields = fieldsOf(layout.schema).filter(({ directed }) => !directed || before?.directed !== false);
  const { settings } = step;
  return (
    <>
      <Gallery
        step={step}
        before={before}
        onChoose={(next) => {
          if (next.key !== step.method) set({ method: next.key, settings: begun(next, before) } as Changed);
        }}
      />
      <p className="mt-3 text-sm text-quiet">{layout.help}</p>
      <SettingsForm
        fields={fields}
        values={settings}
        onChange={(change, merge) => set({ settings: { ...settings, ...change } } as Changed, merge)}
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
      <Toggle
        label="Bundle ties"
        help={`Ties run along each other where that is hardly longer; up to ${grouped(mostBundled)} ties.`}
        checked={step.bundled}
        onChange={(bundled) => set({ bundled })}
      />
      <ByHand step={step} set={set} />
      {layout.turns && (
        <div className="mt-4 flex items-center justify-between gap-2 border-t border-line pt-3">
          <span className="text-sm text-quiet">The picture goes on from the one before it.</span>
          <Button
            onClick={() =>
              set({
                onto: {},
                begins: {},
                begun: undefined,
                placed: {},
                adjusted: [],
                ...('seed' in settings ? { settings: { ...settings, seed: settings.seed + 1 } } : {}),
              } as Changed)
            }
          >
            Lay out anew
          </Button>
        </div>
      )}
    </>
  );
}

/** What was done by hand, and the way back. */
function ByHand({ step: { placed, adjusted }, set }: Pick<EditorProps<'arrange'>, 'step' | 'set'>) {
  const hands = putByHand(placed, adjusted).size;
  const others = adjusted.filter((one) => one.do !== 'move').length;
  if (!hands && !others) return null;
  return (
    <div className="mt-4 space-y-2 border-t border-line pt-3">
      {hands > 0 && (
        <div className="flex items-center justify-between">
          <span>{counted(hands, 'node')} placed by hand</span>
          <Button onClick={() => set(letGo(placed, adjusted))}>Let them go</Button>
        </div>
      )}
      {others > 0 && (
        <div className="flex items-center justify-between">
          <span>{counted(others, 'adjustment')} after the layout</span>
          <Button onClick={() => set({ adjusted: adjusted.filter((one) => one.do === 'move') })}>Take back</Button>
        </div>
      )}
    </div>
  );
}
