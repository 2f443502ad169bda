'use client';
import { Command } from 'cmdk';
import { Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { foundByName } from '@/core/graph';
import { type Step, firstSettings, stepKinds, summaryOf } from '@/core/trail';
import { grouped } from '@/ui/kit';
import { tabs } from '@/ui/views/registry';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

const mostFound = 12;

/** What the words typed find: nodes, steps, and things to do. */
export function Found({ close, onKeys }: { close: () => void; onKeys: () => void }) {
  const [text, setText] = useState('');
  const store = useWorkbenchStore();
  const net = useWorkbench((state) => state.net);
  const trail = useWorkbench((state) => state.trail);
  const wanted = text.trim().toLowerCase();
  const { nodes, all } = useMemo(() => {
    if (!net || wanted === '') return { nodes: [], all: [] };
    const { places, all: count } = foundByName(net.labels, wanted, Infinity);
    const nodes = places.slice(0, mostFound).map((v) => ({ id: net.ids[v], label: net.labels[v] }));
    const all = count > 1 ? places.map((v) => net.ids[v]) : [];
    return { nodes, all };
  }, [net, wanted]);
  const hits = all.length;
  const steps = trail.steps.filter(
    (step) => wanted !== '' && `${stepKinds[step.kind].title} ${summaryOf(step)}`.toLowerCase().includes(wanted),
  );
  const doing: { label: string; run: () => void }[] = [
    ...(Object.keys(stepKinds) as Step['kind'][])
      .filter((kind) => kind !== 'ties')
      .map((kind) => ({
        label: `Add step: ${stepKinds[kind].title}`,
        run: () => store.getState().addStep(kind, firstSettings(kind, store.getState().net)),
      })),
    ...tabs.map(({ key, does }) => ({ label: does, run: () => store.getState().show(key) })),
    { label: 'Undo', run: () => store.getState().undo() },
    { label: 'Redo', run: () => store.getState().redo() },
    { label: 'Clear the selection', run: () => store.getState().select({ nodes: [] }) },
    { label: 'Keys', run: onKeys },
  ].filter(({ label }) => label.toLowerCase().includes(wanted));
  const item = 'flex h-7 items-center gap-2 rounded-md px-2 data-[selected=true]:bg-tint';
  const heading =
    '[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-quiet';
  const then = (work: () => void) => () => {
    close();
    work();
  };
  return (
    <Command shouldFilter={false} label="Find a node, step or action">
      <div className="flex items-center gap-2 border-b border-line px-3">
        <Search size={15} className="text-quiet" aria-hidden />
        <Command.Input
          autoFocus
          value={text}
          onValueChange={setText}
          placeholder="Find a node, step or action"
          className="h-10 grow bg-transparent outline-none"
        />
      </div>
      <Command.List className="max-h-96 overflow-auto p-1.5">
        <Command.Empty className="px-2 py-3 text-quiet">Nothing has these letters.</Command.Empty>
        {nodes.length > 0 && (
          <Command.Group heading="Nodes" className={heading}>
            {nodes.map(({ id, label }) => (
              <Command.Item
                key={id}
                value={`node ${id}`}
                className={item}
                onSelect={then(() => {
                  store.getState().select({ nodes: [id] });
                  window.dispatchEvent(new CustomEvent('nunatak:go-to', { detail: id }));
                })}
              >
                {label}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {hits > 1 && (
          <Command.Item
            value="select all found"
            className={item}
            onSelect={then(() => store.getState().select({ nodes: all }))}
          >
            Select all {grouped(hits)} nodes with these letters
          </Command.Item>
        )}
        {steps.length > 0 && (
          <Command.Group heading="Steps" className={heading}>
            {steps.map((step) => (
              <Command.Item
                key={step.id}
                value={`step ${step.id}`}
                className={item}
                onSelect={then(() => store.setState({ step: step.id, lists: false }))}
              >
                {stepKinds[step.kind].title}
                <span className="truncate text-quiet">{summaryOf(step)}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {doing.length > 0 && (
          <Command.Group heading="Do" className={heading}>
            {doing.map(({ label, run }) => (
              <Command.Item key={label} value={`do ${label}`} className={item} onSelect={then(run)}>
                {label}
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command>
  );
}
