'use client';
import { useMemo } from 'react';
import { cellText } from '@/core/tables';
import type { Network } from '@/core/graph';
import { Choose, Field, counted } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { NodeSet } from '@/ui/state/paths';
import { FindNodes } from './find-nodes';

const mostValues = 80;

/** Ids of the nodes of a set that are in the network. */
export function useNodesOf(set: NodeSet | undefined): string[] {
  const net = useWorkbench((state) => state.net);
  const shortlists = useWorkbench((state) => state.shortlists);
  return useMemo(() => (net && set ? nodesOf(net, set, shortlists) : []), [net, set, shortlists]);
}

export function nodesOf(
  net: Network,
  set: NodeSet,
  shortlists: readonly { id: string; nodes: readonly { id: string }[] }[],
): string[] {
  if (set.from === 'value') {
    const col = net.nodeColumns.find(({ name }) => name === set.column);
    return col ? net.ids.filter((_, v) => cellText(col, v) === set.value) : [];
  }
  const wanted = new Set(
    set.from === 'nodes' ? set.ids : shortlists.find(({ id }) => id === set.id)?.nodes.map(({ id }) => id),
  );
  return net.ids.filter((id) => wanted.has(id));
}

/** Columns with few enough values to choose one of. */
export function groupingColumns(net: Network): { name: string; values: string[] }[] {
  return net.nodeColumns.flatMap((col) => {
    if (col.type !== 'text' && col.type !== 'yesno') return [];
    const counts = new Map<string, number>();
    for (let v = 0; v < net.ids.length; v++) {
      const text = cellText(col, v);
      if (text !== '') counts.set(text, (counts.get(text) ?? 0) + 1);
      if (counts.size > mostValues) return [];
    }
    return counts.size > 0
      ? [{ name: col.name, values: [...counts.keys()].sort((a, b) => (counts.get(b) ?? 0) - (counts.get(a) ?? 0)) }]
      : [];
  });
}

/** Chooses a set of nodes; says how many it holds. */
export function ChooseNodes({
  label,
  value,
  onChange,
}: {
  label: string;
  value: NodeSet | undefined;
  onChange: (value: NodeSet) => void;
}) {
  const net = useWorkbench((state) => state.net);
  const selected = useWorkbench((state) => state.selection.nodes);
  const shortlists = useWorkbench((state) => state.shortlists);
  const columns = useMemo(() => (net ? groupingColumns(net) : []), [net]);
  const nodes = useNodesOf(value);
  const source = value?.from === 'value' ? `column ${value.column}` : (value?.from ?? '');
  const column = value?.from === 'value' ? columns.find(({ name }) => name === value.column) : undefined;
  return (
    <Field label={`${label}${value ? `: ${counted(nodes.length, 'node')}` : ''}`}>
      <div className="space-y-1.5">
        <Choose
          compact
          label={`${label} from`}
          value={source}
          choices={[
            {
              value: 'nodes',
              label: value?.from === 'nodes' ? 'the nodes chosen' : `the selection (${selected.length})`,
            },
            ...(shortlists.length ? [{ value: 'shortlist', label: 'a shortlist' }] : []),
            ...columns.map(({ name }) => ({ value: `column ${name}`, label: `a value of ${name}` })),
          ]}
          onChange={(next) => {
            if (next === 'nodes') onChange({ from: 'nodes', ids: [...selected] });
            else if (next === 'shortlist') onChange({ from: 'shortlist', id: shortlists[0].id });
            else {
              const name = next.slice('column '.length);
              onChange({
                from: 'value',
                column: name,
                value: columns.find((one) => one.name === name)?.values[0] ?? '',
              });
            }
          }}
        />
        {value?.from === 'shortlist' && (
          <Choose
            compact
            label={`${label}: shortlist`}
            value={value.id}
            choices={shortlists.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => onChange({ from: 'shortlist', id })}
          />
        )}
        {value?.from === 'value' && column && (
          <Choose
            compact
            label={`${label}: value`}
            value={value.value}
            choices={column.values.map((one) => ({ value: one, label: one }))}
            onChange={(next) => onChange({ ...value, value: next })}
          />
        )}
        {(value === undefined || value.from === 'nodes') && (
          <FindNodes
            label={`${label}: by name`}
            at="end"
            taken={new Set(nodes)}
            onFind={(found) =>
              onChange({
                from: 'nodes',
                ids: [...(value?.from === 'nodes' ? value.ids : []), ...found.map(({ id }) => id)],
              })
            }
          />
        )}
        {value?.from === 'nodes' && (
          <p className="text-sm text-quiet">
            {nodes
              .slice(0, 3)
              .map((id) => net?.labels[net.ids.indexOf(id)])
              .join(', ')}
            {nodes.length > 3 && ` and ${nodes.length - 3} more`}{' '}
            <button
              type="button"
              className="text-accent underline disabled:opacity-50"
              disabled={!selected.length}
              onClick={() => onChange({ from: 'nodes', ids: [...selected] })}
            >
              take the selection
            </button>{' '}
            {value.ids.length > 0 && (
              <button
                type="button"
                className="text-accent underline"
                onClick={() => onChange({ from: 'nodes', ids: [] })}
              >
                none
              </button>
            )}
          </p>
        )}
      </div>
    </Field>
  );
}
