import { route } from '@/server/answer';
import { backupNow } from '@/server/backup';
import { streamedFile } from '@/server/streamed';

/** The whole database as one file, as `npm run restore` takes it. It is posted, so that no other site can ask for it. */
export const POST = route(async () => {
  const { file, size } = await backupNow();
  const day = new Date().toISOString().slice(0, 10);
  return new Response(streamedFile(file), {
    headers: {
      'Content-Type': 'application/octet-stream',
      'Content-Length': String(size),
      'Content-Disposition': `attachment; filename="nunatak-${day}.backup"`,
      'Cache-Control': 'no-store',
    },
  });
});
