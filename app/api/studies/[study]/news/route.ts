import { route } from '@/server/answer';
import { streamed } from '@/server/together/event-stream';
import { whereSchema } from '@/server/together/presence';
import { newsOf } from '@/server/together/stream';

/** Who is here and what is changed, as server-sent events. */
export const GET = route<{ study: string }>(async ({ study }, request) => {
  const asked = Object.fromEntries(new URL(request.url).searchParams);
  return streamed(await newsOf(study, () => whereSchema.parse(asked), request.headers));
});
