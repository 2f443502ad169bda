'use client';
import type { Network } from '@/core/graph';
import { counted } from '@/ui/kit';
import { useWorkbenchStore } from '@/ui/state/context';
import { Facts, Records, edgeFacts, edgeWords } from './parts';

/** One edge: its ends, what its records say together, and the very records that made it. */
export function EdgeReading({ net, edge }: { net: Network; edge: number }) {
  const store = useWorkbenchStore();
  const records = net.edgeRecords ? net.edgeRecords.offsets[edge + 1] - net.edgeRecords.offsets[edge] : 0;
  return (
    <>
      <h2 className="pr-7 font-serif text-[17px] leading-tight font-semibold">{edgeWords(net, edge)}</h2>
      <p className="text-quiet">a tie of {counted(records, 'record')}</p>
      <div className="mt-2 flex gap-3 text-sm font-semibold text-accent">
        {[net.source[edge], net.target[edge]].map((node, i) => (
          <button
            key={i}
            type="button"
            className="truncate"
            onClick={() => store.getState().select({ nodes: [net.ids[node]] })}
          >
            {net.labels[node]}
          </button>
        ))}
      </div>
      <Facts facts={edgeFacts(net, edge)} />
      <Records behind={net.edgeRecords} place={edge} title="Records behind this tie" />
    </>
  );
}
