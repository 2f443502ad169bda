import type { WrittenFormat } from './format';

/** The whole network in one file. */
export const graphmlFile: WrittenFormat = {
  key: 'graphml',
  title: 'GraphML',
  ending: '.graphml',
  file: 'network.graphml',
  type: 'application/xml',
  async write(net, note) {
    const { graphml } = await import('../graphml');
    return graphml(net, note);
  },
};
