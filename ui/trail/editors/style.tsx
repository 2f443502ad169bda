'use client';
import type { ReactNode } from 'react';
import { Choose, Toggle } from '@/ui/kit';
import { EdgeLook } from './style-edges';
import { Labels, NodeColour, NodeShape, NodeSize } from './style-nodes';
import { type StyleProps, choicesOf, isAmount } from './style-parts';

export function StyleEditor({ step, before, set }: StyleProps) {
  const nodeColumns = before?.nodeColumns ?? [];
  const edgeColumns = before?.edgeColumns ?? [];
  const amounts = nodeColumns.filter(isAmount);
  const categorical = nodeColumns.filter(({ values }) => values.length > 0);
  const edgeAmounts = [{ value: 'weight', label: 'weight' }, ...choicesOf(edgeColumns.filter(isAmount))];
  const edgeCategorical = edgeColumns.filter(({ values }) => values.length > 0 && values.length <= 40);
  return (
    <>
      <Section title="Nodes">
        <NodeColour step={step} set={set} amounts={amounts} categorical={categorical} before={before} />
        <NodeSize step={step} set={set} amounts={amounts} before={before} />
        <NodeShape
          step={step}
          set={set}
          categorical={categorical.filter(({ values }) => values.length <= 40)}
          before={before}
        />
      </Section>
      <Section title="Labels">
        <Labels step={step} set={set} amounts={amounts} before={before} />
      </Section>
      <Section title="Edges">
        <EdgeLook step={step} set={set} amounts={edgeAmounts} categorical={edgeCategorical} before={before} />
      </Section>
      <Section title="Page">
        <Choose
          label="Ground"
          value={step.ground}
          choices={[
            { value: 'paper', label: 'paper' },
            { value: 'white', label: 'white' },
            { value: 'night', label: 'night' },
          ]}
          onChange={(ground) => set({ ground: ground as typeof step.ground })}
          help="For pictures taken away. On screen the ground follows the theme."
        />
        <Toggle label="Legend" checked={step.legend} onChange={(legend) => set({ legend })} />
      </Section>
    </>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-4 border-t border-line pt-3">
      <h2 className="-mb-2 font-serif text-[15px] font-semibold">{title}</h2>
      {children}
    </section>
  );
}
