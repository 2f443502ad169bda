/** Two figures of the demo study that tell its story; networks are named, and become ids when they are made. */
import { type FigureSettings, figureSchema } from '@/core/figure/plan';

export interface DemoFigure {
  name: string;
  /** @param network The id of a network by its name. */
  settings(network: (name: string) => string): FigureSettings;
}

const credit = 'Made-up records of the Orrin Sound seed circle, which ship with Nunatak.';

export const demoFigures: readonly DemoFigure[] = [
  {
    name: 'Carriers between islands',
    settings: (network) =>
      figureSchema.parse({
        width: 174,
        height: 196,
        parts: [
          { id: 'title', kind: 'title', text: 'Who carried seed between the islands' },
          { id: 'subtitle', kind: 'subtitle', text: 'Orrin Sound seed circle, 1902–1938' },
          { id: 'map', kind: 'map', network: network('Who sent seed to whom') },
          { id: 'legend', kind: 'legend', rows: 3 },
          {
            id: 'caption',
            kind: 'caption',
            text: 'Each keeper has the colour of the group that he or she sent seed in, and these are nearly the islands. Nursery owners (squares) hold the islands together: most of the shortest ways from one to another pass through them.',
          },
          {
            id: 'ranking',
            kind: 'ranking',
            network: network('Who sent seed to whom'),
            column: 'betweenness',
            count: 6,
            title: 'Most shortest ways pass through',
          },
          { id: 'method', kind: 'method', beside: true, size: 6.5 },
          { id: 'credit', kind: 'credit', text: credit },
        ],
      }),
  },
  {
    name: 'Before and after the fire',
    settings: (network) => {
      const both = network('Before and after the fire at Ness');
      const map = (id: string, title: string, values: string[]) => ({
        id,
        kind: 'map',
        network: both,
        title,
        only: { of: 'edges', column: 'change', values },
        letters: 0.65,
      });
      return figureSchema.parse({
        width: 174,
        height: 172,
        leastLetter: 6,
        leastLine: 0.25,
        parts: [
          { id: 'title', kind: 'title', text: 'Before and after the fire at Ness' },
          { id: 'subtitle', kind: 'subtitle', text: 'Who sent seed to whom until 1920, and from 1921 on' },
          map('before', 'Before', ['vanished', 'stayed']),
          { ...map('after', 'After', ['appeared', 'stayed']), beside: true, places: 'before' },
          { id: 'legend', kind: 'legend', rows: 3 },
          {
            id: 'caption',
            kind: 'caption',
            text: 'The same keepers stand at the same places in both maps. Ties that are gone after the fire are dashed in the left one, new ones are drawn through in the right one; those that stayed are dotted in both.',
          },
          { id: 'method', kind: 'method', size: 6.5 },
          { id: 'credit', kind: 'credit', text: credit },
        ],
      });
    },
  },
];
