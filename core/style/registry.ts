/** Styles as a whole: a setting for each channel there is. */
import * as z from 'zod';
import type { Channel } from './channel';
import { channels } from './channels';

export type ChannelName = keyof typeof channels;
type Parts = { [K in ChannelName]: (typeof channels)[K]['schema'] };

export const channelEntries = Object.entries(channels) as unknown as readonly [ChannelName, Channel][];

/** What can be set of a look: a field for each channel. */
export const styleParts = Object.fromEntries(channelEntries.map(([key, { schema }]) => [key, schema])) as Parts;

const styleSettings = z.object(styleParts);
export type StyleSettings = z.infer<typeof styleSettings>;

/** The look of a network that no Style step has dressed. */
export const plainStyle: StyleSettings = styleSettings.parse({});
