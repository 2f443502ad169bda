import type { WrittenFormat } from './format';
import { textOf } from './text';

/** The whole network in one file. */
export const graphmlFile: WrittenFormat = {
  key: 'graphml',
  title: 'GraphML',
  ending: '.graphml',
  file: 'network.graphml',
  type: 'application/xml',
  async write(net, note) {
    const { graphmlPieces } = await import('../graphml');
    return textOf(graphmlPieces(net, note));
  },
};
