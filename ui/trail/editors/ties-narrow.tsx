'use client';
import { Download } from 'lucide-react';
import { useCallback, useState } from 'react';
import { createPortal } from 'react-dom';
import { toast } from '@/ui/kit/toast';
import {
  IconButton,
  NumberField,
  Slide,
  Toggle,
  counted,
  grouped,
  saveFile,
  sentence,
  shortNumber,
  stopsTo,
} from '@/ui/kit';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { TiesView } from '@/worker/client';
import { editorFoot } from '../editor-foot';
import type { EditorProps } from '../editor';
import { own } from '@/core/own';
import { useAsked } from '@/ui/kit/use-asked';

/** What the step comes to, asked anew while settings move. */
export function useTiesView(): TiesView | undefined {
  const [first] = useWorkbench((state) => state.trail.steps);
  // Asked again once the step has run: the page may be there before its worker.
  const report = useWorkbench((state) => own(state.reports, first.id));
  const session = useSession();
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the report is why it is asked again
  const ask = useCallback(() => session.current?.service.ties({ steps: [first] }), [first, report, session]);
  return useAsked(ask).answer;
}

type Props = Pick<EditorProps<'ties'>, 'step' | 'set'> & { view: TiesView | undefined };

/** How many records a node needs, who passes, how strong an edge must be. */
export function Narrowing({ step, set, view }: Props) {
  const most = view?.candidates[0]?.records ?? 1;
  return (
    <section aria-label="Narrowing" className="mt-4 border-t border-line pt-1">
      <Slide
        label="Records a node must stand in"
        value={step.minRecords}
        stops={stopsTo(step.make === 'incidence' ? 1 : 0, Math.max(step.minRecords, most, 2))}
        onChange={(minRecords) => set({ minRecords }, 'minRecords')}
        help={view && `${grouped(view.passing)} of ${grouped(view.all)} pass. Counted after Names and before pairs.`}
      />
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label="Only the strongest"
          whole
          min={0}
          value={step.strongest ?? 0}
          onCommit={(count) => set({ strongest: count || undefined })}
        />
        <NumberField
          label="Edges weigh at least"
          min={0}
          value={step.minWeight}
          onCommit={(minWeight) => set({ minWeight })}
        />
      </div>
      <p className="mt-1 text-sm text-quiet">0 takes all of them.</p>
      <Toggle
        label="Only the connected part"
        checked={step.part === 'largest'}
        onChange={(on) => set({ part: on ? 'largest' : 'all' })}
      />
      {view && view.all > 0 && <Candidates step={step} set={set} view={view} />}
    </section>
  );
}

const states = ['too few', '', 'taken out', 'too weak'];
const shownRows = 300;

/** Who passes, by records; single ones can be taken out. */
function Candidates({ step, set, view }: Required<Props> & { view: TiesView }) {
  const session = useSession();
  const store = useWorkbenchStore();
  const [search, setSearch] = useState('');
  const [byStrength, setByStrength] = useState(false);
  const out = new Set(step.leftOut);
  const rows = view.candidates
    .filter(({ label }) => label.toLowerCase().includes(search.toLowerCase()))
    .sort((a, b) => (byStrength ? b.strength - a.strength : 0))
    .slice(0, shownRows);
  const take = async (): Promise<void> => {
    try {
      const blob = await session.current?.service.take({ kind: 'candidates', trail: store.getState().trail });
      if (blob) saveFile(blob, `${store.getState().network.name} – who passes.csv`);
    } catch (error) {
      toast.error(sentence(error));
    }
  };
  return (
    <details className="mt-3.5">
      <summary className="cursor-pointer text-sm font-semibold">
        Who passes ({grouped(view.passing)} of {grouped(view.all)})
      </summary>
      <div className="mt-1.5 flex items-center gap-1">
        <input
          aria-label="Search who passes"
          placeholder="Search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="h-7 min-w-0 grow rounded-md border border-line bg-panel px-2.5"
        />
        <IconButton name="Take the list away as CSV" onClick={() => void take()}>
          <Download size={15} aria-hidden />
        </IconButton>
      </div>
      <div className="mt-1 flex justify-end gap-3 text-xs text-quiet">
        <button
          type="button"
          className={byStrength ? '' : 'font-semibold text-accent'}
          onClick={() => setByStrength(false)}
        >
          records
        </button>
        <button
          type="button"
          className={byStrength ? 'font-semibold text-accent' : ''}
          onClick={() => setByStrength(true)}
        >
          strength
        </button>
      </div>
      <ul aria-label="Who passes" className="max-h-72 overflow-auto">
        {rows.map((row) => (
          <li key={row.id} className="[contain-intrinsic-size:auto_29px] [content-visibility:auto]">
            <label className="flex cursor-pointer items-center gap-2 border-b border-rule py-1">
              <input
                type="checkbox"
                className="size-3.5 shrink-0 accent-[var(--accent)]"
                checked={!out.has(row.id)}
                onChange={(event) =>
                  set({
                    leftOut: event.target.checked
                      ? step.leftOut.filter((id) => id !== row.id)
                      : [...step.leftOut, row.id],
                  })
                }
              />
              <span className={row.state === 1 ? 'grow truncate' : 'grow truncate text-quiet'}>{row.label}</span>
              {row.state !== 1 && <span className="shrink-0 text-xs text-quiet">{states[row.state]}</span>}
              <span className="w-9 shrink-0 text-right">{grouped(row.records)}</span>
              <span className="w-10 shrink-0 text-right text-quiet">{shortNumber(row.strength)}</span>
            </label>
          </li>
        ))}
      </ul>
      {view.all > rows.length && !search && (
        <p className="mt-1 text-sm text-quiet">
          and {counted(view.all - rows.length, 'more', 'more')}; the list holds all
        </p>
      )}
    </details>
  );
}

/** Size, and ten ties in words, below the editor where they stay in view. */
export function Samples({ view }: { view: TiesView | undefined }) {
  const foot = typeof document === 'undefined' ? null : document.getElementById(editorFoot);
  if (!view || !foot) return null;
  const [first, ...rest] = view.samples;
  return createPortal(
    <section aria-label="What comes of it" className="border-t border-line px-3.5 py-2.5">
      <p aria-live="polite">
        <b className="font-semibold">
          {counted(view.nodes, 'node')}, {counted(view.edges, 'tie')}
        </b>
        {first && <span className="text-quiet"> · {first}</span>}
      </p>
      {rest.length > 0 && (
        <details className="mt-1 text-sm">
          <summary className="cursor-pointer text-quiet">{counted(rest.length, 'more tie')} in words</summary>
          <ul className="mt-1 max-h-64 space-y-1 overflow-auto">
            {rest.map((words) => (
              <li key={words} className="border-b border-rule pb-1">
                {words}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>,
    foot,
  );
}
