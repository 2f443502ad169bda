'use client';
/** Where the costly work of a step is done: in this page, or by the server's workers. */
import type { Step } from '@/core/trail';
import { Choose, lasting } from '@/ui/kit';
import { own } from '@/core/own';
import { useSession, useWorkbench } from '@/ui/state/context';
import type { Place } from '@/worker/client';
import { awayInWords } from '@/ui/science/away';
import { placeChoices } from '@/ui/science/place-choices';

/** How the step's work stands, while the server does it. */
export function AwayNote({ step }: { step: Step }) {
  const away = useWorkbench((state) => own(state.away, step.id));
  const session = useSession();
  if (!away) return null;
  return (
    <p role="status" className="mt-3 rounded-md bg-ground px-2.5 py-2 text-sm">
      {awayInWords(away)} You may close this page: the result waits for you.{' '}
      <button
        type="button"
        className="font-semibold text-accent underline"
        onClick={() => session.current?.place(step.id, 'here')}
      >
        Run it here instead
      </button>
    </p>
  );
}

export function Where({ step }: { step: Step }) {
  const chosen = useWorkbench((state) => state.workPlaces.get(step.id));
  const seconds = useWorkbench((state) => own(state.reports, step.id)?.seconds) ?? 0;
  const session = useSession();
  return (
    <section aria-label="Where it runs" className="mt-4 border-t border-line pt-3 text-sm">
      <p className="text-quiet">Its work takes {lasting(seconds)} on one thread.</p>
      <div className="mt-2">
        <Choose
          label="Where it runs"
          value={chosen ?? ''}
          choices={placeChoices}
          onChange={(value) => session.current?.place(step.id, value === '' ? undefined : (value as Place))}
        />
      </div>
    </section>
  );
}
