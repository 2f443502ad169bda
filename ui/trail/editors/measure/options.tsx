'use client';
import { type MeasureOptions, measures, plainOptions } from '@/core/measure';
import { Button, Choose, NumberField, TextField, Toggle, counted } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { EditorProps } from '../../editor';

/** The settings that the chosen measures read. */
export function Options({ step, before, set }: EditorProps<'measure'>) {
  const selected = useWorkbench((state) => state.selection.nodes);
  const chosen = measures.filter(({ key }) => step.measures.includes(key));
  const used = new Set(chosen.flatMap(({ uses }) => uses ?? []));
  const options = { ...plainOptions, ...step.options };
  const change = (next: Partial<MeasureOptions>): void => {
    const merged = { ...step.options, ...next };
    const kept = Object.fromEntries(Object.entries(merged).filter(([, value]) => value !== undefined));
    set({ options: Object.keys(kept).length ? kept : undefined });
  };
  const groups =
    before?.nodeColumns.filter(({ type, values }) => type !== 'number' && type !== 'date' && values.length > 1) ?? [];
  if (used.size === 0) return null;
  return (
    <section aria-label="Options" className="mt-5 border-t border-line pt-3">
      <h2 className="font-serif text-base font-semibold">Options</h2>
      {used.has('by') && (
        <Choose
          label="Groups from"
          value={options.by ?? ''}
          choices={[
            { value: '', label: 'Choose a column' },
            ...groups.map(({ name }) => ({ value: name, label: name })),
          ]}
          onChange={(by) => change({ by: by || undefined })}
        />
      )}
      {used.has('weightAs') && (
        <Choose
          label="A heavy tie is"
          value={options.weightAs}
          choices={[
            { value: 'strength', label: 'strong: its ends are near (1 / weight)' },
            { value: 'distance', label: 'long: its ends are far (weight)' },
          ]}
          onChange={(weightAs) => change({ weightAs: weightAs as MeasureOptions['weightAs'] })}
        />
      )}
      {used.has('undirected') && before?.directed && (
        <Toggle
          label="Ignore direction"
          checked={options.undirected}
          onChange={(undirected) => change({ undirected })}
        />
      )}
      {used.has('steps') && (
        <NumberField
          label="Reach: steps"
          whole
          min={1}
          max={100}
          value={options.steps}
          onCommit={(steps) => change({ steps })}
        />
      )}
      {used.has('damping') && (
        <NumberField
          label="PageRank: probability of following an edge"
          min={0}
          max={0.99}
          value={options.damping}
          onCommit={(damping) => change({ damping })}
        />
      )}
      {used.has('start') && (
        <div className="mt-2 flex flex-wrap items-center gap-2 text-sm text-quiet">
          PageRank begins {options.start?.length ? `at ${counted(options.start.length, 'chosen node')}` : 'anywhere'}.
          {selected.length > 0 && (
            <Button onClick={() => change({ start: [...selected] })}>
              At the {counted(selected.length, 'selected node')}
            </Button>
          )}
          {options.start && <Button onClick={() => change({ start: undefined })}>Anywhere</Button>}
        </div>
      )}
      {used.has('alpha') && (
        <TextField
          label="Katz: α (empty: 0.85 of its limit)"
          inputMode="decimal"
          value={options.alpha === undefined ? '' : String(options.alpha)}
          onCommit={(text) => {
            const alpha = Number(text.replace(',', '.'));
            change({ alpha: text.trim() === '' || !(alpha >= 0) ? undefined : alpha });
          }}
        />
      )}
      {used.has('pivots') && (
        <>
          <Toggle
            label="Estimate betweenness from a sample"
            checked={options.pivots !== undefined}
            onChange={(on) => change({ pivots: on ? 200 : undefined })}
            help="From some sources only, with the standard error as a column of its own."
          />
          {options.pivots !== undefined && (
            <div className="grid grid-cols-2 gap-3">
              <NumberField
                label="Sources"
                whole
                min={2}
                max={100000}
                value={options.pivots}
                onCommit={(pivots) => change({ pivots })}
              />
              <NumberField label="Seed" whole value={options.seed} onCommit={(seed) => change({ seed })} />
            </div>
          )}
        </>
      )}
    </section>
  );
}
