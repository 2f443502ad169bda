import { components, simpleAdjacency, strongComponents } from '../graph';
import { cuts } from '../paths/cuts';
import type { Measure } from './measure';

const parts = {
  question: 'parts',
  on: 'nodes',
  cost: 'edges',
  source: 'Tarjan 1972',
  high: 'The number is a name, not an amount: 1 is the largest part.',
  low: 'As for high values.',
} as const;

export const component: Measure = {
  ...parts,
  key: 'component',
  name: 'Component',
  words: 'Which connected part a node belongs to, direction ignored. 1 is the largest.',
  formula: 'classes of “joined by a path”, numbered by falling size',
  reads: 'the undirected simple view',
  beware: 'A single doubtful edge can join two parts.',
  columns: [{ key: 'component', name: 'Component' }],
  compute: (net) => [Float64Array.from(components(net).of, (index) => index + 1)],
};

export const strongComponent: Measure = {
  ...parts,
  key: 'strong_component',
  name: 'Strong component',
  words:
    'Which part a node belongs to within which everyone can be reached from everyone along the edges. 1 is the largest.',
  formula: 'classes of “joined by a directed path there and one back”, numbered by falling size',
  reads: 'the directed simple view',
  beware: 'Most nodes of a hierarchy are parts of their own.',
  directedOnly: true,
  columns: [{ key: 'strong_component', name: 'Strong component' }],
  compute: (net) => [Float64Array.from(strongComponents(net).of, (index) => index + 1)],
};

export const articulation: Measure = {
  key: 'articulation_point',
  name: 'Articulation point',
  question: 'bridges',
  on: 'nodes',
  cost: 'edges',
  words: 'Whether the network falls into more parts when the node is taken away. 1 is yes.',
  formula: 'more components without v than with it, v itself not counted',
  source: 'Hopcroft & Tarjan 1973',
  reads: 'the undirected simple view',
  high: '1: some can reach the others only through this node.',
  low: '0: without the node all others stay together.',
  beware: 'It does not say how much breaks off: often it is a single leaf.',
  columns: [{ key: 'articulation_point', name: 'Articulation point', yesNo: true }],
  compute: (net) => [Float64Array.from(cuts(simpleAdjacency(net, 'both')).nodes)],
};
