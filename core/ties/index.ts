/** Ties: how records become nodes and edges. Two constructions, direct edges and incidences, and the matching of references. */
import type { Made, TiesContext } from './make';
import type { TiesSettings } from './settings';

/**
 * The network that the settings make of the tables, with what there is to say of it, and who might have been in it. Each construction is loaded when it is
 * run: a page that only speaks of ties does without.
 */
export async function makeTies(settings: TiesSettings, context: TiesContext): Promise<Made> {
  switch (settings.make) {
    case 'incidence':
      return (await import('./incidence')).incidenceNetwork(settings, context);
    case 'citation':
      return (await import('./citation')).citationNetwork(settings, context);
    default:
      return (await import('./direct')).directNetwork(settings, context);
  }
}

export * from './settings';
export { type Candidates, type Made, type Note } from './make';
export { fitsGathering, recordCounts } from './gather';
export { projection } from './project';
export * from './offers';
export * from './words';
export { endsByValues } from './ends';
