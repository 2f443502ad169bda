import type { WrittenFormat } from './format';

/** A line of JSON for each node and each link, for programs that read line by line. */
export const ndjsonFile: WrittenFormat = {
  key: 'ndjson',
  title: 'JSON lines',
  ending: '.ndjson',
  file: 'network.ndjson',
  type: 'application/x-ndjson',
  async write(net) {
    const { networkLines } = await import('../json-write');
    return networkLines(net);
  },
};
