'use client';
import { useMemo } from 'react';
import { columnTitle } from '@/core/measure';
import type { Network } from '@/core/graph';
import { pick } from '@/core/tables';
import { categories } from '@/core/style';
import { counted, shortNumber } from '@/ui/kit';
import { useWorkbenchStore } from '@/ui/state/context';
import { Heading } from './heading';
import { Facts, partColumns } from './parts';

/** Several nodes: how they hang together, what they have in common, who they are. */
export function SeveralReading({ net, nodes }: { net: Network; nodes: number[] }) {
  const store = useWorkbenchStore();
  const ties = useMemo(() => {
    const chosen = new Uint8Array(net.ids.length);
    for (const v of nodes) chosen[v] = 1;
    let inner = 0;
    let outer = 0;
    for (let e = 0; e < net.source.length; e++) {
      const ends = chosen[net.source[e]] + chosen[net.target[e]];
      if (ends === 2) inner++;
      else if (ends === 1) outer++;
    }
    return { inner, outer };
  }, [net, nodes]);
  const { computed, given } = partColumns(net);
  const rows = Uint32Array.from(nodes);
  const shared = given.flatMap((col) => {
    if (col.type !== 'text' || col.dictionary.length > 40) return [];
    const [most] = categories(pick(col, rows));
    return most ? [{ name: columnTitle(col.name), value: `${most.value}, ${most.count} of ${nodes.length}` }] : [];
  });
  return (
    <>
      <h2 className="pr-7 font-serif text-[17px] leading-tight font-semibold">{counted(nodes.length, 'node')}</h2>
      <p className="text-quiet">
        {counted(ties.inner, 'tie')} among them, {counted(ties.outer, 'tie')} to others
      </p>
      {shared.length > 0 && <Heading>Most frequent</Heading>}
      <Facts facts={shared} />
      {computed.length > 0 && <Heading>Mean</Heading>}
      <Facts
        facts={computed.map((col) => {
          const values = nodes.map((v) => col.values[v]).filter((value) => !Number.isNaN(value));
          const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
          return { name: columnTitle(col.name), value: shortNumber(mean) };
        })}
      />
      <Heading>Nodes</Heading>
      <ul>
        {nodes.slice(0, 100).map((v) => (
          <li key={v} className="border-b border-rule">
            <button
              type="button"
              className="w-full truncate py-1 text-left hover:bg-ground"
              onClick={() => store.getState().select({ nodes: [net.ids[v]] })}
            >
              {net.labels[v]}
            </button>
          </li>
        ))}
      </ul>
      {nodes.length > 100 && <p className="mt-1 text-sm text-quiet">and {nodes.length - 100} more</p>}
    </>
  );
}
