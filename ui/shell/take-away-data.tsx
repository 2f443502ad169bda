'use client';
/** The network as data: which part of it, with which columns, in which format. */
import { useState } from 'react';
import { writtenFormats } from '@/core/formats/write/registry';
import type { Network } from '@/core/graph';
import type { Wish } from '@/core/portions';
import { Button, Choose, counted } from '@/ui/kit';
import { ColumnTicks, columnsKept, noColumns } from '@/ui/kit/column-ticks';
import { useWorkbench } from '@/ui/state/context';
import { type InView, viewOf } from '@/ui/state/in-view';
import { type Selection } from '@/ui/state/selection';
import type { Taken } from '@/worker/client';

/** A column of more values than this is no column of groups. */
const mostValues = 300;

interface Part {
  value: string;
  label: string;
  wish: Wish;
  /** How many files it makes; what their names end with otherwise. */
  files: number;
  mark: string;
}

/** What can be taken of a network as it is shown now. */
export function partsOf(
  net: Network | undefined,
  { nodes, edges = [] }: Selection,
  view: InView | undefined,
  shortlists: readonly { name: string; nodes: readonly { id: string }[] }[],
): Part[] {
  const parts: Part[] = [{ value: 'all', label: 'the whole network', wish: { of: 'all' }, files: 1, mark: '' }];
  const add = (value: string, label: string, wish: Wish, files: number, mark: string): void =>
    void parts.push({ value, label, wish, files, mark });
  if (!net) return parts;
  if (view) add('view', 'what is in view', { of: 'view', nodes: view.nodes, edges: view.edges }, 1, ', in view');
  if (nodes.length)
    add(
      'nodes',
      `${counted(nodes.length, 'selected node')}, ties between them`,
      { of: 'nodes', ids: nodes },
      1,
      ', selected',
    );
  else if (edges.length)
    add('edges', `${counted(edges.length, 'selected tie')} and their ends`, { of: 'edges', edges }, 1, ', selected');
  for (const steps of nodes.length ? [1, 2] : [])
    add(
      `ego ${steps}`,
      `ego network of each selected node, ${counted(steps, 'step')}`,
      { of: 'ego', ids: nodes, steps },
      nodes.length,
      nodes.length > 1 ? ', ego networks' : `, around ${net.labels[net.ids.indexOf(nodes[0])] ?? nodes[0]}`,
    );
  for (const col of net.nodeColumns)
    if (col.type === 'text' && col.as === undefined && col.dictionary.length > 1 && col.dictionary.length <= mostValues)
      add(
        `values ${col.name}`,
        `a part for each ${col.name} (${col.dictionary.length})`,
        { of: 'values', column: col.name },
        col.dictionary.length,
        `, by ${col.name}`,
      );
  if (shortlists.length) {
    const lists = shortlists.map(({ name, nodes: members }) => ({ name, ids: members.map(({ id }) => id) }));
    add('lists', `a part for each shortlist (${lists.length})`, { of: 'lists', lists }, lists.length, ', shortlists');
  }
  return parts;
}

export function TakeAwayData({
  name,
  note,
  disabled,
  take,
}: {
  name: string;
  /** Said in the files where the network is not what it should be. */
  note?: string;
  disabled: boolean;
  take: (what: Taken, ending: string, mark: string) => void;
}) {
  const net = useWorkbench((state) => state.net);
  const selection = useWorkbench((state) => state.selection);
  const view = useWorkbench((state) => viewOf(state));
  const shortlists = useWorkbench((state) => state.shortlists);
  const [chosen, setChosen] = useState('all');
  const [left, setLeft] = useState(noColumns);
  const parts = partsOf(net, selection, view, shortlists);
  const part = parts.find(({ value }) => value === chosen) ?? parts[0];
  const all = {
    nodes: net?.nodeColumns.map((col) => col.name) ?? [],
    edges: net?.edgeColumns.map((col) => col.name) ?? [],
  };
  const columns = columnsKept(all, left);
  const asked = (format: string): Taken => ({
    kind: 'data',
    format,
    ...(note === undefined ? {} : { note }),
    ...(part.wish.of === 'all' ? {} : { wish: part.wish, name: name + part.mark }),
    ...(columns ? { columns } : {}),
  });
  return (
    <>
      <Choose
        label="Part"
        value={part.value}
        choices={parts.map(({ value, label }) => ({ value, label }))}
        onChange={setChosen}
      />
      <ColumnTicks all={all} left={left} onLeave={setLeft} />
      <div className="mt-2 grid grid-cols-2 gap-2">
        {writtenFormats.map(({ key, title, ending }) => (
          <Button key={key} disabled={disabled} onClick={() => take(asked(key), ending, part.mark)}>
            {title}
          </Button>
        ))}
        <Button disabled={disabled} onClick={() => take(asked('records'), '.csv', `${part.mark}, records`)}>
          Records CSV
        </Button>
      </div>
      <p className="mt-1.5 text-sm text-quiet">
        {part.files > 1 && `A file for each of ${part.files}, in one ZIP. `}
        {part.value === 'nodes'
          ? 'Records are all in which a selected node stands.'
          : 'Records are those behind the ties.'}
      </p>
    </>
  );
}
