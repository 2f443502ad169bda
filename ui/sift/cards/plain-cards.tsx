'use client';
import type { SiftOf } from '@/core/sift';
import { grouped } from '@/ui/kit';
import { Tick } from '@/ui/kit/tick';
import type { CardProps } from './card';

export function WordsCard({ sift, tally, set }: CardProps<SiftOf<'words'>, 'count'>) {
  return (
    <>
      <input
        aria-label={`Words in ${sift.columns.join(', ')}`}
        placeholder="Words, all of them; “several as one”"
        value={sift.text}
        onChange={(event) => set({ text: event.target.value })}
        className="mt-1.5 h-7 w-full rounded-md border border-line bg-panel px-2"
      />
      <Counted tally={tally} />
    </>
  );
}

export function ChosenCard({ sift, tally, set }: CardProps<SiftOf<'chosen'>, 'count'>) {
  return (
    <>
      <Counted tally={tally} />
      <Tick checked={sift.none} onChange={(none) => set({ none })} className="text-sm" accent="accent-[var(--sifted)]">
        all but these
      </Tick>
    </>
  );
}

export function AreaCard({ sift, tally, set }: CardProps<SiftOf<'area'>, 'count'>) {
  const east = sift.ring.map(([degrees]) => degrees);
  const north = sift.ring.map(([, degrees]) => degrees);
  const [left, top] = [Math.min(...east), Math.max(...north)];
  // As it was drawn, as far as so small a picture tells; degrees east are shorter the farther north.
  const shorter = Math.cos((((top + Math.min(...north)) / 2) * Math.PI) / 180);
  const size = Math.max((Math.max(...east) - left) * shorter, top - Math.min(...north)) || 1;
  const points = sift.ring.map(
    ([x, y]) => `${(2 + (36 * (x - left) * shorter) / size).toFixed(1)},${(2 + (36 * (top - y)) / size).toFixed(1)}`,
  );
  return (
    <div className="flex items-center gap-3">
      <svg width="40" height="40" aria-hidden className="mt-1 shrink-0">
        <polygon points={points.join(' ')} className="fill-amber stroke-sifted" />
      </svg>
      <div>
        <Counted tally={tally} />
        <Tick
          checked={sift.none}
          onChange={(none) => set({ none })}
          className="text-sm"
          accent="accent-[var(--sifted)]"
        >
          outside of it
        </Tick>
      </div>
    </div>
  );
}

function Counted({ tally }: { tally: CardProps<SiftOf<'words'>, 'count'>['tally'] }) {
  return tally ? (
    <p className="mt-1 text-sm text-quiet">
      {grouped(tally.count.inView)} of {grouped(tally.count.all)} in view
    </p>
  ) : null;
}
