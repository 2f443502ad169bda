'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { groupMethods } from '@/core/groups';
import { isCoded } from '@/core/measure/grouping';
import { Choose, NumberField, Toggle } from '@/ui/kit';
import { nothing } from '@/ui/kit/nothing';
import { useWorkbench } from '@/ui/state/context';
import { type Pieces, useDerived } from '@/ui/state/use-derived';
import type { Network } from '@/core/graph';
import type { EditorProps } from '../../editor';
import { GroupList } from './group-list';
import { Resolution } from './resolution';

const Agreement = dynamic(() => import('./agreement').then((it) => it.Agreement), { loading: nothing });
const Dendrogram = dynamic(() => import('./dendrogram').then((it) => it.Dendrogram), { loading: nothing });

/** Runs that are compared where it is to be said how steady groups are. */
const comparedRuns = 10;

/** Columns of numbers that name classes. */
function* codedIn(net: Network): Pieces<Set<string>> {
  const found = new Set<string>();
  for (const col of net.nodeColumns) {
    if (isCoded(col)) found.add(col.name);
    yield;
  }
  return found;
}

/** How groups are found, what they are, and how they are changed by hand. */
export function GroupsEditor({ step, before, set }: EditorProps<'groups'>) {
  const net = useWorkbench((state) => state.net);
  const [comparing, setComparing] = useState(false);
  const weightName = net?.weightName ?? 'weights';
  const named = before?.nodeColumns.filter(({ values }) => values.length > 1 && values.length <= 60) ?? [];
  // Classes are often written as numbers, which the holdings list no values of.
  const coded = useDerived(net, codedIn);
  const grouping = before?.nodeColumns.filter(({ name, values }) => values.length > 1 || coded?.has(name)) ?? [];
  const method = step.method === 'column' ? undefined : groupMethods[step.method];
  const uses = (what: string): boolean => (method?.uses as readonly string[] | undefined)?.includes(what) ?? false;
  const namedBy = step.nameBy ?? (step.suggest === 'members' ? '\u0001' : '');
  return (
    <>
      <Choose
        label="Method"
        value={step.method}
        choices={[
          ...Object.entries(groupMethods).map(([value, { name }]) => ({ value, label: name })),
          { value: 'column', label: 'A column as it is' },
        ]}
        onChange={(next) =>
          set({
            method: next as typeof step.method,
            ...(next === 'potts' && step.resolution >= 1 ? { resolution: 0.1 } : {}),
            ...(next === 'column' && !step.column ? { column: grouping[0]?.name } : {}),
          })
        }
        help={method ? method.words : 'The groups are the values of a column.'}
      />
      {step.method === 'column' && (
        <Choose
          label="Column"
          value={step.column ?? ''}
          choices={grouping.map(({ name }) => ({ value: name, label: name }))}
          onChange={(column) => set({ column })}
        />
      )}
      {uses('weights') && (
        <Choose
          label="Ties count as"
          value={step.weights ? 'weights' : 'ones'}
          choices={[
            { value: 'weights', label: `${weightName}, ${step.directed ? 'each way' : 'both ways summed'}` },
            { value: 'ones', label: 'one each' },
          ]}
          onChange={(next) => set({ weights: next === 'weights' })}
        />
      )}
      {uses('directed') && before?.directed && (
        <Toggle label="Count direction" checked={step.directed ?? false} onChange={(directed) => set({ directed })} />
      )}
      {uses('distance') && (
        <Choose
          label="Profiles differ by"
          value={step.distance ?? 'euclidean'}
          choices={[
            { value: 'euclidean', label: 'Euclidean distance' },
            { value: 'correlation', label: '1 − correlation' },
          ]}
          onChange={(distance) => set({ distance: distance as 'euclidean' | 'correlation' })}
        />
      )}
      {uses('count') && (
        <NumberField
          label="Groups"
          whole
          min={1}
          max={1000}
          value={step.count ?? 6}
          onCommit={(count) => set({ count })}
        />
      )}
      {step.method === 'profiles' && <Dendrogram step={step} set={set} />}
      {uses('resolution') && <Resolution step={step} set={set} />}
      {uses('seed') && (
        <Toggle
          label="Say how steady they are"
          checked={step.runs !== undefined}
          onChange={(on) => set({ runs: on ? comparedRuns : undefined })}
          help="Runs the search again with nine other seeds and says how far they agree; the method note has it."
        />
      )}
      <GroupList step={step} set={set} />
      <details className="mt-4" onToggle={(event) => event.currentTarget.open && setComparing(true)}>
        <summary className="cursor-pointer font-serif text-base font-semibold">Compare with a column</summary>
        {comparing && <Agreement columns={grouping.map(({ name }) => name)} />}
      </details>
      <details className="mt-3">
        <summary className="cursor-pointer font-serif text-base font-semibold">Names, seed and source</summary>
        <Choose
          label="Suggest names by"
          value={namedBy}
          choices={[
            { value: '', label: 'number' },
            { value: '\u0001', label: 'strongest members' },
            ...named.map(({ name }) => ({ value: name, label: `most frequent ${name}` })),
          ]}
          onChange={(next) =>
            set({
              nameBy: next && next !== '\u0001' ? next : undefined,
              suggest: next === '\u0001' ? 'members' : undefined,
            })
          }
          help="Names given by hand stay."
        />
        {method && (
          <p className="mt-3 text-sm text-quiet">
            {method.name}: {method.source}.
          </p>
        )}
        {uses('seed') && <NumberField label="Seed" whole value={step.seed} onCommit={(seed) => set({ seed })} />}
      </details>
    </>
  );
}
