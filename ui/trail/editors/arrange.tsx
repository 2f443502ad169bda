'use client';
import { Button, Choose, NumberField, Slide, Toggle, counted } from '@/ui/kit';
import type { EditorProps } from '../step-editor';

export function ArrangeEditor({ step, set }: EditorProps<'arrange'>) {
  const hands = Object.keys(step.placed).length;
  return (
    <>
      <Choose
        label="Layout"
        value={step.method}
        choices={[{ value: 'force', label: 'Forces' }]}
        onChange={() => undefined}
      />
      <Slide
        label="Pull to the centre"
        value={step.pull}
        min={0}
        max={1}
        step={0.05}
        show={(value) => value.toFixed(2)}
        onChange={(pull) => set({ pull: Math.round(pull * 100) / 100 }, 'pull')}
        help="Holds parts together that no tie joins."
      />
      <Slide
        label="Spread"
        value={step.spread}
        min={10}
        max={150}
        step={1}
        onChange={(spread) => set({ spread }, 'spread')}
        help="Room for each node, in map units; a plain node is 12 wide."
      />
      <Slide
        label="Keep nodes apart"
        value={step.apart}
        min={0}
        max={60}
        step={1}
        onChange={(apart) => set({ apart }, 'apart')}
        help="Least distance between two nodes; 0 lets them cover each other."
      />
      <Toggle label="Heavier ties pull harder" checked={step.weights} onChange={(weights) => set({ weights })} />
      <Toggle label="Parts without ties between them in rows" checked={step.pack} onChange={(pack) => set({ pack })} />
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label="Rounds"
          whole
          min={1}
          max={5000}
          value={step.iterations}
          onCommit={(iterations) => set({ iterations })}
        />
        <NumberField label="Seed" whole value={step.seed} onCommit={(seed) => set({ seed })} />
      </div>
      <p className="mt-1 text-sm text-quiet">The same seed gives the same picture.</p>
      {hands > 0 && (
        <div className="mt-4 flex items-center justify-between border-t border-line pt-3">
          <span>{counted(hands, 'node')} placed by hand</span>
          <Button onClick={() => set({ placed: {} })}>Let them go</Button>
        </div>
      )}
    </>
  );
}
