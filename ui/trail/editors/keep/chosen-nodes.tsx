'use client';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Field, IconButton, counted } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/shell/workbench-context';

const shown = 40;
const offered = 8;

/** Nodes by name: taken from the selection, from a shortlist, or found by their names. */
export function ChosenNodes({
  label,
  ids,
  onChange,
}: {
  label: string;
  ids: readonly string[];
  onChange: (ids: string[]) => void;
}) {
  const store = useWorkbenchStore();
  const net = useWorkbench((state) => state.net);
  const selected = useWorkbench((state) => state.selection.nodes);
  const shortlists = useWorkbench((state) => state.shortlists);
  const [search, setSearch] = useState('');
  const labels = useMemo(() => {
    const known = new Map(shortlists.flatMap(({ nodes }) => nodes.map((node) => [node.id, node.label] as const)));
    net?.ids.forEach((id, v) => known.set(id, net.labels[v]));
    return known;
  }, [net, shortlists]);
  const found = useMemo(() => {
    const wanted = search.trim().toLowerCase();
    if (wanted === '' || !net) return [];
    const hits: string[] = [];
    for (let v = 0; v < net.ids.length && hits.length < offered; v++) {
      if (net.labels[v].toLowerCase().includes(wanted) && !ids.includes(net.ids[v])) hits.push(net.ids[v]);
    }
    return hits;
  }, [search, net, ids]);
  return (
    <Field label={`${label}: ${counted(ids.length, 'node')}`}>
      <ul aria-label={`${label}: nodes`} className="max-h-40 overflow-auto">
        {ids.slice(0, shown).map((id) => (
          <li key={id} className="flex items-center justify-between border-b border-rule">
            <span className="truncate">{labels.get(id) ?? id}</span>
            <IconButton name={`Without ${labels.get(id) ?? id}`} onClick={() => onChange(ids.filter((one) => one !== id))}>
              <X size={13} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      {ids.length > shown && <p className="text-sm text-quiet">and {ids.length - shown} more</p>}
      <input
        aria-label={`${label}: add by name`}
        placeholder="Add by name"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        className="mt-1 h-7 w-full rounded-md border border-line bg-panel px-2.5"
      />
      {found.map((id) => (
        <button
          key={id}
          type="button"
          className="block w-full truncate border-b border-rule py-0.5 text-left hover:bg-ground"
          onClick={() => {
            onChange([...ids, id]);
            setSearch('');
          }}
        >
          {labels.get(id)}
        </button>
      ))}
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        <Button disabled={!selected.length} onClick={() => onChange([...store.getState().selection.nodes])}>
          Take the selection
        </Button>
        {ids.length > 0 && (
          <Button look="bare" onClick={() => onChange([])}>
            None
          </Button>
        )}
      </div>
    </Field>
  );
} // prettier-ignore
