'use client';
import { MoreHorizontal } from 'lucide-react';
import { useMemo, useState } from 'react';
import { groupColumn } from '@/core/trail';
import { type Network, fallingOrder } from '@/core/graph';
import type { CategoryMark } from '@/core/tables';
import { strengths, type KnownGroup } from '@/core/groups';
import { hex, otherColour } from '@/core/style';
import { Button, IconButton, Menu, TextField, counted, grouped } from '@/ui/kit';
import { ListAway } from '@/ui/kit/list-away';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { type Pieces, useDerived } from '@/ui/state/use-derived';
import { shownGroups } from '@/core/trail';
import type { EditorProps } from '../../editor';
import { useStepBefore } from './use-step-before';

interface Group {
  name: string;
  mark: CategoryMark;
  members: number[];
  colour: string;
  inner: number;
  outer: number;
}

const mostShown = 100;
/** Edges that are looked at in a piece. */
const mostAtOnce = 300_000;

/** The groups that a network has, the largest first, members by what their ties weigh. */
function* groupsIn(net: Network): Pieces<Omit<Group, 'colour'>[]> {
  const col = net.nodeColumns.find(({ name }) => name === groupColumn);
  if (col?.type !== 'text' || !col.marks) return [];
  const { marks, codes } = col;
  const found = col.dictionary.map((name, g) => ({
    name,
    mark: marks[g],
    members: [] as number[],
    inner: 0,
    outer: 0,
  }));
  const strength = strengths(net);
  yield;
  const order = fallingOrder(strength);
  yield;
  for (let i = 0; i < order.length; i++) if (codes[order[i]] >= 0) found[codes[order[i]]].members.push(order[i]);
  for (let from = 0; from < net.source.length; from += mostAtOnce) {
    yield;
    const end = Math.min(net.source.length, from + mostAtOnce);
    for (let e = from; e < end; e++) {
      const a = codes[net.source[e]];
      const b = codes[net.target[e]];
      if (a === b && a >= 0) found[a].inner++;
      else {
        if (a >= 0) found[a].outer++;
        if (b >= 0) found[b].outer++;
      }
    }
  }
  return found.filter(({ members }) => members.length > 0).sort((a, b) => b.members.length - a.members.length);
}

/** Groups by size, with their colours, ties inside and out, and strongest members; changed by hand from their menus. */
export function GroupList({ step, set }: Pick<EditorProps<'groups'>, 'step' | 'set'>) {
  const net = useWorkbench((state) => state.net);
  const looks = useWorkbench((state) => state.looks);
  const network = useWorkbench((state) => state.network.name);
  const store = useWorkbenchStore();
  const { at } = useStepBefore(step.id);
  const parts = useQuestion('parts');
  const [naming, setNaming] = useState<number>();
  const [marked, setMarked] = useState<readonly number[]>([]);
  const found = useDerived(net, groupsIn);
  const groups = useMemo(
    () =>
      (found ?? []).map((group): Group => {
        const [first] = group.members;
        const colour = looks
          ? hex([looks.fill[3 * first], looks.fill[3 * first + 1], looks.fill[3 * first + 2]])
          : 'var(--line)';
        return { ...group, colour };
      }),
    [found, looks],
  );
  const left = useMemo(() => {
    const col = net?.nodeColumns.find(({ name }) => name === groupColumn);
    return col?.type === 'text' ? col.codes.reduce((sum, code) => sum + (code < 0 ? 1 : 0), 0) : 0;
  }, [net]);
  if (!net || groups.length === 0) return null;

  const known = (): KnownGroup[] => shownGroups(net, step) ?? step.known ?? [];
  const changed = (id: number, change: Partial<KnownGroup>): void =>
    set({ known: known().map((one) => (one.id === id ? { ...one, ...change } : one)) });
  const placed = (members: readonly number[], id: number): Record<string, number> =>
    Object.fromEntries(members.map((v) => [net.ids[v], id]));
  const place = (members: readonly number[], id: number, more: KnownGroup[] = []): void =>
    set({ known: [...known(), ...more], byHand: { ...step.byHand, ...placed(members, id) } });
  const merge = (ids: readonly number[]): void => {
    const [into, ...others] = groups.filter(({ mark }) => ids.includes(mark.id));
    place(
      others.flatMap(({ members }) => members),
      into.mark.id,
    );
    setMarked([]);
  };
  const split = async (group: Group): Promise<void> => {
    if (!at) return;
    const found = await parts.ask(at, {
      method: 'leiden',
      resolution: Math.max(1, step.resolution),
      seed: step.seed,
      weights: step.weights,
      directed: false,
      nodes: group.members.map((v) => net.ids[v]),
    });
    if (!found) return;
    const now = known();
    const first = Math.max(-1, ...now.map(({ id }) => id), ...Object.values(step.byHand ?? {})) + 1;
    const slots = new Set(now.map(({ slot }) => slot));
    const numbers = [...new Set(Object.values(found))].filter((part) => part > 0);
    const more = numbers.map((part): KnownGroup => {
      let slot = 0;
      while (slots.has(slot)) slot++;
      slots.add(slot);
      return { id: first + part, slot, anchors: [] };
    });
    const moved = Object.fromEntries(
      Object.entries(found).flatMap(([id, part]) => (part > 0 ? [[id, first + part]] : [])),
    );
    set({ known: [...now, ...more], byHand: { ...step.byHand, ...moved } });
  };
  return (
    <>
      {(marked.length > 1 || step.byHand) && (
        <div className="mt-3 flex flex-wrap gap-2">
          {marked.length > 1 && <Button onClick={() => merge(marked)}>Merge {counted(marked.length, 'group')}</Button>}
          {step.byHand && <Button onClick={() => set({ byHand: undefined })}>Back to the groups as found</Button>}
        </div>
      )}
      {parts.fault && <p className="mt-2 text-danger">{parts.fault}</p>}
      <div className="mt-3 flex items-center justify-between">
        <h3 className="text-sm font-semibold">{counted(groups.length, 'group')}</h3>
        <ListAway
          small="Take the groups away as CSV"
          name={`${network} groups`}
          list={() => ({
            heads: ['group', 'nodes', 'ties inside', 'ties out', 'strongest members'],
            rows: groups.map(({ name, members, inner, outer }) => [
              name,
              members.length,
              inner,
              outer,
              members
                .slice(0, 5)
                .map((v) => net.labels[v])
                .join('; '),
            ]),
          })}
        />
      </div>
      <ul aria-label="Groups" className="border-t border-line">
        {groups.slice(0, mostShown).map((group) => {
          const { name, mark, members, colour, inner, outer } = group;
          return (
            <li key={mark.id} className="flex items-start gap-2 border-b border-line py-1.5">
              <input
                type="color"
                aria-label={`Colour of ${name}`}
                value={colour.startsWith('#') ? colour : '#888888'}
                onChange={(event) => changed(mark.id, { colour: event.target.value })}
                className="swatch mt-[3px] ml-0.5 size-4 shrink-0 cursor-pointer rounded-[3px]"
              />
              <div className="min-w-0 grow">
                {naming === mark.id ? (
                  <TextField
                    compact
                    label={`Name of ${name}`}
                    value={name}
                    onCommit={(next) => {
                      setNaming(undefined);
                      changed(mark.id, { name: next.trim() || undefined });
                    }}
                  />
                ) : (
                  <button
                    type="button"
                    className="block w-full text-left hover:bg-ground"
                    onClick={() => store.getState().select({ nodes: members.map((v) => net.ids[v]) })}
                    onDoubleClick={() => setNaming(mark.id)}
                    title="Click to select, double-click to name"
                  >
                    <b className="block truncate font-semibold">{name}</b>
                    <span className="block truncate text-sm text-quiet">
                      {members
                        .slice(0, 2)
                        .map((v) => net.labels[v])
                        .join(', ')}
                    </span>
                    <span className="block text-sm text-quiet">
                      {grouped(inner)} inside, {grouped(outer)} out
                    </span>
                  </button>
                )}
              </div>
              <b className="font-semibold">{grouped(members.length)}</b>
              <Menu
                align="end"
                trigger={
                  <IconButton name={`Change ${name}`}>
                    <MoreHorizontal size={15} aria-hidden />
                  </IconButton>
                }
                entries={[
                  { label: 'Name …', onSelect: () => setNaming(mark.id) },
                  {
                    label: marked.includes(mark.id) ? 'Do not merge' : 'Mark to merge',
                    onSelect: () =>
                      setMarked((now) =>
                        now.includes(mark.id) ? now.filter((one) => one !== mark.id) : [...now, mark.id],
                      ),
                  },
                  { label: 'Split', disabled: members.length < 2, onSelect: () => void split(group) },
                  { label: 'Dissolve', onSelect: () => place(members, -1) },
                  {
                    label: 'Palette’s colour',
                    disabled: !mark.colour,
                    onSelect: () => changed(mark.id, { colour: undefined }),
                  },
                  {
                    label: 'Keep only this group',
                    onSelect: () =>
                      store
                        .getState()
                        .addStep('keep', { rule: { by: 'nodes', nodes: members.map((v) => net.ids[v]) } }),
                  },
                ]}
              />
            </li>
          );
        })}
      </ul>
      {left > 0 && (
        <p className="flex items-center gap-2 border-b border-line py-1.5 text-quiet">
          <span className="ml-0.5 size-4 rounded-[3px]" style={{ background: otherColour }} aria-hidden />
          <span className="grow">in no group</span>
          {grouped(left)}
        </p>
      )}
      {groups.length > mostShown && (
        <p className="text-sm text-quiet">and {grouped(groups.length - mostShown)} smaller ones</p>
      )}
      {marked.length === 1 && (
        <p className="mt-1 text-sm text-quiet">
          Mark another group to merge it with “{groups.find(({ mark }) => mark.id === marked[0])?.name}”.
        </p>
      )}
    </>
  );
}
