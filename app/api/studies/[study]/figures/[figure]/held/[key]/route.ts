import { heldOf } from '@/server/figures/kept';
import { route } from '@/server/answer';

/** What a figure holds; its key is the digest of its bytes, so it never changes. */
export const GET = route<{ study: string; figure: string; key: string }>(async ({ study, figure, key }) => {
  const bytes = await heldOf(study, figure, key);
  return new Response(new Uint8Array(bytes), {
    headers: { 'Content-Type': 'application/gzip', 'Cache-Control': 'private, max-age=31536000, immutable' },
  });
});
