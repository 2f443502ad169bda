import type { feed } from '@/server/db';

export type FeedRow = typeof feed.$inferSelect;

/** Another process reads the feed by now, or it was stopped. */
export class NotMine extends Error {}

/** What of a feed is read anew when it changes. */
export const lineOf = ({ address, key, follow }: FeedRow): string => JSON.stringify([address, key, follow]);
