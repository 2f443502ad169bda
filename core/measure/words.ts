/** Parts of the sentences that measures say of themselves. */
import type { Network } from '../graph';
import { digits } from '../written';
import type { Lead } from './measure';

export const short = (value: number): string => digits(Number(value.toPrecision(4))).replace('-', '−');
export const percent = (share: number): string => `${short(100 * share)} %`;

/** Pairs of others that a shortest path can join, each way when directed. */
const pairs = (net: Network): number => ((net.ids.length - 1) * (net.ids.length - 2)) / (net.directed ? 1 : 2);

/** Of a count: “Mary has 12 edges, the next 9.” */
export const countedLead =
  (what: string): Lead =>
  (name, top, next) =>
    `${name} has ${short(top)} ${what}${next === undefined ? '' : `, the next ${short(next)}`}.`;

/** Of a betweenness, as the share of the paths that could be. */
export const betweenLead: Lead = (name, top, next, net) =>
  `${name} lies on ${percent(top / pairs(net))} of the shortest paths that could join two others${next === undefined ? '' : `; the next on ${percent(next / pairs(net))}`}.`;
