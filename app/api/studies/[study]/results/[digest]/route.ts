import { route } from '@/server/answer';
import { resultBytes } from '@/server/runs/results';

/** What work came to, as an Arrow stream, by its digest. */
export const GET = route<{ study: string; digest: string }>(
  async ({ study, digest }) =>
    new Response(new Uint8Array(await resultBytes(study, digest)), {
      // The same digest under a later version of the application may be another result.
      headers: { 'Content-Type': 'application/vnd.apache.arrow.stream', 'Cache-Control': 'no-store' },
    }),
);
