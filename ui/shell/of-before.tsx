'use client';
import { stepKinds } from '@/core/trail';
import { useWorkbench } from './workbench-context';
import { own } from '@/core/own';

/** The step that could not do its work, so that what is shown is of before it; undefined where the trail came out whole. */
export function useFailed(): { id: string; title: string } | undefined {
  const reports = useWorkbench((state) => state.reports);
  const steps = useWorkbench((state) => state.trail.steps);
  const failed = steps.find(
    ({ id, on, kind }) => (on || kind === 'ties') && own(reports, id)?.fault && !own(reports, id)?.lacking,
  );
  return failed && { id: failed.id, title: stepKinds[failed.kind].title };
}

/** Says that what is shown is not what the trail says now: a step failed, or the change is still being computed. */
export function OfBefore() {
  const failed = useFailed();
  const stale = useWorkbench((state) => state.stale);
  const net = useWorkbench((state) => state.net);
  if (!net || (!failed && !stale)) return null;
  return (
    <p
      role="status"
      className={
        failed
          ? 'rounded-md border border-line bg-danger-tint px-2.5 py-1 text-sm text-danger'
          : 'of-before rounded-md border border-line bg-panel px-2.5 py-1 text-sm text-quiet'
      }
    >
      {failed
        ? `“${failed.title}” failed: this is the last network that came out whole.`
        : 'Of before the change; being computed.'}
    </p>
  );
}
