'use client';
import { kindColumn } from '@/core/graph';
import type { Normalisation } from '@/core/ties';
import { Choose, NumberField } from '@/ui/kit';
import type { EditorProps } from '../step-editor';
import { weightChoices } from './ties-parts';

export function ProjectEditor({ step, before, set }: EditorProps<'project'>) {
  const kinds = before?.nodeColumns.find(({ name }) => name === kindColumn)?.values ?? [];
  return (
    <>
      <Choose
        label="Keep the side"
        value={step.side ?? kinds[0]?.value ?? ''}
        choices={kinds.map(({ value, count }) => ({ value, label: `${value} (${count})` }))}
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
