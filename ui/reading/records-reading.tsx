'use client';
import { ListChecks, Rows3 } from 'lucide-react';
import { useMemo } from 'react';
import { type EdgeId, type Network, type RecordId, type Records as Behind, edgesAt } from '@/core/graph';
import { Button, counted } from '@/ui/kit';
import { useWorkbenchStore } from '@/ui/state/context';
import { Records, edgeWords } from './parts';

/** Records that are selected, and the nodes between which they made ties. */
export function RecordsReading({
  net,
  records,
  edges,
}: {
  net: Network;
  records: readonly RecordId[];
  edges?: readonly EdgeId[];
}) {
  const store = useWorkbenchStore();
  const behind = useMemo<Behind>(() => {
    const tables = [...new Set(records.map(({ table }) => table))];
    return {
      tables,
      offsets: Uint32Array.of(0, records.length),
      items: Uint32Array.from(records, ({ row }) => row),
      from: Uint8Array.from(records, ({ table }) => tables.indexOf(table)),
    };
  }, [records]);
  const ties = useMemo(() => edgesAt(net, edges ?? []), [edges, net]);
  const ends = useMemo(() => {
    const found = new Set<number>();
    for (const e of ties) found.add(net.source[e]).add(net.target[e]);
    return [...found];
  }, [net, ties]);
  return (
    <>
      <h2 className="pr-7 font-serif text-[17px] leading-tight font-semibold">{counted(records.length, 'record')}</h2>
      <p className="text-quiet">
        {ties.length === 1 ? edgeWords(net, ties[0]) : `between ${counted(ends.length, 'node')}`}
      </p>
      <Records behind={behind} place={0} title="Records" />
      <div className="mt-3 flex flex-wrap gap-2">
        {ends.length > 0 && (
          <Button
            onClick={() => {
              store.getState().select({ nodes: ends.map((v) => net.ids[v]) });
              store.setState({ lists: true });
            }}
          >
            <ListChecks size={15} aria-hidden /> Into a shortlist
          </Button>
        )}
        <Button onClick={() => store.getState().show('table')}>
          <Rows3 size={15} aria-hidden /> Table
        </Button>
      </div>
    </>
  );
}
