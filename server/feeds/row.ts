import type { feed } from '@/server/db';

export type FeedRow = typeof feed.$inferSelect;

/** Another process reads the feed by now, or it was stopped. */
export class NotMine extends Error {}
