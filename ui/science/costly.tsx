'use client';
/** How far a costly question is, and where it is answered: in this page, or by the server's workers. */
import { Choose, Progress, lasting } from '@/ui/kit';
import type { Away, Place } from '@/worker/client';
import { awayInWords } from './away';
import { placeChoices } from './place-choices';

/** Seconds on one thread from which on one may choose. */
const worthChoosing = 5;

export function Costly({
  name,
  where,
  seconds,
  share,
  away,
  place,
  onPlace,
  onStop,
}: {
  name: string;
  /** Asks where it is done: the step itself may ask that of its own work, in the same panel. */
  where: string;
  /** What it takes on one thread. */
  seconds: number;
  /** What is done of it; absent: it is not asked. */
  share?: number;
  away?: Away;
  place?: Place;
  /** Another place was chosen; where it is asked at present, it begins anew there. */
  onPlace: (place: Place | undefined) => void;
  onStop: () => void;
}) {
  if (share !== undefined)
    return (
      <>
        <Progress name={name} share={share} onStop={onStop} />
        {away && (
          <p role="status" className="mt-1.5 rounded-md bg-ground px-2.5 py-2 text-sm">
            {awayInWords(away)} You may close this page: ask again later, and the answer is there.{' '}
            <button type="button" className="font-semibold text-accent underline" onClick={() => onPlace('here')}>
              Run it here instead
            </button>
          </p>
        )}
      </>
    );
  if (seconds < worthChoosing && !place) return null;
  return (
    <div className="mt-2 text-sm">
      <p className="text-quiet">Takes {lasting(seconds)} on one thread.</p>
      <Choose
        label={where}
        value={place ?? ''}
        choices={placeChoices}
        onChange={(value) => onPlace(value === '' ? undefined : (value as Place))}
      />
    </div>
  );
}
