import { practiceFile } from '@/server/practice';
import { route } from '@/server/answer';

/** A file of the demo study, to practise with. */
export const GET = route<{ file: string }>(async ({ file: name }) => {
  const bytes = practiceFile(name) as Uint8Array<ArrayBuffer>;
  return new Response(bytes, {
    headers: {
      'Content-Type': 'application/octet-stream',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
