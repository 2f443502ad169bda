import { route } from '@/server/answer';
import { whereSchema } from '@/server/together/presence';
import { newsOf } from '@/server/together/stream';

/** Who is here and what is changed, as server-sent events. */
export const GET = route<{ study: string }>(async ({ study }, request) => {
  const asked = Object.fromEntries(new URL(request.url).searchParams);
  const events = await newsOf(study, () => whereSchema.parse(asked), request.headers);
  return new Response(events, {
    headers: {
      'Content-Type': 'text/event-stream; charset=utf-8',
      // Not to be kept, packed or held back on the way.
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    },
  });
});
