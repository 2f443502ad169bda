/** Into what parts the network falls. */
import { components, simpleAdjacency, strongComponents } from '../../graph';
import { cuts } from '../../paths/cuts';
import { directedView, figuresOf, simpleView, sum } from './figure';

export const partFigures = figuresOf('parts', [
  {
    key: 'components',
    headline: true,
    high: 'The network falls into many parts, or has many isolates.',
    low: 'It hangs together; 1 is one whole.',
    beware: 'Isolates count as parts of their own: look at the size of the largest as well.',
    name: 'Components',
    words: 'How many parts there are that no edge joins, direction ignored. An isolate is a part of its own.',
    formula: 'classes of “joined by a path”',
    source: 'Tarjan 1972',
    reads: simpleView,
    compute: (net) => components(net).sizes.length,
  },
  {
    key: 'largest_component',
    headline: true,
    high: 'Most nodes can reach each other.',
    low: 'The network is in pieces.',
    beware: 'One doubtful tie can join two parts: look at the bridges.',
    name: 'Largest component',
    words: 'Nodes in the largest connected part. Distances are told of this part.',
    formula: 'max size',
    source: 'Tarjan 1972',
    reads: simpleView,
    compute: (net) => components(net).sizes[0] ?? 0,
  },
  {
    key: 'strong_components',
    high: 'Few can go there and back: most parts are single nodes.',
    low: 'Everyone can reach everyone along the edges.',
    beware: 'Each node that only sends or only receives is a part of its own.',
    name: 'Strong components',
    words: 'Parts within which everyone can reach everyone along the edges. Undirected, the components.',
    formula: 'classes of “joined by directed paths there and back”',
    source: 'Tarjan 1972',
    reads: directedView,
    directedOnly: true,
    compute: (net) => strongComponents(net).sizes.length,
  },
  {
    key: 'bridges',
    high: 'Much hangs on single ties.',
    low: 'There are other ways round nearly everywhere.',
    beware: 'Every leaf hangs on a bridge of its own; only bridges between larger parts matter.',
    name: 'Bridges',
    words: 'Ties without which the network falls into more parts. Each leaf hangs on one.',
    formula: 'pairs whose removal adds a component',
    source: 'Tarjan 1974',
    reads: simpleView,
    compute: (net) => sum(cuts(simpleAdjacency(net, 'both')).entries) / 2,
  },
]);
