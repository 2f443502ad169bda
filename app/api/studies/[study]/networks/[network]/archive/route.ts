import { archiveOf } from '@/server/networks/archive';
import { keyFrom } from '@/server/tables/store';
import { responded } from '@/server/answer';

/** The network with its trail and tables, as a ZIP of JSON and CSV. */
export function GET(
  _request: Request,
  { params }: { params: Promise<{ study: string; network: string }> },
): Promise<Response> {
  return responded(async () => {
    const { study, network } = await params;
    const { name, bytes } = await archiveOf(study, network);
    return new Response(bytes as Uint8Array<ArrayBuffer>, {
      headers: {
        'Content-Type': 'application/zip',
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(keyFrom(name))}.zip`,
      },
    });
  });
}
