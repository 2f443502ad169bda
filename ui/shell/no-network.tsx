'use client';
import { own } from '@/core/own';
import { Button } from '@/ui/kit';
import { useFailed } from '@/ui/state/failed';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

/** Where there is no network at all: which step could not make it, and why. */
export function NoNetwork() {
  const failed = useFailed();
  const reports = useWorkbench((state) => state.reports);
  const store = useWorkbenchStore();
  if (!failed) return null;
  return (
    <div
      role="alert"
      className="absolute top-1/3 left-1/2 z-10 w-[min(26rem,90%)] -translate-x-1/2 rounded-lg border border-line bg-panel p-4 shadow-sm"
    >
      <p className="font-serif text-[16px] font-semibold">“{failed.title}” needs a look</p>
      <p className="mt-1 mb-3">{own(reports, failed.id)?.fault}</p>
      <Button look="main" onClick={() => store.setState({ step: failed.id, lists: false })}>
        Open “{failed.title}”
      </Button>
    </div>
  );
}
