import type { WrittenFormat } from './format';

/** Nodes and links with all their columns, in one object. */
export const jsonFile: WrittenFormat = {
  key: 'json',
  title: 'JSON',
  ending: '.json',
  file: 'network.json',
  type: 'application/json',
  async write(net) {
    const { networkJson } = await import('../json-write');
    return networkJson(net);
  },
};
