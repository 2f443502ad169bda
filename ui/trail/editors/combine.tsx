'use client';
import { defaultPalette } from '@/core/style';
import { Button, Choose } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { EditorProps } from '../editor';

/** Looks that tell what appeared, vanished and stayed. */
const changeStyle = {
  nodeColour: {
    by: 'category',
    column: 'change',
    palette: defaultPalette,
    colours: { appeared: '#6B8E3D', vanished: '#B8475A', stayed: '#7C8A90' },
  },
  edgeColour: { by: 'all', colour: '#5B6A72' },
  edgePattern: {
    by: 'category',
    column: 'change',
    patterns: { appeared: 'solid', stayed: 'dotted', vanished: 'dashed' },
  },
};

export function CombineEditor({ step, set }: EditorProps<'combine'>) {
  const own = useWorkbench((state) => state.network.id);
  const networks = useWorkbench((state) => state.networks);
  const steps = useWorkbench((state) => state.trail.steps);
  const store = useWorkbenchStore();
  const others = networks.filter(({ id }) => id !== own);
  const style = steps.findLast(({ kind }) => kind === 'style');
  if (!others.length) {
    return (
      <p className="mt-3 text-quiet">
        The study has no other network. Make one on the Networks page, or fork this one in the menu by its name.
      </p>
    );
  }
  return (
    <>
      <Choose
        label="The other network"
        value={step.network}
        choices={others.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(network) => set({ network })}
      />
      <Choose
        label="What for"
        value={step.as}
        choices={[
          { value: 'add', label: 'both together, each with its origin' },
          { value: 'change', label: 'before (this one) and after (the other)' },
        ]}
        onChange={(as) => set({ as: as as 'add' | 'change' })}
      />
      <Choose
        label="Nodes are the same by"
        value={step.by}
        choices={[
          { value: 'id', label: 'their ids' },
          { value: 'name', label: 'their names, as joined in Names' },
        ]}
        onChange={(by) => set({ by: by as 'id' | 'name' })}
      />
      <Choose
        label="Where values differ, take those of"
        value={step.prefer}
        choices={[
          { value: 'this', label: 'this network' },
          { value: 'other', label: 'the other network' },
        ]}
        onChange={(prefer) => set({ prefer: prefer as 'this' | 'other' })}
      />
      {step.as === 'change' && (
        <Button
          className="mt-3"
          onClick={() => {
            if (style) store.getState().setStep(style.id, changeStyle as object);
            else store.getState().addStep('style', changeStyle);
          }}
        >
          Style by what changed
        </Button>
      )}
    </>
  );
}
