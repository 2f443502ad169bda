'use client';
import { useState } from 'react';
import { type Measure, type Question, measures, questions, secondsFor } from '@/core/measure';
import type { Network } from '@/core/graph';
import { lasting } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { EditorProps } from '../../editor';

/** Longer than this is said before it is chosen, with a sample offered where there is one. */
const long = 5;

/** The measures by the questions they answer, or by name. */
export function Choices({ step, before, set }: EditorProps<'measure'>) {
  const [search, setSearch] = useState('');
  const net = useWorkbench((state) => state.net);
  const wanted = search.trim().toLowerCase();
  const matches = (one: Measure): boolean =>
    `${one.name} ${one.columns.map(({ name }) => name).join(' ')} ${one.words}`.toLowerCase().includes(wanted);
  const fits = (one: Measure): boolean =>
    step.measures.includes(one.key) ||
    ((!one.directedOnly || before?.directed !== false) &&
      (one.needs !== 'sides' || net?.sides !== undefined) &&
      (one.needs !== 'records' || net?.nodeRecords !== undefined));
  const offered = measures.filter((one) => fits(one) && matches(one));
  const toggle = (key: string, on: boolean): void =>
    set({ measures: on ? [...step.measures, key] : step.measures.filter((other) => other !== key) });
  return (
    <>
      <input
        aria-label="Find a measure by name"
        placeholder="Find a measure by name"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        className="mt-4 h-8 w-full rounded-md border border-line bg-panel px-2.5"
      />
      {(Object.keys(questions) as Question[]).map((question) => {
        const here = offered.filter((one) => one.question === question);
        if (here.length === 0) return null;
        const chosen = here.filter((one) => step.measures.includes(one.key)).length;
        return (
          <details key={question} open={wanted !== '' || chosen > 0 || question === 'centre'} className="mt-3">
            <summary className="cursor-pointer font-serif text-base font-semibold">
              {questions[question]}
              {chosen > 0 && <span className="ml-1.5 font-sans text-sm font-normal text-quiet">{chosen} chosen</span>}
            </summary>
            <ul>
              {here.map((one) => (
                <Choice
                  key={one.key}
                  measure={one}
                  net={net}
                  step={step}
                  onToggle={(on) => toggle(one.key, on)}
                  set={set}
                />
              ))}
            </ul>
          </details>
        );
      })}
      {offered.length === 0 && <p className="mt-3 text-quiet">No measure has these letters.</p>}
    </>
  );
}

function Choice({
  measure,
  net,
  step,
  onToggle,
  set,
}: {
  measure: Measure;
  net: Network | undefined;
  step: EditorProps<'measure'>['step'];
  onToggle: (on: boolean) => void;
  set: EditorProps<'measure'>['set'];
}) {
  const sampled = measure.uses?.includes('pivots') ?? false;
  const estimated = sampled && step.options?.pivots !== undefined;
  const seconds = net ? secondsFor(net, measure.cost, 2) : 0;
  return (
    <li className="border-b border-rule py-1.5">
      <label className="flex cursor-pointer items-start gap-2.5">
        <input
          type="checkbox"
          className="mt-0.5 size-3.5 accent-[var(--accent)]"
          checked={step.measures.includes(measure.key)}
          onChange={(event) => onToggle(event.target.checked)}
        />
        <span className="font-semibold">{measure.name}</span>
      </label>
      {seconds > long && (
        <p className="ml-6 text-sm">
          Takes {lasting(seconds)} here.{' '}
          {sampled && !estimated && (
            <button
              type="button"
              className="text-accent underline"
              onClick={() =>
                set({
                  measures: [...new Set([...step.measures, measure.key])],
                  options: { ...step.options, pivots: 200 },
                })
              }
            >
              Estimate it from 200 sources instead
            </button>
          )}
          {estimated && 'Estimated from a sample: see the options.'}
        </p>
      )}
      <details className="ml-6 text-sm text-quiet">
        <summary className="cursor-pointer">{measure.words.split('. ')[0].replace(/\.$/, '')}.</summary>
        <Explained measure={measure} />
      </details>
    </li>
  );
}

/** All that is known of a measure, after its first sentence. */
export function Explained({ measure }: { measure: Measure }) {
  const [, ...more] = measure.words.split('. ');
  return (
    <div className="space-y-1 pt-0.5">
      {more.length > 0 && <p>{more.join('. ')}</p>}
      <p>High: {measure.high}</p>
      <p>Low: {measure.low}</p>
      <p>Beware: {measure.beware}</p>
      <p>{measure.formula}</p>
      <p>Reads {measure.reads}.</p>
      <p>{measure.source}</p>
    </div>
  );
}
