/** Styles as a whole: a setting for each channel there is, and what rules and hands lay over it. */
import * as z from 'zod';
import type { Channel } from './channel';
import { channels } from './channels';
import { type LookRule, type OneLook, ruleSchema } from './look';
import { legendLines } from './told';

export type ChannelName = keyof typeof channels;
type Parts = { [K in ChannelName]: (typeof channels)[K]['schema'] };

export const channelEntries = Object.entries(channels) as unknown as readonly [ChannelName, Channel][];

/** By channel: rules in their order, the first that holds wins. */
export type StyleRules = Partial<Record<ChannelName, LookRule[]>>;
/** By channel: looks by the id of a node, or the key of an edge. */
export type StyleByHand = Partial<Record<ChannelName, Record<string, unknown>>>;

const eachLook = <T extends z.ZodType>(make: (look: OneLook<unknown>) => T): Record<string, z.ZodOptional<T>> =>
  Object.fromEntries(channelEntries.flatMap(([key, { look }]) => (look ? [[key, make(look).optional()]] : [])));

/** What can be set of a look: a field for each channel, then what lies over them. */
export const styleParts = {
  ...(Object.fromEntries(channelEntries.map(([key, { schema }]) => [key, schema])) as Parts),
  rules: z.object(eachLook((look) => z.array(ruleSchema(look)))).default({}) as unknown as z.ZodDefault<
    z.ZodType<StyleRules>
  >,
  byHand: z.object(eachLook((look) => z.record(z.string(), look.schema))).default({}) as unknown as z.ZodDefault<
    z.ZodType<StyleByHand>
  >,
  legendLines,
};
/** A whole style. */
export const styleSettings = z.object(styleParts);
export type StyleSettings = z.infer<typeof styleSettings>;

/** The look of a network that no Style step has dressed. */
export const plainStyle: StyleSettings = styleSettings.parse({});
