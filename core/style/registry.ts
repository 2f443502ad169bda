/** All style channels by the keys under which styles write them, in the order in which the editor has them. */
import * as z from 'zod';
import type { Channel } from './channel';
import { arrows } from './channels/arrows';
import { curve } from './channels/curve';
import { edgeColour } from './channels/edge-colour';
import { edgeOpacity } from './channels/edge-opacity';
import { edgePattern } from './channels/edge-pattern';
import { edgeWidth } from './channels/edge-width';
import { ground } from './channels/ground';
import { labels } from './channels/labels';
import { legend } from './channels/legend';
import { nodeColour } from './channels/node-colour';
import { nodeShape } from './channels/node-shape';
import { nodeSize } from './channels/node-size';

export const channels = {
  nodeColour,
  nodeSize,
  nodeShape,
  labels,
  edgeColour,
  edgeWidth,
  edgePattern,
  curve,
  edgeOpacity,
  arrows,
  ground,
  legend,
} as const;
export type ChannelName = keyof typeof channels;
type Parts = { [K in ChannelName]: (typeof channels)[K]['schema'] };

export const channelEntries = Object.entries(channels) as unknown as readonly [ChannelName, Channel][];

/** What can be set of a look: a field for each channel. */
export const styleParts = Object.fromEntries(channelEntries.map(([key, { schema }]) => [key, schema])) as Parts;

const styleSettings = z.object(styleParts);
export type StyleSettings = z.infer<typeof styleSettings>;

/** The look of a network that no Style step has dressed. */
export const plainStyle: StyleSettings = styleSettings.parse({});
