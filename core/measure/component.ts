import { components } from '../graph';
import type { Measure } from './measure';

export const component: Measure = {
  key: 'component',
  name: 'Component',
  words: 'Which connected part a node belongs to, direction ignored. 1 is the largest.',
  formula: 'classes of “joined by a path”, numbered by falling size',
  source: 'Tarjan 1972',
  reads: 'the network without direction',
  columns: [{ key: 'component', name: 'Component' }],
  compute: (net) => [Float64Array.from(components(net).of, (index) => index + 1)],
};
