'use client';
import { useEffect } from 'react';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench } from '@/ui/state/context';
import { Button, counted, shortNumber } from '@/ui/kit';
import { Heading } from './heading';

const words = {
  stress:
    'How far lengths on paper are from the steps between nodes: 0 where they are in proportion. Kruskal’s and Sammon’s idea, with each pair weighed by 1 / d²; the root of the mean.',
  kept: 'Of each node’s neighbours, the share that is among as many nearest nodes on paper; the mean.',
  crossings: 'Crossings of straight lines for each tie, a crossing counted once for both.',
  over: 'Nodes that cover another one at their present sizes.',
};

/** How well the picture tells the distances: asked for anew when the picture has settled. */
export function LayoutReading() {
  const busy = useWorkbench((state) => state.running || state.partial);
  const positions = useWorkbench((state) => state.net?.positions);
  const style = useWorkbench(({ trail }) => trail.steps.findLast(({ kind, on }) => kind === 'style' && on));
  const { ask, answer, share, fault, stop } = useQuestion('quality');
  useEffect(() => {
    if (busy || !positions) return;
    void ask('end', style?.kind === 'style' ? { style } : {});
    return stop;
  }, [ask, busy, positions, stop, style]);
  const figures =
    answer &&
    ([
      ['Stress', answer.stress, words.stress, 3],
      ['Neighbours kept', answer.kept, words.kept, 2],
      ['Crossings per tie', answer.crossings, words.crossings, 1],
    ] as const);
  return (
    <section aria-label="How well it tells the distances" className="mb-4 border-b border-line pb-3">
      <Heading>How well it tells the distances</Heading>
      {fault && <p className="text-quiet">{fault}</p>}
      {!figures && !fault && (
        <p className="text-quiet">{share === undefined ? 'Once the picture has settled.' : 'Being computed …'}</p>
      )}
      {figures && (
        <dl className={busy || share !== undefined ? 'opacity-40' : ''}>
          {figures.map(([name, value, help, digits]) => (
            <div key={name} className="flex justify-between border-b border-rule py-1" title={help}>
              <dt>{name}</dt>
              <dd className="font-semibold">
                {Number.isFinite(value) ? value.toFixed(digits) : <span className="text-quiet">undefined</span>}
              </dd>
            </div>
          ))}
          <div className="flex justify-between border-b border-rule py-1" title={words.over}>
            <dt>Nodes over others</dt>
            <dd className="font-semibold">{shortNumber(answer.over)}</dd>
          </div>
        </dl>
      )}
      {answer?.sampled && (
        <p className="mt-1 text-sm text-quiet">
          Estimates: distances from {counted(300, 'node')}, crossings of {counted(1500, 'tie')}, drawn with a fixed
          seed.
        </p>
      )}
      {fault && (
        <Button className="mt-2" onClick={() => void ask('end', {})}>
          Once more
        </Button>
      )}
    </section>
  );
}
