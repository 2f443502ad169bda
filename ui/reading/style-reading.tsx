'use client';
import { useEffect } from 'react';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { Heading } from './heading';

/** Will it read? Remarks on the printed picture, each with what helps where something does. */
export function StyleReading() {
  const store = useWorkbenchStore();
  const busy = useWorkbench((state) => state.running || state.partial);
  const style = useWorkbench(({ trail }) => trail.steps.findLast(({ kind, on }) => kind === 'style' && on));
  const net = useWorkbench((state) => state.net);
  const { ask, answer, fault, stop } = useQuestion('readable');
  useEffect(() => {
    if (busy || !net || style?.kind !== 'style') return;
    void ask('end', { style });
    return stop;
  }, [ask, busy, net, stop, style]);
  if (style?.kind !== 'style') return null;
  return (
    <section aria-label="Will it read?" className="mb-4 border-b border-line pb-3">
      <h2 className="font-serif text-[17px] font-semibold">Will it read?</h2>
      <p className="text-sm text-quiet">What a reader of the printed page may trip over.</p>
      {fault && <p className="mt-2 text-quiet">{fault}</p>}
      {answer?.length === 0 && <p className="mt-2">Nothing was found that would not read.</p>}
      <ul>
        {answer?.map(({ title, words, remedy }) => (
          <li key={title + words} className="border-b border-rule pb-2 last:border-0">
            <Heading>{title}</Heading>
            <p className="text-quiet">{words}</p>
            {remedy && (
              <button
                type="button"
                className="text-sm font-semibold text-accent"
                onClick={() => store.getState().setStep(style.id, remedy.change)}
              >
                {remedy.words}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
