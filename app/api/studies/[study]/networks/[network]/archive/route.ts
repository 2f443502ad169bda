import { archiveOf } from '@/server/networks/archive';
import { keyFrom } from '@/server/tables/store';
import { route } from '@/server/answer';

/** The network with its trail and tables, as a ZIP of JSON and CSV. */
export const GET = route<{ study: string; network: string }>(async ({ study, network }) => {
  const { name, bytes } = await archiveOf(study, network);
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(keyFrom(name))}.zip`,
    },
  });
});
