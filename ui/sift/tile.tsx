'use client';
import { clsx } from 'clsx';
import { grouped } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { siftStep, viewOf } from '@/ui/state/in-view';

/** The last tile of the trail: what is passed over for now. */
export function SiftTile() {
  const sifts = useWorkbench((state) => state.sifting.sifts);
  const counts = useWorkbench((state) => viewOf(state)?.counts);
  const active = useWorkbench((state) => state.step === siftStep && !state.lists);
  const store = useWorkbenchStore();
  const on = sifts.filter((sift) => sift.on).length;
  const aside = sifts.length - on;
  return (
    <button
      type="button"
      aria-current={active ? 'step' : undefined}
      onClick={() => store.setState({ step: siftStep, lists: false })}
      className={clsx(
        'relative flex h-full w-28 shrink-0 flex-col items-stretch justify-start border-r border-line px-3 pt-2 text-left',
        sifts.length > 0 || active ? 'bg-amber' : 'hover:bg-panel/40',
        active && 'before:absolute before:inset-x-0 before:top-0 before:h-[3px] before:bg-amber-line',
      )}
    >
      <b className="block font-semibold">Sift</b>
      <span className="block truncate text-sm text-quiet">
        {sifts.length ? `${on} on${aside ? `, ${aside} aside` : ''}` : 'nothing sifted'}
      </span>
      {counts && (
        <span className="absolute right-2 bottom-1.5 left-3 block truncate text-sm font-semibold">
          {grouped(counts.nodes.inView)} · {grouped(counts.edges.inView)}
        </span>
      )}
    </button>
  );
}
