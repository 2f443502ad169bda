'use client';
import { PanelLeftClose } from 'lucide-react';
import dynamic from 'next/dynamic';
import { type ReactNode, createElement } from 'react';
import { type Note, type Step, stepKinds } from '@/core/trail';
import { IconButton, counted, grouped, nothing } from '@/ui/kit';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { Holdings } from '@/worker/client';
import { editorFoot } from './editor-foot';
import { editorOf } from './editors';
import { useBefore } from '@/ui/state/use-before';
import { own } from '@/core/own';

const AwayNote = dynamic(() => import('./where').then((it) => it.AwayNote), { loading: nothing });
const Where = dynamic(() => import('./where').then((it) => it.Where), { loading: nothing });
/** Seconds of work below which nobody asks where it is done. */
const worthChoosing = 5;

/** The panel at the left: the chosen step's settings and result. */
export function StepEditor() {
  const id = useWorkbench((state) => state.step);
  const steps = useWorkbench((state) => state.trail.steps);
  const step = steps.find((one) => one.id === id);
  const report = useWorkbench((state) => (id ? own(state.reports, id) : undefined));
  const placed = useWorkbench(
    (state) =>
      id !== undefined &&
      (own(state.away, id) !== undefined ||
        state.workPlaces.has(id) ||
        (own(state.reports, id)?.seconds ?? 0) >= worthChoosing),
  );
  const store = useWorkbenchStore();
  const session = useSession();
  const before = useBefore(step?.id);
  if (!step) return null;
  const kind = stepKinds[step.kind];
  const place = steps.indexOf(step);
  return (
    <aside aria-label={`Step ${kind.title}`} className="flex w-[312px] shrink-0 flex-col border-r border-line bg-panel">
      <div className="min-h-0 grow overflow-y-auto px-3.5 pt-3.5 pb-4">
        <div className="flex items-start justify-between">
          <h2 className="font-serif text-lg font-semibold">{kind.title}</h2>
          <IconButton name="Close the editor" keys="Esc" onClick={() => store.setState({ step: undefined })}>
            <PanelLeftClose size={16} aria-hidden />
          </IconButton>
        </div>
        <p className="text-sm text-quiet">{kind.help}</p>
        {report?.fault &&
          (report.lacking ? (
            <p role="status" className="mt-3 rounded-md bg-ground px-2.5 py-2">
              {report.fault}
            </p>
          ) : (
            <p role="alert" className="mt-3 rounded-md bg-danger-tint px-2.5 py-2 text-danger">
              {report.fault}
            </p>
          ))}
        {report?.stopped && (
          <p role="status" className="mt-3 rounded-md bg-ground px-2.5 py-2">
            Stopped before it ended: what follows rests on what there was before it.{' '}
            <button
              type="button"
              className="font-semibold text-accent underline"
              onClick={() => session.current?.resume(step.id)}
            >
              Run it after all
            </button>
          </p>
        )}
        {placed && <AwayNote step={step} />}
        <Editor step={step} before={before} />
        {placed && <Where step={step} />}
        {report && report.notes.length > 0 && <Notes notes={report.notes} />}
      </div>
      <div id={editorFoot} className="empty:hidden" />
      <p className="border-t border-line px-3.5 py-2 text-sm text-quiet">
        {place === 0
          ? 'Reads the study’s tables.'
          : before
            ? `Reads the ${counted(before.nodes, 'node')} and ${counted(before.edges, 'edge')} before it.`
            : 'Reads the network before it.'}
      </p>
    </aside>
  );
}

function Editor({ step, before }: { step: Step; before: Holdings | undefined }): ReactNode {
  const store = useWorkbenchStore();
  const session = useSession();
  const set = (change: object, merge?: string): void => store.getState().setStep(step.id, change, merge);
  const foresee = (changes: object[]): void =>
    session.current?.foresee(changes.map((change) => ({ ...step, ...change })));
  return createElement(editorOf(step.kind), { step, before, set, foresee });
}

function Notes({ notes }: { notes: readonly Note[] }) {
  return (
    <ul className="mt-4 space-y-2 border-t border-line pt-3 text-sm">
      {notes.map((note) => (
        <li key={note.text}>
          {note.values?.length ? (
            <details>
              <summary className="cursor-pointer">{note.text}</summary>
              <ul className="mt-1 max-h-56 overflow-auto rounded-md border border-line">
                {note.values.slice(0, 500).map(({ value, count }) => (
                  <li key={value} className="flex justify-between gap-3 border-b border-rule px-2 py-0.5 last:border-0">
                    <span className="truncate">{value}</span>
                    <span className="text-quiet">{grouped(count)}</span>
                  </li>
                ))}
              </ul>
            </details>
          ) : (
            note.text
          )}
        </li>
      ))}
    </ul>
  );
}
