/** How nodes are shown on the map of their places; it stays while other views are looked at. */
import type { Where } from '@/core/places';

export interface PlacesState {
  /** Where they are; undefined: the likeliest of all ways. */
  where?: Where;
  /** Whether all ties between two places are drawn as one. */
  bundled: boolean;
  /** Ids of the outlines that are left away. */
  hidden: readonly string[];
}

export const freshPlaces: PlacesState = { bundled: false, hidden: [] };
