/** The pairs of nodes (Holland & Leinhardt 1970). */
import { type Given, directedView, figuresOf } from './figure';
import { census } from './later';

export const dyadFigures = figuresOf('dyads', [
  ...(['mutual', 'asymmetric', 'null'] as const).map((kind): Given => ({
    key: `dyad_${kind}`,
    name: `${kind.charAt(0).toUpperCase()}${kind.slice(1)} dyads`,
    fixedBy: ['dyads'],
    words: {
      mutual: 'Pairs tied both ways. Undirected ties are such.',
      asymmetric: 'Pairs tied one way only. An undirected network has none.',
      null: 'Pairs that are not tied. In most networks nearly all.',
    }[kind],
    ...{
      mutual: {
        high: 'Exchange is the rule.',
        low: 'Few ties are returned.',
        beware: 'In records of single events a tie may be returned out of sight of the source.',
      },
      asymmetric: {
        high: 'Ties run one way: gifts, orders, citations.',
        low: 'Ties are returned, or the network is undirected.',
        beware: 'A long period makes mutual what was one way at any one time.',
      },
      null: {
        high: 'Sparse, as most networks are.',
        low: 'Nearly every pair is tied.',
        beware: 'It is the rest of all pairs, so it mostly tells the size of the network.',
      },
    }[kind],
    formula: 'M + A + N = n(n−1)/2',
    source: 'Holland & Leinhardt 1970',
    reads: directedView,
    compute: async (net) => (await census()).dyadCensus(net)[kind === 'null' ? 'none' : kind],
  })),
]);
