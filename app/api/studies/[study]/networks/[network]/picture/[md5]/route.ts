import { NotFound } from '@/server/access';
import { keptPicture } from '@/server/networks/snapshot';
import { route } from '@/server/answer';

/** The small picture of a network; another picture has another address, so this one never changes. */
export const GET = route<{ study: string; network: string; md5: string }>(async ({ study, network, md5 }) => {
  const picture = await keptPicture(study, network, md5);
  if (!picture) throw new NotFound('This picture is not kept any more. Load the page again.');
  return new Response(new Uint8Array(picture), {
    headers: {
      'Content-Type': 'image/svg+xml',
      // Opened by itself it runs nothing and fetches nothing either.
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
});
