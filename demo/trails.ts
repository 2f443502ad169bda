/** The ready-made networks of the demo study. */
import { type Trail, trailSchema } from '@/core/trail';

export const demoStudyName = 'Orrin Sound seed circle';

export const demoNetworks: readonly { name: string; trail: Trail }[] = [
  {
    name: 'Who sent seed to whom',
    trail: trailSchema.parse({
      steps: [
        {
          id: 's1',
          kind: 'ties',
          on: true,
          table: 'consignments',
          from: 'from',
          to: 'to',
          directed: true,
          parallel: 'sum',
          loops: 'drop',
          weight: 'packets',
          nodes: { table: 'keepers', match: 'name' },
          unmatched: 'leave',
        },
        { id: 's2', kind: 'keep', on: true, rule: { by: 'component' } },
        { id: 's3', kind: 'keep', on: true, rule: { by: 'degree', min: 7 } },
        { id: 's4', kind: 'measure', on: true, measures: ['degree', 'strength', 'betweenness', 'pagerank'] },
        { id: 's5', kind: 'groups', on: true, resolution: 1, weights: false, seed: 7, nameBy: 'island' },
        { id: 's6', kind: 'arrange', on: true, pull: 0.2, spread: 46, apart: 15, iterations: 400, seed: 7 },
        {
          id: 's7',
          kind: 'style',
          on: true,
          nodeColour: { by: 'category', column: 'group' },
          nodeSize: { by: 'amount', column: 'degree', min: 4, max: 13, scale: 'sqrt' },
          nodeShape: { by: 'category', column: 'role', shapes: { 'nursery owner': 'square' } },
          labels: { show: 'top', top: 16, by: 'betweenness', size: 12 },
          edgeColour: { by: 'ends' },
          edgeWidth: { by: 'amount', column: 'weight', min: 0.8, max: 3.5, scale: 'sqrt' },
          edgePattern: {
            by: 'category',
            column: 'certainty',
            patterns: { recorded: 'solid', inferred: 'dashed', hearsay: 'dotted' },
          },
          curve: 0.12,
        },
      ],
    }),
  },
];
