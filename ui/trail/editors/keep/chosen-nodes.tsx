'use client';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Field, IconButton, counted } from '@/ui/kit';
import { FindNodes } from '@/ui/science/find-nodes';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

const shown = 40;

/** Nodes by name: taken from the selection, from a shortlist, or found by their names. */
export function ChosenNodes({
  label,
  at,
  ids,
  onChange,
}: {
  label: string;
  /** The step after which the nodes are looked for. */
  at: string | undefined;
  ids: readonly string[];
  onChange: (ids: string[]) => void;
}) {
  const store = useWorkbenchStore();
  const net = useWorkbench((state) => state.net);
  const selected = useWorkbench((state) => state.selection.nodes);
  const shortlists = useWorkbench((state) => state.shortlists);
  const [met, setMet] = useState<ReadonlyMap<string, string>>(new Map());
  const labels = useMemo(() => {
    const known = new Map(shortlists.flatMap(({ nodes }) => nodes.map((node) => [node.id, node.label] as const)));
    net?.ids.forEach((id, v) => known.set(id, net.labels[v]));
    met.forEach((name, id) => known.set(id, name));
    return known;
  }, [net, shortlists, met]);
  const taken = useMemo(() => new Set(ids), [ids]);
  return (
    <Field label={`${label}: ${counted(ids.length, 'node')}`}>
      <ul aria-label={`${label}: nodes`} className="max-h-40 overflow-auto">
        {ids.slice(0, shown).map((id) => (
          <li key={id} className="flex items-center justify-between border-b border-rule">
            <span className="truncate">{labels.get(id) ?? id}</span>
            <IconButton
              name={`Without ${labels.get(id) ?? id}`}
              onClick={() => onChange(ids.filter((one) => one !== id))}
            >
              <X size={13} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      {ids.length > shown && <p className="text-sm text-quiet">and {ids.length - shown} more</p>}
      <FindNodes
        label={`${label}: add by name`}
        at={at}
        taken={taken}
        onFind={(nodes) => {
          setMet((now) => new Map([...now, ...nodes.map((node) => [node.id, node.label] as const)]));
          onChange([...ids, ...nodes.map(({ id }) => id).filter((id) => !taken.has(id))]);
        }}
      />
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
}
