/** How long draws take. */
import { type Network, edgeCount } from '../graph';
import { secondsFor } from '../measure/estimate';
import { type ChanceAsk, quickChanceKeys } from './chance';

/** Seconds of one draw for each tie, with the figures that take no searches: as measured on networks of 10,000 to 300,000 ties. Switching ends takes longer. */
const perTie = 1.5e-6;
const perSwitchedTie = 8e-6;
/** The figures that take searches, in searches from every node. */
const searches = 1.4;
const perShuffledTie = 3e-8;

/** Seconds on one thread. */
export function chanceSeconds(net: Network, { model, draws, figures }: ChanceAsk): number {
  const one = edgeCount(net) * (model === 'degrees' ? perSwitchedTie : perTie);
  const far = !figures || figures.some((key) => !quickChanceKeys.includes(key));
  return draws * (one + (far ? searches * secondsFor(net, 'searches') : 0));
}

/** Seconds on one thread. */
export const shuffleSeconds = (net: Network, draws: number): number =>
  draws * perShuffledTie * (edgeCount(net) + net.ids.length);
