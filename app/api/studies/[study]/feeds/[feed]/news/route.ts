import { route } from '@/server/answer';
import { feedNews } from '@/server/feeds/live';
import { streamed } from '@/server/together/event-stream';

/** A feed as it grows, as server-sent events. */
export const GET = route<{ study: string; feed: string }>(async ({ study, feed }, request) =>
  streamed(await feedNews(study, feed, request.headers)),
);
