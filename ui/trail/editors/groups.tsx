'use client';
import { useMemo } from 'react';
import { hex } from '@/core/style';
import { groupColumn } from '@/core/trail';
import { Choose, NumberField, Slide, Toggle, grouped } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/shell/workbench-context';
import { degrees } from '@/ui/reading/ranks';
import type { EditorProps } from '../step-editor';

export function GroupsEditor({ step, before, set }: EditorProps<'groups'>) {
  const named = before?.nodeColumns.filter(({ values }) => values.length > 1 && values.length <= 60) ?? [];
  return (
    <>
      <Choose
        label="Method"
        value={step.method}
        choices={[{ value: 'leiden', label: 'Leiden (modularity)' }]}
        onChange={() => undefined}
      />
      <Slide
        label="Resolution"
        value={step.resolution}
        min={0.1}
        max={3}
        step={0.05}
        show={(value) => value.toFixed(2)}
        onChange={(resolution) => set({ resolution: Math.round(resolution * 100) / 100 }, 'resolution')}
        help="Above 1: more and smaller groups. Below 1: fewer and larger ones."
      />
      <Toggle label="Use weights" checked={step.weights} onChange={(weights) => set({ weights })} />
      <Choose
        label="Name groups by"
        value={step.nameBy ?? ''}
        choices={[
          { value: '', label: 'number' },
          ...named.map(({ name }) => ({ value: name, label: `most frequent ${name}` })),
        ]}
        onChange={(nameBy) => set({ nameBy: nameBy || undefined })}
      />
      <NumberField label="Seed" whole value={step.seed} onCommit={(seed) => set({ seed })} />
      <GroupList />
    </>
  );
}

interface Group {
  name: string;
  size: number;
  members: number[];
  colour: string;
}

/** Groups by size, with their colours in the graph and their best connected members. */
function GroupList() {
  const net = useWorkbench((state) => state.net);
  const looks = useWorkbench((state) => state.looks);
  const store = useWorkbenchStore();
  const groups = useMemo((): Group[] => {
    const col = net?.nodeColumns.find(({ name }) => name === groupColumn);
    if (!net || col?.type !== 'text') return [];
    const degree = degrees(net);
    const found = col.dictionary.map((name): Group => ({ name, size: 0, members: [], colour: 'var(--line)' }));
    const order = Array.from(net.ids.keys()).sort((a, b) => degree[b] - degree[a]);
    for (const v of order) {
      const group = found[col.codes[v]];
      if (!group) continue;
      group.members.push(v);
      group.size++;
    }
    for (const group of found) {
      const [first] = group.members;
      if (first !== undefined && looks)
        group.colour = hex([looks.fill[3 * first], looks.fill[3 * first + 1], looks.fill[3 * first + 2]]);
    }
    return found.filter(({ size }) => size > 0).sort((a, b) => b.size - a.size);
  }, [net, looks]);
  if (!net || groups.length === 0) return null;
  return (
    <ul aria-label="Groups" className="mt-4 border-t border-line">
      {groups.slice(0, 100).map(({ name, size, members, colour }) => (
        <li key={name} className="border-b border-line">
          <button
            type="button"
            onClick={() => store.getState().select({ nodes: members.map((v) => net.ids[v]) })}
            className="flex w-full items-start gap-3 py-1.5 text-left hover:bg-ground"
          >
            <span className="mt-[3px] ml-1 size-3.5 shrink-0 rounded-[3px]" style={{ background: colour }} />
            <span className="min-w-0 grow">
              <b className="block font-semibold">{name}</b>
              <span className="block truncate text-sm text-quiet">
                {members
                  .slice(0, 2)
                  .map((v) => net.labels[v])
                  .join(', ')}
              </span>
            </span>
            <b className="pr-1 font-semibold">{grouped(size)}</b>
          </button>
        </li>
      ))}
    </ul>
  );
}
