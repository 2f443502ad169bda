import * as z from 'zod';
import { edgeCount, nodeCount } from '../../graph';
import { counted } from '../../fault';
import type { LayeredSettings } from '../layered';
import type { Layout, LayoutContext } from '../layout';
import type { Network } from '../../graph';

const [mostNodes, mostTies] = [1000, 2500];

const way = z.enum(['down', 'right', 'up', 'left']);
const words = { down: 'down', right: 'to the right', up: 'up', left: 'to the left' };
const room = z.number().min(10).max(1000);
const shape = {
  apart: z
    .number()
    .min(4)
    .max(400)
    .default(22)
    .meta({ title: 'Room for a node', slide: [8, 80, 1] }),
};
const together = z.boolean().default(true).meta({ title: 'Ties of a node leave together' });

const schema = z.object({
  towards: way.default('down').meta({ title: 'Ties lead', labels: words }),
  room: room.default(60).meta({ title: 'Room between layers', slide: [30, 300, 5] }),
  ...shape,
  around: z.boolean().default(false).meta({ title: 'Ties go around nodes' }),
});
const square = z.object({
  towards: way.default('right').meta({ title: 'Ties lead', labels: words }),
  room: room.default(40).meta({ title: 'Room between layers', slide: [20, 300, 5] }),
  ...shape,
  together,
});

const tooLarge = (net: Network, what: string): string | undefined =>
  nodeCount(net) > mostNodes || edgeCount(net) > mostTies
    ? `${what} are for up to ${counted(mostNodes, 'node')} and ${counted(mostTies, 'tie')}: more cannot be followed by eye. Narrow the network, or choose another layout.`
    : undefined;

const placed = async (
  net: Network,
  settings: LayeredSettings,
  routing: 'POLYLINE' | 'ORTHOGONAL',
  context: LayoutContext,
) => (await import('../layered')).layeredLayout(net, settings, routing, context);

/** Layer below layer, along the directions. */
export const layers: Layout<'layers', typeof schema> = {
  key: 'layers',
  title: 'Layers',
  help: 'Layer below layer, so that as many ties as can be lead one way.',
  schema,
  slow: true,
  summary: ({ towards }) => `layers, ties lead ${words[towards]}`,
  needs: (net) =>
    net.directed
      ? tooLarge(net, 'Layers')
      : 'The ties here have no direction, and layers follow it. Tree and Rings show the steps from a node.',
  place: (net, settings, context) => placed(net, { ...settings, together: true }, 'POLYLINE', context),
};

/** Ties that turn at right angles. */
export const rightAngles: Layout<'right angles', typeof square> = {
  key: 'right angles',
  title: 'Right angles',
  help: 'Ties run along and across only, around the nodes.',
  schema: square,
  slow: true,
  summary: ({ towards }) => `right angles, ties lead ${words[towards]}`,
  needs: (net) => tooLarge(net, 'Right angles'),
  place: (net, settings, context) => placed(net, { ...settings, around: true }, 'ORTHOGONAL', context),
};
