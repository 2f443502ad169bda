/** Ties: how records become nodes and edges. Two constructions, direct edges and incidences, and the matching of references. */
import { citationNetwork } from './citation';
import { directNetwork } from './direct';
import { incidenceNetwork } from './incidence';
import type { Made, TiesContext } from './make';
import type { TiesSettings } from './settings';

/** The network that the settings make of the tables, with what there is to say of it, and who might have been in it. */
export function makeTies(settings: TiesSettings, context: TiesContext): Promise<Made> {
  switch (settings.make) {
    case 'incidence':
      return incidenceNetwork(settings, context);
    case 'citation':
      return citationNetwork(settings, context);
    default:
      return directNetwork(settings, context);
  }
}

export * from './settings';
export { type Candidates, type Made, type Note, noEdge } from './make';
export { type Gathering, gatherings, fitsGathering } from './gather';
export { type Normalisation, normalisations, normalised, projection } from './project';
export { doiOf } from './citation';
export * from './offers';
export * from './words';
export { endsByValues } from './ends';
