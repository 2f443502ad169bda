'use client';
import type { Normalisation } from '@/core/ties';
import { defaultSide } from '@/core/trail';
import { Choose, NumberField, grouped } from '@/ui/kit';
import type { EditorProps } from '../editor';
import { weightChoices } from './ties-parts';

export function ProjectEditor({ step, before, set }: EditorProps<'project'>) {
  const sides = before?.sides;
  return (
    <>
      <Choose
        label="Keep the side"
        value={step.side ?? (sides ? defaultSide([sides[0].name, sides[1].name]) : '')}
        choices={(sides ?? []).map(({ name, nodes }) => ({ value: name, label: `${name} (${grouped(nodes)})` }))}
        onChange={(side) => set({ side })}
        help="Two of them are tied by what they share of the other side."
      />
      <Choose
        label="Counting"
        value={step.counting}
        choices={[
          { value: 'full', label: 'full: each shared thing counts 1' },
          { value: 'fractional', label: 'fractional: 1/(k − 1) where k share it' },
        ]}
        onChange={(counting) => set({ counting: counting as 'full' | 'fractional' })}
      />
      <Choose
        label="Weights are"
        value={step.normalise}
        choices={weightChoices}
        onChange={(normalise) => set({ normalise: normalise as Normalisation })}
      />
      <NumberField
        label="Edges weigh at least"
        min={0}
        value={step.minWeight}
        onCommit={(minWeight) => set({ minWeight })}
      />
    </>
  );
}
