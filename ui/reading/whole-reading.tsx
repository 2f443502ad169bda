'use client';
import { type WholeFigure, figureName, wholeFigures } from '@/core/measure';
import { type Network, foremost } from '@/core/graph';
import { Button, shortNumber } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { type Pieces, useDerived } from '@/ui/state/use-derived';
import { Heading } from './heading';
import { degrees } from '@/core/read';
import { own } from '@/core/own';

function* mostTied(net: Network): Pieces<{ node: number; value: number }[]> {
  const degree = yield* degrees(net);
  yield;
  return foremost(degree, 8).map((node) => ({ node, value: degree[node] }));
}

/** The whole network: its figures, the best connected nodes. */
export function WholeReading({ net }: { net: Network }) {
  const name = useWorkbench((state) => state.network.name);
  const store = useWorkbenchStore();
  const values = useWorkbench((state) => state.figures);
  const before = useWorkbench((state) => state.figuresBefore);
  const top = useDerived(net, mostTied) ?? [];
  if (net.ids.length === 0) {
    return (
      <>
        <h2 className="pr-7 font-serif text-[17px] font-semibold">{name}</h2>
        <p className="mt-1 text-quiet">No node is left. Open a step in the trail and widen it.</p>
      </>
    );
  }
  const listed = wholeFigures.filter(
    ({ key, headline, directedOnly }) => headline && key in values && (net.directed || !directedOnly),
  );
  return (
    <>
      <h2 className="pr-7 font-serif text-[17px] leading-tight font-semibold">{name}</h2>
      <p className="text-quiet">the whole network, {net.directed ? 'directed' : 'undirected'}</p>
      <dl
        className={before ? 'mt-3 opacity-40' : 'mt-3'}
        title={before ? 'Of before the change; being computed anew' : undefined}
      >
        {listed.map((figure) => (
          <Figure
            key={figure.key}
            figure={figure}
            name={figureName(figure, net)}
            value={own(values, figure.key)?.value ?? null}
            why={own(values, figure.key)?.why}
          />
        ))}
      </dl>
      <Button className="mt-3" onClick={() => store.getState().show('chance')}>
        All figures, and chance
      </Button>
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

function Figure({
  figure,
  name,
  value,
  why,
}: {
  figure: WholeFigure;
  name: string;
  value: number | null;
  why?: string;
}) {
  return (
    <div
      className="flex justify-between border-b border-rule py-1"
      title={`${figure.words} ${value === null ? (why ?? '') : `Exactly ${value}.`}`}
    >
      <dt>{name}</dt>
      <dd className="font-semibold">
        {value === null ? <span className="text-quiet">undefined</span> : shortNumber(value)}
      </dd>
    </div>
  );
}
