'use client';
import { useMemo } from 'react';
import { cellText, holdsPicture } from '@/core/tables';
import { columnTitle } from '@/core/measure';
import { type Network, edgeIdOf } from '@/core/graph';
import { strongest } from '@/core/read';
import { hex } from '@/core/style';
import { Maximize2 } from 'lucide-react';
import { Button, amountOf } from '@/ui/kit';
import { isCircle, openCircles } from '@/ui/state/circles';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { Heading } from './heading';
import { Facts, MeasureBar, Records, partColumns } from './parts';

const shownTies = 8;

/** One node: what its table says, its measures with ranks, its strongest ties, the records behind the first. */
export function NodeReading({ net, node }: { net: Network; node: number }) {
  const looks = useWorkbench((state) => state.looks);
  const store = useWorkbenchStore();
  const { computed, given } = partColumns(net);
  const colour =
    looks && looks.fill.length > 3 * node
      ? hex([looks.fill[3 * node], looks.fill[3 * node + 1], looks.fill[3 * node + 2]])
      : 'var(--bar)';
  const ties = useMemo(() => strongest(net, node), [net, node]);
  const words = ['role', 'kind', 'type', 'group']
    .map((name) => given.find((col) => col.name === name))
    .map((col) => (col ? cellText(col, node) : ''))
    .filter((text) => text !== '')
    .slice(0, 2);
  const drawn = looks?.pictures?.of[node] ?? -1;
  const portrait =
    looks?.pictures && drawn >= 0
      ? looks.pictures.addresses[drawn]
      : given
          .filter((col) => col.type === 'text' && col.as === 'picture')
          .map((col) => cellText(col, node))
          .find(holdsPicture);
  return (
    <>
      <div className="flex items-center gap-2.5 pr-6">
        {portrait ? (
          <img
            src={portrait}
            alt=""
            className="size-10 shrink-0 rounded-full border-2 bg-tint object-cover"
            style={{ borderColor: colour }}
          />
        ) : (
          <span className="size-10 shrink-0 rounded-full border-2 bg-tint" style={{ borderColor: colour }} />
        )}
        <div className="min-w-0">
          <h2 className="font-serif text-[17px] leading-tight font-semibold break-words">{net.labels[node]}</h2>
          <p className="truncate text-quiet">{words.join(' · ')}</p>
        </div>
      </div>
      {isCircle(net.ids[node]) && (
        <div className="mt-2.5">
          <Button onClick={() => openCircles(store, [net.ids[node]])}>
            <Maximize2 size={14} aria-hidden /> Open this circle
          </Button>
        </div>
      )}
      <Facts
        facts={given
          .filter((col) => cellText(col, node) !== net.labels[node])
          .map((col) => ({
            name: columnTitle(col.name),
            value: cellText(col, node),
            picture: col.type === 'text' && col.as === 'picture',
          }))}
      />
      {computed.length > 0 && <Heading>Measures</Heading>}
      {computed.map((col, i) => (
        <MeasureBar key={col.name} net={net} col={col} node={node} colour={colour} first={i === 0} />
      ))}
      {ties.length > 0 && <Heading>Strongest ties</Heading>}
      <ul>
        {ties.slice(0, shownTies).map(({ edge, other, sign, weight }) => (
          <li key={edge} className="border-b border-rule">
            <button
              type="button"
              className="flex w-full justify-between gap-3 py-1 text-left hover:bg-ground"
              onClick={() => store.getState().select({ nodes: [], edges: [edgeIdOf(net, edge)] })}
            >
              <span className="truncate">
                <span aria-hidden>{sign} </span>
                {net.labels[other]}
              </span>
              <span className="shrink-0 text-quiet">{amountOf(weight, net.weightName)}</span>
            </button>
          </li>
        ))}
      </ul>
      {ties.length > shownTies && <p className="mt-1 text-sm text-quiet">and {ties.length - shownTies} more</p>}
      {ties.length > 0 && (
        <Records behind={net.edgeRecords} place={ties[0].edge} title="Records behind the first tie" />
      )}
      <Records behind={net.nodeRecords} place={node} title="All records it stands in" />
    </>
  );
}
