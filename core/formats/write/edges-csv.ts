import type { WrittenFormat } from './format';

/** Edges by the ids of their ends, with all their columns. */
export const edgesCsv: WrittenFormat = {
  key: 'edges',
  title: 'Edges CSV',
  ending: ' edges.csv',
  file: 'edges.csv',
  type: 'text/csv',
  async write(net) {
    const [{ csv }, { edgeTable }] = await Promise.all([import('../csv-write'), import('../network-tables')]);
    return csv(edgeTable(net));
  },
};
