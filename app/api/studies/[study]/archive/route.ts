import { takeStudy } from '@/server/archive/take';
import { keyFrom } from '@/server/tables/store';
import { route } from '@/server/answer';
import { streamedFile } from '@/server/streamed';

/** All of the study as one archive. */
export const GET = route<{ study: string }>(async ({ study }) => {
  const { name, size, file } = await takeStudy(study);
  return new Response(streamedFile(file), {
    headers: {
      'Content-Type': 'application/zip',
      'Content-Length': String(size),
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(keyFrom(name))}.zip`,
    },
  });
});
