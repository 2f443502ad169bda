import { NotFound } from '@/server/access';
import { figurePicture } from '@/server/figures/kept';
import { route } from '@/server/answer';

/** The small picture of a figure; another picture has another address, so this one never changes. */
export const GET = route<{ study: string; figure: string; md5: string }>(async ({ study, figure, md5 }) => {
  const picture = await figurePicture(study, figure, md5);
  if (!picture) throw new NotFound('This picture is not kept any more. Load the page again.');
  return new Response(new Uint8Array(picture), {
    headers: { 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=31536000, immutable' },
  });
});
