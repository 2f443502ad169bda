'use client';
import { own } from '@/core/own';
import { stepKinds } from '@/core/trail';
import { useWorkbench } from './context';

/** The step that could not do its work, so that what is shown is of before it; undefined where the trail came out whole. */
export function useFailed(): { id: string; title: string } | undefined {
  const reports = useWorkbench((state) => state.reports);
  const steps = useWorkbench((state) => state.trail.steps);
  const failed = steps.find(
    ({ id, on, kind }) => (on || kind === 'ties') && own(reports, id)?.fault && !own(reports, id)?.lacking,
  );
  return failed && { id: failed.id, title: stepKinds[failed.kind].title };
}
