'use client';
import type { SiftOf } from '@/core/sift';
import { grouped } from '@/ui/kit';
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
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          checked={sift.none}
          onChange={(event) => set({ none: event.target.checked })}
          className="accent-[var(--sifted)]"
        />
        all but these
      </label>
    </>
  );
}

function Counted({ tally }: { tally: CardProps<SiftOf<'words'>, 'count'>['tally'] }) {
  return tally ? (
    <p className="mt-1 text-sm text-quiet">
      {grouped(tally.count.inView)} of {grouped(tally.count.all)} in view
    </p>
  ) : null;
}
