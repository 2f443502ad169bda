/** Shortlists of the demo study, made from one of its networks. */
import type { Network } from '@/core/graph';

export interface DemoShortlist {
  name: string;
  folder: string;
  /** The nodes, by index. */
  nodes: (net: Network) => number[];
  /** Who sees it: a team, everybody (absent), or whose it is alone (null). */
  team?: string | null;
}

const all = (net: Network): number[] => Array.from(net.ids, (_, v) => v);

function most(net: Network, name: string, many: number): number[] {
  const found = net.nodeColumns.find((one) => one.name === name);
  if (found?.type !== 'number') throw new Error(`the network of the demo has no ${name}`);
  const { values } = found;
  return all(net)
    .sort((a, b) => values[b] - values[a] || a - b)
    .slice(0, many);
}

function onIsland(net: Network, island: string): number[] {
  const found = net.nodeColumns.find((one) => one.name === 'island');
  if (found?.type !== 'text') throw new Error('the network of the demo has no islands');
  const { codes, dictionary } = found;
  return all(net).filter((v) => dictionary[codes[v]] === island);
}

export const demoShortlists: { of: string; lists: readonly DemoShortlist[] } = {
  of: 'Who sent seed to whom',
  lists: [
    {
      name: 'Between islands',
      folder: 'carriers',
      nodes: (net) => most(net, 'betweenness', 12),
      team: 'Bulletin readers',
    },
    { name: 'Keepers of Ness', folder: 'carriers', nodes: (net) => onIsland(net, 'Ness') },
    { name: 'To be asked', folder: '', nodes: (net) => most(net, 'degree', 5), team: null },
  ],
};
