'use client';
import { useMemo } from 'react';
import { wholeFigures } from '@/core/measure';
import type { Network } from '@/core/graph';
import { counted, shortNumber } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/shell/workbench-context';
import { Heading } from './parts';
import { degrees } from './ranks';

/** The whole network: its figures, the best connected nodes, the heaviest ties. */
export function WholeReading({ net }: { net: Network }) {
  const name = useWorkbench((state) => state.network.name);
  const store = useWorkbenchStore();
  const values = useWorkbench((state) => state.figures);
  const top = useMemo(() => {
    const degree = degrees(net);
    return Array.from(degree.keys())
      .sort((a, b) => degree[b] - degree[a] || a - b)
      .slice(0, 8)
      .map((node) => ({ node, value: degree[node] }));
  }, [net]);
  if (net.ids.length === 0) {
    return (
      <>
        <h2 className="pr-7 font-serif text-[17px] font-semibold">{name}</h2>
        <p className="mt-1 text-quiet">No node is left. Open a step in the trail and widen it.</p>
      </>
    );
  }
  return (
    <>
      <h2 className="pr-7 font-serif text-[17px] leading-tight font-semibold">{name}</h2>
      <p className="text-quiet">the whole network, {net.directed ? 'directed' : 'undirected'}</p>
      <dl className="mt-3">
        {wholeFigures.map(({ key, name: title, words }) => (
          <div
            key={key}
            className="flex justify-between border-b border-rule py-1"
            title={`${words} Exactly ${values[key]}.`}
          >
            <dt>{title}</dt>
            <dd className="font-semibold">{shortNumber(values[key] ?? NaN)}</dd>
          </div>
        ))}
        {(values.components ?? 0) > 1 && (
          <div className="flex justify-between border-b border-rule py-1">
            <dt>Largest component</dt>
            <dd className="font-semibold">{counted(values.largest_component ?? 0, 'node')}</dd>
          </div>
        )}
      </dl>
      <Heading>Most ties</Heading>
      <ul>
        {top.map(({ node, value }) => (
          <li key={node} className="border-b border-rule">
            <button
              type="button"
              className="flex w-full justify-between gap-3 py-1 text-left hover:bg-ground"
              onClick={() => store.getState().select({ nodes: [net.ids[node]] })}
            >
              <span className="truncate">{net.labels[node]}</span>
              <span className="text-quiet">{shortNumber(value)}</span>
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-3 text-sm text-quiet">Select a node, a tie, or several nodes to read about them here.</p>
    </>
  );
}
