'use client';
/** The page as others see it, by filters over it: nothing of the figure changes. */
import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori';
import type { Seen } from './store';

const kinds = { red: filterDeficiencyProt, green: filterDeficiencyDeuter, blue: filterDeficiencyTrit } as const;

/** What a kind of sight makes of red, green and blue, as the matrix of a filter (Machado, Oliveira & Fernandes 2009). */
export function sightMatrix(kind: keyof typeof kinds): string {
  const filter = kinds[kind](1);
  const made = [1, 2, 4].map((bit) =>
    filter({ mode: 'rgb', r: bit & 1 ? 1 : 0, g: bit & 2 ? 1 : 0, b: bit & 4 ? 1 : 0 }),
  );
  const part = (colour: (typeof made)[number], at: 'r' | 'g' | 'b'): number => Number(colour[at].toFixed(5));
  const rows = (['r', 'g', 'b'] as const).map((at) => [...made.map((colour) => part(colour, at)), 0, 0].join(' '));
  return [...rows, '0 0 0 1 0'].join(' ');
}

export const sightFilter = (seen: Seen): string | undefined =>
  seen === 'colour' ? undefined : seen === 'grey' ? 'grayscale(1)' : `url(#sight-${seen})`;

/** The filters that pages refer to. */
export function Sights() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden>
      {(Object.keys(kinds) as (keyof typeof kinds)[]).map((kind) => (
        <filter key={kind} id={`sight-${kind}`} colorInterpolationFilters="sRGB">
          <feColorMatrix type="matrix" values={sightMatrix(kind)} />
        </filter>
      ))}
    </svg>
  );
}
