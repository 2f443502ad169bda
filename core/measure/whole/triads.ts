/** The sets of three nodes: all 16 kinds (Holland & Leinhardt 1970). */
import { triadNames } from '../triad-names';
import { type Given, directedView, figuresOf } from './figure';
import { census } from './later';

/** What many and few of each kind of triad say, in the order of {@link triadNames}. */
const triadMeanings: readonly (readonly [string, string])[] = [
  ['Sparse: most sets of three hold no tie.', 'Dense: hardly three nodes are without a tie.'],
  ['Single one-way ties, apart from others.', 'One-way ties seldom stand alone.'],
  ['Pairs in exchange that stand apart.', 'Exchange is mostly within larger circles.'],
  ['Many send to several who know nothing of each other.', 'Those who receive from one are tied to each other.'],
  ['Many receive from several who know nothing of each other.', 'Those who send to one are tied to each other.'],
  ['Things are passed on, and not returned.', 'Chains of two are closed or returned.'],
  ['Pairs in exchange to whom a third sends.', 'Pairs in exchange are seldom sent to by a third alone.'],
  ['Pairs in exchange of whom one sends on.', 'Pairs in exchange seldom send on through one of them alone.'],
  ['Orders of rank: what goes through a third goes straight as well.', 'Short cuts are missing.'],
  ['Circles: what is sent on comes back round.', 'Nothing comes back round, as in orders of rank.'],
  ['One in exchange with two who are not tied: a broker.', 'Partners of one partner know each other.'],
  ['Pairs in exchange that share a third who sends to both.', 'Few send to both of a pair in exchange.'],
  ['Pairs in exchange that both send to a third.', 'Few receive from both of a pair in exchange.'],
  ['Pairs in exchange with a chain through a third.', 'Chains through a pair in exchange are seldom.'],
  ['Nearly closed circles: one tie is not returned.', 'Circles of three are closed wholly or not nearly.'],
  ['Closed circles of three in full exchange.', 'No three are all in exchange.'],
];

export const triadFigures = figuresOf('triads', [
  ...triadNames.map((name, i): Given => ({
    key: `triad_${name}`,
    name: `Triad ${name}`,
    cost: 'triangles',
    words: `Sets of three nodes with ${name[0]} mutual, ${name[1]} asymmetric and ${name[2]} null pairs${{ D: ', the one-way ties pointing down from one node', U: ', the one-way ties pointing up to one node', C: ', the one-way ties in a chain or circle', T: ', the ties transitive' }[name[3]] ?? ''}. All 16 kinds together are n over 3.`,
    formula: 'count of induced subgraphs of three nodes',
    source: 'Holland & Leinhardt 1970; Batagelj & Mrvar 2001',
    reads: directedView,
    high: triadMeanings[i][0],
    low: triadMeanings[i][1],
    beware: `Counts of ${name} say little by themselves: hold them against chance with the same pairs.`,
    compute: async (net) => (await census()).triadCensus(net)[i],
  })),
]);
