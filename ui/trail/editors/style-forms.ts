import * as z from 'zod';
import { fieldOf, fieldsOf, waysOf } from '@/core/settings';
import { channelEntries } from '@/core/style';

/** What is known of each channel's settings beforehand: its ways, or the fields it has at once. */
export const forms = channelEntries.map(([key, { schema, title, whose, look }]) => {
  const object = schema instanceof z.ZodDefault ? (schema.unwrap() as z.ZodType) : schema;
  const single = fieldOf(key, schema);
  return {
    key,
    title: title ?? single?.title ?? 'Which are written',
    whose,
    look,
    ways: waysOf(schema),
    fields: object instanceof z.ZodObject ? fieldsOf(object) : undefined,
    single,
  };
});
export type ChannelFormOf = (typeof forms)[number];
