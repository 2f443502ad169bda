/** What these tests share. */
import { screen } from '@testing-library/react';
import type { ComponentType } from 'react';
import { type Step } from '@/core/trail';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import type { Holdings } from '@/worker/client';
import { holdingsOf } from '@/worker/holdings';
import type { EditorProps } from '../editor';

export const before: Holdings = holdingsOf(keepers);

/** An editor on the second step of a trail. */
export function shown<K extends Step['kind']>(
  Editor: ComponentType<EditorProps<K>>,
  settings: { kind: K } & Record<string, unknown>,
  { holdings = before, state = {} }: { holdings?: Holdings; state?: object } = {},
) {
  const foreseen: object[][] = [];
  function Its() {
    const step = useWorkbench((all) => all.trail.steps[1]) as EditorProps<K>['step'];
    const store = useWorkbenchStore();
    return (
      <Editor
        step={step}
        before={holdings}
        set={(change, merge) => store.getState().setStep(step.id, change, merge)}
        foresee={(changes) => foreseen.push(changes)}
      />
    );
  }
  const it = inWorkbench(<Its />, { trail: trail(settings), ...state });
  const choose = async (label: string, option: string | RegExp): Promise<void> => {
    await it.user.click(screen.getByRole('combobox', { name: label }));
    await it.user.click(screen.getByRole('option', { name: option }));
  };
  const type = async (label: string, words: string): Promise<void> => {
    const field = screen.getByLabelText(label);
    await it.user.clear(field);
    await it.user.type(field, `${words}{Enter}`);
  };
  return { ...it, choose, type, foreseen, step: () => it.store.getState().trail.steps[1] };
}
