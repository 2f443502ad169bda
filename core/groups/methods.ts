/** The ways of finding groups, by name and in words. To add one: a line here, and its search in `find.ts`. */

export interface Method {
  name: string;
  words: string;
  source: string;
  uses: readonly ('resolution' | 'seed' | 'weights' | 'directed' | 'count' | 'distance')[];
}

export const groupMethods = {
  leiden: {
    name: 'Leiden (modularity)',
    words: 'Groups with more ties inside than their strengths would give by chance. Every group hangs together.',
    source: 'Traag, Waltman & van Eck 2019; modularity: Newman & Girvan 2004, directed: Leicht & Newman 2008',
    uses: ['resolution', 'seed', 'weights', 'directed'],
  },
  louvain: {
    name: 'Louvain (modularity)',
    words: 'The same aim by an older way, which can leave groups that do not hang together.',
    source: 'Blondel, Guillaume, Lambiotte & Lefebvre 2008',
    uses: ['resolution', 'seed', 'weights', 'directed'],
  },
  potts: {
    name: 'Leiden (constant Potts)',
    words: 'Groups that are denser inside than the resolution, and sparser between. The resolution is a density.',
    source: 'Traag, Van Dooren & Nesterov 2011',
    uses: ['resolution', 'seed', 'weights'],
  },
  labels: {
    name: 'Label propagation',
    words:
      'Every node takes the label most of its neighbours have, until nothing moves. Quick, and different with every seed.',
    source: 'Raghavan, Albert & Kumara 2007',
    uses: ['seed', 'weights'],
  },
  removal: {
    name: 'Edge removal',
    words:
      'The edges that most shortest paths run over are taken away until the network falls apart. For up to 500 ties.',
    source: 'Girvan & Newman 2002',
    uses: [],
  },
  profiles: {
    name: 'Likeness of ties',
    words:
      'Nodes that are tied to the same others, whether or not they are tied to each other. A tree of likeness, cut into so many groups.',
    source: 'Lorrain & White 1971; Burt 1976; average linkage',
    uses: ['weights', 'count', 'distance'],
  },
  components: {
    name: 'Components',
    words: 'Parts that no edge joins.',
    source: 'Tarjan 1972',
    uses: [],
  },
  cores: {
    name: 'Core shells',
    words: 'Nodes of one core number together, from the thick of the network to its fringe.',
    source: 'Seidman 1983',
    uses: [],
  },
} as const satisfies Record<string, Method>;
export type GroupMethod = keyof typeof groupMethods;
