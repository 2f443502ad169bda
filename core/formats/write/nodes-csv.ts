import type { WrittenFormat } from './format';

/** Nodes with all their columns. */
export const nodesCsv: WrittenFormat = {
  key: 'nodes',
  title: 'Nodes CSV',
  ending: ' nodes.csv',
  file: 'nodes.csv',
  type: 'text/csv',
  async write(net) {
    const [{ csv }, { nodeTable }] = await Promise.all([import('../csv-write'), import('../network-tables')]);
    return csv(nodeTable(net));
  },
};
