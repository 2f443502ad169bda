'use client';
import { measures } from '@/core/measure';
import { useWorkbench, useWorkbenchStore } from '@/ui/shell/workbench-context';
import { rankedNodes } from '@/ui/reading/ranks';
import { shortNumber } from '@/ui/kit';
import type { EditorProps } from '../step-editor';

export function MeasureEditor({ step, before, set }: EditorProps<'measure'>) {
  const net = useWorkbench((state) => state.net);
  const store = useWorkbenchStore();
  const offered = measures.filter(
    (one) => !one.directedOnly || before?.directed !== false || step.measures.includes(one.key),
  );
  return (
    <>
      <ul className="mt-3">
        {offered.map((one) => (
          <li key={one.key} className="border-b border-rule py-1.5">
            <label className="flex cursor-pointer items-start gap-2.5">
              <input
                type="checkbox"
                className="mt-0.5 size-3.5 accent-[var(--accent)]"
                checked={step.measures.includes(one.key)}
                onChange={(event) =>
                  set({
                    measures: event.target.checked
                      ? [...step.measures, one.key]
                      : step.measures.filter((key) => key !== one.key),
                  })
                }
              />
              <span className="font-semibold">{one.name}</span>
            </label>
            <details className="ml-6 text-sm text-quiet">
              <summary className="cursor-pointer">{one.words.split('. ')[0].replace(/\.$/, '')}.</summary>
              {one.words.includes('. ') && <p>{one.words.slice(one.words.indexOf('. ') + 2)}</p>}
              <p className="mt-1">{one.formula}</p>
              <p>Reads {one.reads}.</p>
              <p>{one.source}</p>
            </details>
          </li>
        ))}
      </ul>
      {net &&
        measures
          .filter((one) => step.measures.includes(one.key))
          .map((one) => {
            const ranked = rankedNodes(net, one.columns[0].key, 5);
            if (ranked.length === 0 || one.key === 'component') return null;
            const most = ranked[0].value;
            return (
              <section key={one.key} className="mt-4">
                <h2 className="text-sm font-semibold">{one.name}, highest</h2>
                <ol>
                  {ranked.map(({ node, value }) => (
                    <li key={node}>
                      <button
                        type="button"
                        onClick={() => store.getState().select({ nodes: [net.ids[node]] })}
                        className="relative block w-full py-0.5 text-left hover:bg-ground"
                      >
                        <span className="flex justify-between gap-3">
                          <span className="truncate">{net.labels[node]}</span>
                          <span className="text-quiet">{shortNumber(value)}</span>
                        </span>
                        <span
                          className="block h-[3px] rounded-full bg-bar"
                          style={{ width: `${most > 0 ? (100 * value) / most : 0}%` }}
                        />
                      </button>
                    </li>
                  ))}
                </ol>
              </section>
            );
          })}
    </>
  );
}
