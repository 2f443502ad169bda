'use client';
import { useWorkbench } from '@/ui/state/context';
import { useFailed } from '@/ui/state/failed';

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
